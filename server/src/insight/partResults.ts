/** Part by part of a quiz that has several: how many of the answers in it were right. */
import type { Results } from "@verdant/contract/insight";
import { groupBy } from "@verdant/core/groupBy";
import { isReached } from "@verdant/core/delivery/reached";
import { shareOfStudents } from "@verdant/core/insight/wilson";
import type { listItemsOfRelease } from "../delivery/service.ts";
import type { listAnswers } from "./store.ts";

type ReleaseItem = Awaited<ReturnType<typeof listItemsOfRelease>>[number];
type Given = Awaited<ReturnType<typeof listAnswers>>[number];

/**
 * Over the same answers as the share of the whole quiz, so that the parts add up to it. A part without a question is none.
 *
 * @param items in the order of the quiz
 */
export function resultsOfParts(items: readonly ReleaseItem[], answers: readonly Given[]): Results["parts"] {
  const numbered = items.map((item, i) => ({ ...item, position: i + 1 }));
  const parts = [...groupBy(numbered, (item) => item.partId).values()];
  if (parts.length < 2) return [];
  const partOf = new Map(items.map((item) => [item.itemId, item.partId]));
  const telling = answers.filter((answer) => answer.isEvidence && isReached(answer));
  const byPart = groupBy(telling, (answer) => partOf.get(answer.itemId));
  return parts.map((own) => ({
    heading: own[0]?.heading ?? null,
    number: own[0]?.partNumber ?? 0,
    first: own[0]?.position ?? 0,
    last: own.at(-1)?.position ?? 0,
    outcome: shareOfStudents(
      [...groupBy(byPart.get(own[0]?.partId) ?? [], (answer) => answer.studentId).values()].map((given) => ({
        right: given.reduce((sum, answer) => sum + answer.credit, 0),
        outOf: given.length,
      })),
    ),
  }));
}
