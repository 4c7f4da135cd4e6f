/** What the marks of a release say as a whole: how far they tell students apart, and what going again has changed. */
import type { Results } from "@verdant/contract/insight";
import { judged, meanChange, normalisedGain } from "@verdant/core/insight/growth";
import { reliabilityOf } from "@verdant/core/insight/reliability";
import { groupBy } from "@verdant/core/groupBy";
import { markerOf } from "@verdant/core/items/kinds";
import type { listItemsOfRelease } from "../delivery/service.ts";
import { creditBy } from "./itemResults.ts";
import type { listAnswers } from "./store.ts";

type ReleaseItem = Awaited<ReturnType<typeof listItemsOfRelease>>[number];
type Given = Awaited<ReturnType<typeof listAnswers>>[number];

/** Of one go of each student, of all goes the last: what was marked. What was not reached earned nothing. */
export function reliabilityOfMarks(items: readonly ReleaseItem[], answers: readonly Given[]): Results["reliability"] {
  const byId = new Map(items.map((item) => [item.itemId, item]));
  const students = [...groupBy(answers, (answer) => answer.studentId).values()].map((all) => {
    const last = Math.max(...all.map((answer) => answer.ordinal));
    return all.flatMap((answer) => {
      const item = byId.get(answer.itemId);
      const marker = item && markerOf(item.content);
      if (answer.ordinal !== last || !item || marker === "nobody" || (marker === "person" && !answer.isEvidence))
        return [];
      return [
        {
          ...{ question: item.itemId, points: answer.points, difficulty: item.writerDifficulty },
          credit: creditBy(item, answer),
        },
      ];
    });
  });
  const found = reliabilityOf(students);
  if (found?.by !== "sameQuestions") return found;
  const [student = []] = students;
  const isCommon = ({ question }: { question: string }) =>
    students.every((own) => own.some((one) => one.question === question));
  return { ...found, outOf: student.filter(isCommon).reduce((sum, { points }) => sum + points, 0) };
}

type Student = Pick<Results["perStudent"][number], "goes">;

/** Null where nobody has gone twice. Whoever has something that waits for its mark is not in it yet. */
export function growthOverGoes(students: readonly Student[]): Results["goes"] {
  const shares = students
    .filter(({ goes }) => goes.every(({ outOf, waitingPoints }) => outOf > 0 && waitingPoints === 0))
    .map(({ goes }) => goes.map(({ points, outOf }) => points / outOf));
  const again = shares.filter((own) => own.length > 1);
  if (again.length === 0) return null;
  const pairs = again.map((own) => ({ before: own[0] ?? 0, after: own.at(-1) ?? 0 }));
  const [before, after] = [mean(pairs.map((pair) => pair.before)), mean(pairs.map((pair) => pair.after))];
  const most = Math.max(...shares.map((own) => own.length));
  return {
    students: again.length,
    ...{ before, after },
    change: judged([meanChange(pairs)])[0] ?? null,
    gain: normalisedGain(before, after),
    each: Array.from({ length: most }, (_, i) => {
      const own = shares.flatMap((one) => one[i] ?? []);
      return { students: own.length, share: mean(own) };
    }),
  };
}

const mean = (values: readonly number[]) => values.reduce((sum, one) => sum + one, 0) / Math.max(1, values.length);
