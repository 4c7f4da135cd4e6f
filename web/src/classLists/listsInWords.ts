/** What class lists say, what they would change and what was done with them, as sentences. */
import type {
  Comparison,
  Errand,
  ListedClassView,
  ListNote,
  ListNoteCode,
  Sent,
  Taken,
} from "@verdant/contract/classLists";
import { inAList, t } from "../platform/words.ts";

type Terms = Readonly<Record<string, string | number>>;

const notes: Readonly<Record<ListNoteCode, (terms: Terms) => string>> = {
  rowIncomplete: ({ file = "", row = "", column = "" }) =>
    t("{{file}}.csv, row {{row}}: left out, {{column}} is empty.", { file, row, column }),
  rowUnknown: ({ file = "", row = "", column = "", value = "" }) =>
    t("{{file}}.csv, row {{row}}: left out or read without it, {{column}} says {{value}} and nothing has that id.", {
      ...{ file, row, column, value },
    }),
  rowTwice: ({ file = "", row = "", value = "" }) =>
    t("{{file}}.csv, row {{row}}: left out, {{value}} stands in it a second time.", { file, row, value }),
  rowTooLong: ({ file = "", row = "" }) => t("{{file}}.csv, row {{row}}: left out, its id is too long.", { file, row }),
  rowsRemoved: ({ file = "", count = 0 }) =>
    t("{{file}}.csv: {{count}} rows are marked as to be deleted, and were not read.", { file, count: Number(count) }),
  columnsExtra: ({ file = "", columns = "" }) => t("{{file}}.csv: not read: {{columns}}.", { file, columns }),
  accountsOff: ({ count = 0 }) =>
    t("{{count}} people are not in any class here: the school has switched their accounts off.", {
      count: Number(count),
    }),
  enrolmentsOver: ({ count = 0 }) =>
    t("{{count}} times somebody has left a class before today, and is not in it.", { count: Number(count) }),
  otherRoles: ({ count = 0, roles = "" }) =>
    t("{{count}} times somebody is neither student nor teacher of a class ({{roles}}), and is not in it.", {
      ...{ count: Number(count), roles },
    }),
  preferredNames: ({ count = 0 }) =>
    t("{{count}} people are called by the name they prefer.", { count: Number(count) }),
  passwordsNotRead: () => t("There are passwords in this file. They were not read; keep such a file safe."),
  moreRows: ({ count = 0 }) => t("{{count}} more rows were left out in the same way.", { count: Number(count) }),
};

export const listNoteInWords = ({ code, terms }: ListNote): string => notes[code](terms);

/** What was changed when lists were imported. */
export function takenInWords(taken: Taken): string {
  const { classes, classesMade, coursesMade, studentsMade, joined, recognised, renamed, left, teachers } = taken;
  const some = [
    ...(classesMade > 0 ? [t("{{count}} classes made", { count: classesMade })] : []),
    ...(coursesMade > 0 ? [t("{{count}} courses made", { count: coursesMade })] : []),
    ...(joined > 0 ? [t("{{count}} students joined", { count: joined })] : []),
    ...(studentsMade > 0 ? [t("{{n}} of them new here", { n: studentsMade })] : []),
    ...(recognised > 0 ? [t("{{count}} students recognised", { count: recognised })] : []),
    ...(renamed > 0 ? [t("{{n}} called otherwise now", { n: renamed })] : []),
    ...(left > 0 ? [t("{{n}} left", { n: left })] : []),
    ...(teachers > 0 ? [t("{{count}} teachers added", { count: teachers })] : []),
  ];
  const all = t("{{count}} class lists imported", { count: classes });
  return some.length === 0 ? t("{{all}}; nothing was different", { all }) : `${all}: ${some.join(", ")}`;
}

/** What became of marks that were sent. */
export function sentInWords({ sent, unchanged, refusedCount, unknown }: Sent): string {
  const some = [
    ...(unchanged > 0 ? [t("{{count}} entries were there already", { count: unchanged })] : []),
    ...(refusedCount > 0 ? [t("{{count}} entries refused", { count: refusedCount })] : []),
    ...(unknown.length > 0
      ? [t("not sent, since no class list has them: {{names}}", { names: inAList(unknown) })]
      : []),
  ];
  return [sent === 0 ? t("nothing new to send") : t("{{count}} entries sent", { count: sent }), ...some].join("; ");
}

export function errandInWords({ kind, state, share, taken, sent }: Errand): string {
  switch (state) {
    case "waiting":
      return t("waits its turn");
    case "running":
      return kind === "send"
        ? t("{{share}}% sent", { share: Math.floor(100 * share) })
        : t("{{share}}% read", { share: Math.floor(100 * share) });
    case "ready":
      return t("read; nothing is imported yet");
    case "done":
      return taken ? takenInWords(taken) : sent ? sentInWords(sent) : t("done");
    case "failed":
      return kind === "send" ? t("could not be sent to the end") : t("could not be read; nothing has changed");
    case "dropped":
      return kind === "send" ? t("stopped; what was sent before stays there") : t("removed; nothing was imported");
  }
}

/** What importing a class would do, in one line; null: nothing. */
export function changeInWords({ taking, change, students }: ListedClassView, leaving: number): string | null {
  if (!change) return null;
  const { joining, recognised, renamed, teachersJoining } = change;
  const fresh = joining.filter(({ isNew }) => isNew).length;
  const some = [
    ...(taking.as === "new" ? [t("a new class of {{count}} students", { count: students })] : []),
    ...(taking.as === "ours" && joining.length > 0 ? [t("{{count}} students join", { count: joining.length })] : []),
    ...(taking.as === "ours" && fresh > 0 && fresh < joining.length ? [t("{{n}} of them new here", { n: fresh })] : []),
    ...(recognised > 0 ? [t("{{count}} students recognised", { count: recognised })] : []),
    ...(renamed.length > 0 ? [t("{{n}} called otherwise", { n: renamed.length })] : []),
    ...(leaving > 0 ? [t("{{count}} leave", { count: leaving })] : []),
    ...(teachersJoining.length > 0 ? [t("taught by {{names}} too", { names: inAList(teachersJoining) })] : []),
  ];
  return some.length === 0 ? t("as it is here already") : some.join(", ");
}

/** What importing all of it would do. */
export function sumInWords({ classes }: Comparison, leaving: number): string {
  const taken = classes.flatMap(({ taking, change }) => (change ? [{ taking, change }] : []));
  if (taken.length === 0) return t("No class is chosen yet.");
  const joining = taken.reduce((sum, { change }) => sum + change.joining.length, 0);
  const made = taken.filter(({ taking }) => taking.as === "new").length;
  const some = [
    t("{{count}} classes chosen", { count: taken.length }),
    ...(made > 0 ? [t("{{n}} of them new", { n: made })] : []),
    ...(joining > 0 ? [t("{{count}} students join", { count: joining })] : []),
    ...(leaving > 0 ? [t("{{count}} leave", { count: leaving })] : []),
  ];
  return some.join(", ");
}
