/** Revision sheets of a release. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/sheets";
import { mostOnSheet } from "@verdant/contract/sheets";
import { adviceFor } from "@verdant/core/delivery/advice";
import { isReached } from "@verdant/core/delivery/reached";
import { groupBy } from "@verdant/core/groupBy";
import { isBlank } from "@verdant/core/items/blank";
import { kindOf, markerOf } from "@verdant/core/items/kinds";
import { answerInWords, onPaper, type PaperQuestion } from "@verdant/core/items/onPaper";
import { summariseUnder } from "@verdant/core/items/ruling";
import { needClass } from "../courses/listClasses.ts";
import { describeRelease, listItemsOfRelease } from "../delivery/service.ts";
import { need } from "../platform/failure.ts";
import { localDateOf } from "../platform/localDate.ts";
import type { Member, Scope } from "../platform/scope.ts";
import { classesOf, studentsOf } from "./service.ts";
import * as store from "./store.ts";

type Sheets = Result<typeof contract.showSheets>;
type Sheet = Sheets["students"][number];
type Item = Awaited<ReturnType<typeof listItemsOfRelease>>[number];
type Given = Awaited<ReturnType<typeof store.listAnswers>>[number];

export async function showSheets(
  scope: Scope<Member>,
  { params, query }: Input<typeof contract.showSheets>,
): Promise<Sheets> {
  const { db, caller, now } = scope;
  const { departmentId } = caller;
  const release = await describeRelease(scope, departmentId, params.releaseId);
  const classes = classesOf(release);
  const chosen = need(
    classes.find(({ id }) => id === (query.classId ?? release.classId)),
    "class",
  );
  const { timeZone } = await needClass(scope, departmentId, chosen.id);
  const items = new Map((await listItemsOfRelease(scope, departmentId, release.id)).map((one) => [one.itemId, one]));
  const answers = await store.listAnswers(db, departmentId, { releaseId: release.id, classId: chosen.id }, "last");
  const byStudent = groupBy(answers, (answer) => answer.studentId);
  const students = (await studentsOf(scope, release, chosen.id, chosen.name)).filter(({ leftOn }) => leftOn === null);
  const wrong = new Map(students.map(({ studentId }) => [studentId, wentWrong(items, byStudent.get(studentId) ?? [])]));
  const asked = [...new Set([...wrong.values()].flat().map(({ item }) => item.itemId))];
  const again = await againFor(scope, asked, chosen.id, release.id);
  const done = students.filter(({ goes }) => goes.length > 0);
  return {
    ...{ releaseId: release.id, name: release.name, classId: chosen.id, className: chosen.name, classes },
    on: localDateOf(new Date(release.opensAt), timeZone),
    isOpen: release.shutsAt === null || new Date(release.shutsAt) > now(),
    students: done.map(({ studentId, name }) => ({
      ...{ studentId, name },
      ...sheetOf(wrong.get(studentId) ?? [], again),
      waiting: (byStudent.get(studentId) ?? []).filter((given) => isWaiting(items.get(given.itemId), given)).length,
    })),
    without: students.flatMap(({ studentId, name, goes }) => (goes.length === 0 ? [{ studentId, name }] : [])),
  };
}

/** A written answer that is there and that nobody has marked: it is neither right nor wrong yet. */
const isWaiting = (item: Item | undefined, { answer, isEvidence }: Given): boolean =>
  item !== undefined &&
  item.ruling === null &&
  markerOf(item.content) === "person" &&
  !isEvidence &&
  answer !== null &&
  !isBlank(answer);

/** What a student did not get right, the least right first, of equals in the order of the quiz. */
function wentWrong(items: ReadonlyMap<string, Item>, own: readonly Given[]) {
  const places = new Map([...items.keys()].map((itemId, place) => [itemId, place]));
  const placeOf = ({ itemId }: Given) => places.get(itemId) ?? 0;
  return own
    .flatMap((given) => {
      const item = items.get(given.itemId);
      const isWrong = item && given.isEvidence && isReached(given) && given.credit < 1;
      return isWrong ? [{ item, given }] : [];
    })
    .sort((a, b) => a.given.credit - b.given.credit || placeOf(a.given) - placeOf(b.given));
}

function sheetOf(
  wrong: ReturnType<typeof wentWrong>,
  again: ReadonlyMap<string, PaperQuestion>,
): Pick<Sheet, "items" | "further"> {
  const topicOf = ({ item }: (typeof wrong)[number]) => item.topic ?? "";
  return {
    items: wrong.slice(0, mostOnSheet).map((one) => ({
      itemId: one.item.itemId,
      topic: topicOf(one),
      again: again.get(one.item.itemId) ?? null,
      ...(one.item.use === "practice" ? told(one) : nothingOf(one)),
    })),
    further: [...new Set(wrong.slice(mostOnSheet).map(topicOf))],
  };
}

type Told = Omit<Sheet["items"][number], "itemId" | "topic" | "again">;

function told({ item, given }: ReturnType<typeof wentWrong>[number]): Told {
  const { content, ruled } = item;
  const { answer, credit, reason } = given;
  const isLeft = answer === null || isBlank(answer);
  const advice = adviceFor(content, credit);
  return {
    stem: content.stem,
    stimulus: item.stimulus?.title ?? null,
    answered: isLeft ? null : answerInWords(summariseUnder(ruled, content, [answer])),
    reason,
    // What was written for a key that turned out wrong is not shown.
    rationales: ruled === null && answer?.kind === content.kind ? [...kindOf(content).rationales(content, answer)] : [],
    explanation: ruled?.ruling === "correct" ? null : (content.explanation ?? null),
    nextStep: advice.nearly ?? advice.nextStep,
  };
}

/** Of a reserved question only what to do next. */
const nothingOf = ({ item, given }: ReturnType<typeof wentWrong>[number]): Told => ({
  ...{ stem: null, stimulus: null, answered: null, reason: null, rationales: [], explanation: null },
  nextStep: adviceFor(item.content, given.credit).nextStep,
});

/** For each of these items a practice item to try on paper, the nearest there is; none that this release asks. */
async function againFor(
  { db, caller }: Scope<Member>,
  itemIds: readonly string[],
  classId: string,
  releaseId: string,
): Promise<Map<string, PaperQuestion>> {
  const rows = await store.listAgain(db, caller.departmentId, itemIds, { classId, releaseId });
  return new Map(
    rows.flatMap(({ forItemId, content }) => {
      const question = onPaper(content);
      return question ? [[forItemId, question] as const] : [];
    }),
  );
}
