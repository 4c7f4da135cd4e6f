/**
 * Puts the items of a department on one scale of difficulty, and finds those that the answers speak against; at most once
 * a day, in a thread beside the requests.
 */
import { priorOfWriter, type Responses } from "@verdant/core/insight/rasch";
import type { JobKind } from "../platform/jobs.ts";
import { atomically } from "../platform/scope.ts";
import type { Threads } from "../platform/threads.ts";
import { replaceDoubts } from "./doubtStore.ts";
import { findDoubts } from "./findDoubts.ts";
import * as store from "./calibrationStore.ts";
import { calibration } from "./tasks.ts";

const restMs = 20 * 3_600_000;
/** Of a department with more, the newest: twenty years of a large one. */
const mostStudents = 10_000;
const budgetMs = 60_000;

export const calibrations = (threads: Pick<Threads, "run">): JobKind => ({
  name: "calibrate-items",
  due: async ({ db, now }, besides) => {
    const found = await store.listUncalibrated(db, besides, new Date(now().getTime() - restMs), 50);
    return found.map((departmentId) => ({ departmentId, subject: departmentId }));
  },
  // What is read and worked out is under no transaction; only putting it in place is.
  work: async (scope, { departmentId }) => {
    const through = await store.findThrough(scope.db, departmentId);
    if (through === null) return;
    const rows = await store.listResponses(scope.db, departmentId, mostStudents);
    const { responses, parameterIds, answers } = responsesOf(rows);
    const writers = await store.listWriters(scope.db, departmentId, parameterIds);
    const priors = parameterIds.map((id) => priorOfWriter(writers.get(id) ?? 3));
    const found = await threads.run(calibration, { responses, priors }, { lane: "slow", budgetMs, departmentId });
    const doubts = await findDoubts(scope.db, threads, departmentId, rows, found);
    await atomically(scope, async ({ db, now }) => {
      await replaceDoubts(db, departmentId, doubts);
      await store.replaceCalibration(
        db,
        {
          ...{ departmentId, through, at: now() },
          ...{ students: responses.group.length, reliability: found.reliability },
        },
        parameterIds.map((parameterId, i) => ({
          parameterId,
          difficulty: found.difficulty[i] ?? 0,
          error: found.error[i] ?? 1,
          answers: answers[i] ?? 0,
        })),
      );
    });
  },
  mostSeconds: 300,
});

/** Students in rows; a group for each year and course, the earliest first, since the scale hangs on it. */
export function responsesOf(rows: readonly { group: string; parameterIds: string[]; credits: number[] }[]): {
  readonly responses: Responses;
  readonly parameterIds: readonly string[];
  readonly answers: readonly number[];
} {
  const places = new Map<string, number>();
  const groups = new Map<string, number>();
  const answers: number[] = [];
  const total = rows.reduce((sum, row) => sum + row.parameterIds.length, 0);
  const [item, credit] = [new Int32Array(total), new Float64Array(total)];
  const [start, group] = [new Int32Array(rows.length + 1), new Int32Array(rows.length)];
  let at = 0;
  rows.forEach((row, person) => {
    group[person] = placeIn(groups, row.group);
    row.parameterIds.forEach((id, i) => {
      const place = placeIn(places, id);
      answers[place] = (answers[place] ?? 0) + 1;
      item[at] = place;
      credit[at] = row.credits[i] ?? 0;
      at++;
    });
    start[person + 1] = at;
  });
  return { responses: { start, item, credit, group }, parameterIds: [...places.keys()], answers };
}

/** The place of a key; a new one comes last. */
function placeIn(places: Map<string, number>, key: string): number {
  const known = places.get(key);
  if (known !== undefined) return known;
  places.set(key, places.size);
  return places.size - 1;
}
