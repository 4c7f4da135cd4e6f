/**
 * Puts the items of a department on one scale of difficulty, and finds those that the answers speak against, that drift and
 * that treat groups unlike; at most once a day, or when it is asked for, in a thread beside the requests.
 */
import { groupSides } from "@verdant/core/insight/differential";
import { linkSds, priorOfWriter, type Link, type Responses } from "@verdant/core/insight/rasch";
import { groupsToCompare, type ComparedGroup } from "../characteristics/service.ts";
import type { JobKind } from "../platform/jobs.ts";
import { atomically } from "../platform/scope.ts";
import type { Threads } from "../platform/threads.ts";
import { replaceDifferentials } from "./differentialStore.ts";
import { replaceDoubts } from "./doubtStore.ts";
import { findDoubts } from "./findDoubts.ts";
import * as store from "./calibrationStore.ts";
import { calibration } from "./tasks.ts";

const restMs = 20 * 3_600_000;
/** Also of what is asked for: it takes a processor for seconds. */
const leastRestMs = 60_000;
/** Of a department with more, the newest: twenty years of a large one. */
const mostStudents = 10_000;
const budgetMs = 60_000;

export const calibrations = (threads: Pick<Threads, "run">): JobKind => ({
  name: "calibrate-items",
  due: async ({ db, now }, besides) => {
    const found = await store.listUncalibrated(
      db,
      besides,
      { unasked: new Date(now().getTime() - restMs), asked: new Date(now().getTime() - leastRestMs) },
      50,
    );
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
    const groups = await groupsToCompare(scope.db, departmentId);
    const found = await threads.run(
      calibration,
      {
        ...{ responses, priors, late: lateOf(rows) },
        links: linksOf(await store.listRevised(scope.db, departmentId, parameterIds), parameterIds),
        sides: groups.map((group) => sideOf(rows, group)),
      },
      { lane: "slow", budgetMs, departmentId },
    );
    const doubts = await findDoubts(scope.db, threads, departmentId, { rows, parameterIds }, found);
    await atomically(scope, async ({ db, now }) => {
      await replaceDoubts(db, departmentId, doubts);
      await replaceDifferentials(
        db,
        departmentId,
        groups.flatMap(({ valueId }, g) =>
          (found.differentials[g] ?? []).flatMap((one, i) => {
            const parameterId = parameterIds[i];
            return parameterId === undefined || one.focal === 0 ? [] : [{ valueId, parameterId, ...one }];
          }),
        ),
      );
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

type Person = Pick<store.AnsweredBy, "group" | "studentId">;

/** Who is of the newest year in which anything was answered: the rows come by year, and a group begins with its id. */
export function lateOf(rows: readonly Person[]): Int8Array {
  const yearOf = ({ group }: Person) => group.split(" ")[0];
  const newest = rows.at(-1);
  return Int8Array.from(rows, (row) => (newest && yearOf(row) === yearOf(newest) ? 1 : 0));
}

export const sideOf = (rows: readonly Person[], { group, others }: Pick<ComparedGroup, "group" | "others">) =>
  Int8Array.from(rows, ({ studentId }) =>
    group.has(studentId) ? groupSides.focal : others.has(studentId) ? groupSides.reference : groupSides.unknown,
  );

/** Of items that were revised, and answered before and after, how what was known before carries over. */
export function linksOf(
  revised: readonly { before: string; after: string; changeKind: string }[],
  parameterIds: readonly string[],
): Link[] {
  const places = new Map(parameterIds.map((id, place) => [id, place]));
  return revised.flatMap(({ before, after, changeKind }) => {
    const [from, item] = [places.get(before), places.get(after)];
    if (from === undefined || item === undefined) return [];
    if (changeKind !== "wording" && changeKind !== "rewritten") return [];
    return [{ item, before: from, sd: linkSds[changeKind] }];
  });
}

/** The place of a key; a new one comes last. */
function placeIn(places: Map<string, number>, key: string): number {
  const known = places.get(key);
  if (known !== undefined) return known;
  places.set(key, places.size);
  return places.size - 1;
}
