/** Item by item: how many were right, who chose what, thirds, discrimination and what deserves a look. */
import type { ChoiceNote, ItemNote, Results, StudentMark } from "@verdant/contract/insight";
import { correlation, correlationInterval, optionUses, type OptionFlag } from "@verdant/core/insight/itemAnalysis";
import { timeSpent } from "@verdant/core/insight/timeSpent";
import { shareOf, shareOfStudents } from "@verdant/core/insight/wilson";
import { keyPosterior, surpriseOf } from "@verdant/core/insight/wrongKey";
import { groupBy } from "@verdant/core/groupBy";
import { blankAnswer } from "@verdant/core/items/blank";
import { creditOf, kindOf, markerOf, type Answer } from "@verdant/core/items/kinds";
import { isReached } from "@verdant/core/delivery/reached";
import { creditUnder, summariseUnder } from "@verdant/core/items/ruling";
import { headline } from "@verdant/core/richText";
import type { listItemsOfRelease } from "../delivery/service.ts";
import { strandOf } from "../delivery/views.ts";
import type { listAnswers } from "./store.ts";

type ReleaseItem = Awaited<ReturnType<typeof listItemsOfRelease>>[number];
type Given = Awaited<ReturnType<typeof listAnswers>>[number];

/** That nobody chose an option so far says nothing yet. */
const isNote = (flag: OptionFlag): flag is ChoiceNote => flag !== "unusedSoFar";

export function resultsOfItems(
  items: readonly ReleaseItem[],
  answers: readonly Given[],
  misconceptions: ReadonlyMap<string, string>,
  siblings: ReadonlyMap<string, { readonly right: number; readonly outOf: number }>,
): Results["items"] {
  const bySitting = groupBy(answers, (answer) => answer.sittingId);
  const byItem = groupBy(answers, (answer) => answer.itemId);
  // Shares of different questions do not compare: thirds need everybody to have had the same.
  const isSame =
    new Set(
      [...bySitting.values()].map((list) =>
        list
          .map((one) => one.itemId)
          .sort()
          .join(),
      ),
    ).size <= 1;
  const restOf = (given: Given) => {
    const others = (bySitting.get(given.sittingId) ?? []).filter(
      (one) => one.itemId !== given.itemId && one.isEvidence && isReached(one),
    );
    return others.length === 0 ? null : others.reduce((sum, one) => sum + one.credit, 0) / others.length;
  };
  return items
    .map((item, i) => {
      const result = resultOf(item, i + 1, byItem.get(item.itemId) ?? [], isSame ? restOf : null, misconceptions);
      return { ...result, notes: notesOf(item, result, siblings.get(item.itemId) ?? { right: 0, outOf: 0 }) };
    })
    .sort((a, b) => weakness(a) - weakness(b) || a.position - b.position);
}

/** The probability of the key below which it should be looked at. */
const doubtful = 0.1;

/** What the figures say about the item as a whole; nothing once its key was ruled on. */
function notesOf(
  item: ReleaseItem,
  { facility, choices }: Omit<Results["items"][number], "notes">,
  siblings: { readonly right: number; readonly outOf: number },
): ItemNote[] {
  if (item.ruling !== null || markerOf(item.content) !== "machine") return [];
  const given = choices.filter((choice) => choice.id !== null);
  const key = given.findIndex((choice) => choice.isKey);
  const posterior =
    item.content.kind === "oneRightAnswer" || item.content.kind === "optionSet"
      ? keyPosterior(
          given.map((choice) => choice.count),
          key,
          siblings,
        )
      : [];
  const likeliest = given[posterior.indexOf(Math.max(...posterior))];
  const surprise = surpriseOf(facility, item.writerDifficulty, kindOf(item.content).chance(item.content));
  return [
    ...((posterior[key] ?? 1) < doubtful && likeliest
      ? [{ code: "keyDoubtful" as const, answer: likeliest.text }]
      : []),
    ...(surprise === "harder" ? [{ code: "muchHarder" as const }] : []),
    ...(surprise === "easier" ? [{ code: "muchEasier" as const }] : []),
  ];
}

/** Items nobody has answered come last, before them those with answers that wait for their mark: they say nothing yet. */
const weakness = ({ facility, waiting }: Results["items"][number]) =>
  facility.outOf === 0 ? 3 : (waiting > 0 ? 1.5 : 0) + facility.right / facility.outOf;

const fewestForThirds = 9;

/** What everybody was given, or nobody, says nothing: the share is then the one by the key as it was written. */
export const creditBy = ({ content }: ReleaseItem, { isEvidence, credit, answer }: Given): number =>
  isEvidence ? credit : creditOf(content, answer);

function resultOf(
  item: ReleaseItem,
  position: number,
  dealt: readonly Given[],
  restOf: ((given: Given) => number | null) | null,
  misconceptions: ReadonlyMap<string, string>,
): Omit<Results["items"][number], "notes"> {
  const marker = markerOf(item.content);
  const all = dealt.filter(isReached);
  // What waits for a person's mark, and what nobody marks, is no share of anything.
  const telling = marker === "machine" ? all : all.filter((answer) => answer.isEvidence);
  const answers = all.map((answer) => ({ ...answer, credit: creditBy(item, answer) }));
  const given = answers.map((answer) => answer.answer ?? blankAnswer(item.content.kind));
  const counts = summariseUnder(item.ruled, item.content, given);
  const rest = (restOf ? answers.map(restOf) : []).filter((one) => one !== null);
  const hasThirds = marker === "machine" && answers.length >= fewestForThirds && rest.length === answers.length;
  const ids = counts.map((count) => count.id);
  const places = given.map((answer) => placesOf(item, answer, ids));
  const uses = hasThirds ? optionUses(places, rest, counts) : null;
  const r = hasThirds
    ? correlation(
        answers.map((answer) => answer.credit),
        rest,
      )
    : null;
  const interval = r === null ? null : correlationInterval(r, answers.length);
  return {
    itemId: item.itemId,
    revisionId: item.revisionId,
    position,
    number: item.number,
    kind: item.kind,
    stem: headline(item.content.stem),
    topicId: item.topicId,
    topic: item.topic ?? "no topic",
    strand: strandOf(item),
    stimulusId: item.stimulusId,
    ruling: item.ruling,
    facility: shareOfStudents(
      [...groupBy(telling, (answer) => answer.studentId).values()].map((own) => ({
        right: own.reduce((sum, answer) => sum + creditBy(item, answer), 0),
        outOf: own.length,
      })),
    ),
    waiting: marker === "person" ? all.length - telling.length : 0,
    notReached: dealt.length - all.length,
    time: timeSpent(all.map((answer) => answer.spentMs)),
    second: secondsOf(item, all),
    reasons: all.flatMap(({ studentId, sittingId, position, reason, readAs, told, credit }) =>
      reason === null
        ? []
        : [{ studentId, sittingId, position, text: reason, isRight: credit >= 1, readAs, told: told ?? 0 }],
    ),
    discrimination: r === null || interval === null ? null : { r, ...interval },
    choices: counts.map(({ misconceptionId, ...choice }, i) => {
      const use = uses?.[i];
      return {
        ...choice,
        share: shareOf(choice.count, answers.length),
        by: answers.flatMap(({ studentId }, at) => (places[at]?.includes(i) ? [studentId] : [])),
        misconception: misconceptions.get(misconceptionId ?? "") ?? null,
        thirds: use ? { top: use.top, middle: use.middle, low: use.low } : null,
        notes: choice.id === null || !use ? [] : use.flags.filter(isNote),
      };
    }),
  };
}

/** Second answers, by the key as it is ruled on. */
function secondsOf(item: ReleaseItem, answers: readonly Given[]): Results["items"][number]["second"] {
  const given = answers.flatMap(({ secondAnswer }) => secondAnswer ?? []);
  if (given.length === 0) return null;
  return {
    right: given.filter((answer) => creditUnder(item.ruled, item.content, answer).credit >= 1).length,
    given: given.length,
  };
}

/** Of each student how each question went, in the last of the goes that these answers are from; by the rule of the figures. */
export function marksOfStudents(
  items: readonly ReleaseItem[],
  answers: readonly Given[],
): ReadonlyMap<string, StudentMark[]> {
  const marks = [...groupBy(answers, (answer) => answer.studentId)].map(([studentId, all]) => {
    const last = Math.max(...all.map((answer) => answer.ordinal));
    const own = new Map(all.filter((answer) => answer.ordinal === last).map((answer) => [answer.itemId, answer]));
    const ofStudent = items.flatMap((item, i): StudentMark[] => {
      const answer = own.get(item.itemId);
      if (!answer || markerOf(item.content) === "nobody") return [];
      const waits = markerOf(item.content) === "person" && !answer.isEvidence;
      const reached = isReached(answer);
      return [{ position: i + 1, credit: waits || !reached ? null : creditBy(item, answer), isReached: reached }];
    });
    return [studentId, ofStudent] as const;
  });
  return new Map(marks);
}

/** The lines of a summary to which one answer counts. */
function placesOf(item: ReleaseItem, answer: Answer, ids: readonly (string | null)[]): number[] {
  return kindOf(item.content)
    .summarise(item.content, [answer])
    .filter((one) => one.count > 0)
    .map((one) => ids.indexOf(one.id))
    .filter((place) => place >= 0);
}
