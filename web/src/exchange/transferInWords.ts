/** How an import or an export stands, as a sentence. */
import { isPackage, type Imported, type Transfer } from "@verdant/contract/exchange";
import { sizeInWords } from "../ui/sizeInWords.ts";
import { t } from "../platform/words.ts";

/** How many parts of a package, or rows of a table, had which outcome. */
function partsInWords(
  { imported, importedWithNotes, kept, refused }: NonNullable<Imported["parts"]>,
  format: Transfer["format"],
): string {
  const total = imported + importedWithNotes + kept + refused;
  const some = [
    ...(importedWithNotes > 0 ? [t("{{n}} with notes", { n: importedWithNotes })] : []),
    ...(kept > 0 ? [t("{{n}} kept as they came", { n: kept })] : []),
    ...(refused > 0 ? [t("{{n}} not imported", { n: refused })] : []),
  ];
  const all = isPackage(format)
    ? t("{{count}} parts in the package", { count: total })
    : t("{{count}} rows in the table", { count: total });
  return some.length === 0
    ? t("{{all}}, all imported as they are", { all })
    : t("{{all}}: {{some}}", { all, some: some.join(", ") });
}

export function transferInWords({ kind, format, state, share, imported, undone, bytes }: Transfer): string {
  switch (state) {
    case "receiving":
      return t("on its way here");
    case "waiting":
      return t("waits its turn");
    case "running":
      if (kind === "export") return t("being written");
      return share < 1 ? t("{{share}}% read", { share: Math.floor(100 * share) }) : t("read; being imported");
    case "read":
      if (!imported) return t("read; it waits for your yes");
      return [
        t("read; nothing is imported yet. In the file: {{items}}", { items: broughtInWords(imported) }),
        ...(imported.parts ? [partsInWords(imported.parts, format)] : []),
      ].join(". ");
    case "cancelled":
      return kind === "import" ? t("cancelled; nothing was imported") : t("cancelled");
    case "failed":
      return kind === "import" ? t("could not be imported; nothing was changed") : t("could not be written");
    case "done":
      if (undone) return undoneInWords(undone);
      if (imported?.parts) return `${importedInWords(imported)}. ${partsInWords(imported.parts, format)}`;
      return imported ? importedInWords(imported) : t("ready, {{bytes}}", { bytes: sizeInWords(bytes) });
  }
}

function undoneInWords({ takenOut, restored, kept }: NonNullable<Transfer["undone"]>): string {
  return [
    t("undone: {{count}} items are out of the bank again", { count: takenOut }),
    ...(restored > 0 ? [t("{{count}} say again what they said before", { count: restored })] : []),
    ...(kept > 0 ? [t("{{count}} stay, changed or used since", { count: kept })] : []),
  ].join("; ");
}

const importedInWords = (imported: Imported) => t("imported: {{items}}", { items: broughtInWords(imported) });

function broughtInWords({ created, revised, unchanged }: Imported): string {
  const items = [
    t("{{count}} new items", { count: created.items }),
    t("{{changed}} changed", { changed: revised.items }),
    t("{{same}} as they were", { same: unchanged.items }),
  ].join(", ");
  const rest = [
    ...(created.topics > 0 ? [t("{{count}} topics", { count: created.topics })] : []),
    ...(created.standards > 0 ? [t("{{count}} standards", { count: created.standards })] : []),
    ...(created.courses > 0 ? [t("{{count}} courses", { count: created.courses })] : []),
    ...(created.classes > 0 ? [t("{{count}} classes", { count: created.classes })] : []),
    ...(created.students > 0 ? [t("{{count}} students", { count: created.students })] : []),
  ];
  return rest.length === 0 ? items : t("{{items}}; new besides: {{rest}}", { items, rest: rest.join(", ") });
}

/** Lists of a file, as what one entry of them is called. */
const entries: Readonly<Record<string, string>> = {
  items: t("item"),
  media: t("picture or recording"),
  topics: t("topic"),
  misconceptions: t("wrong idea"),
  courses: t("course"),
  classes: t("class"),
  stimuli: t("text, map or chart"),
  many: t("pattern or list"),
  students: t("student"),
  units: t("unit"),
  standards: t("standard"),
};

/** "item 13, content, options, 2" of "/items/12/content/options/1": people count from one. */
export function placeInWords(pointer: string): string {
  const words: string[] = [];
  for (const part of pointer.split("/").filter((one) => one !== "")) {
    const entry = entries[words.at(-1) ?? ""];
    if (!/^\d+$/.test(part)) words.push(part);
    else if (entry === undefined) words.push(String(Number(part) + 1));
    else words.splice(-1, 1, `${entry} ${Number(part) + 1}`);
  }
  return words.length === 0 ? t("the file") : words.join(", ");
}
