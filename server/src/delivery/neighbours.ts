/** What a seating plan does to goes: neighbours do not have the same question, or a look-alike, at the same place. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/seating";
import { countSame, neighboursOf, pairsOf } from "@verdant/core/delivery/seating";
import { groupBy } from "@verdant/core/groupBy";
import { listSeats } from "../courses/service.ts";
import { need } from "../platform/failure.ts";
import type { Member, Scope, Student } from "../platform/scope.ts";
import * as neighbourStore from "./neighbourStore.ts";
import * as store from "./store.ts";

type Families = ReadonlyMap<string, readonly string[]>;

/** The families of each student's newest go at a release, place by place. */
async function familiesOf(
  { db }: Scope,
  departmentId: string,
  releaseId: string,
  studentIds: readonly string[],
): Promise<Families> {
  const rows = await neighbourStore.listFamilies(db, departmentId, releaseId, studentIds);
  return new Map([...groupBy(rows, (row) => row.studentId)].map(([id, own]) => [id, own.map((row) => row.familyId)]));
}

/** What the neighbours of the caller have at each place, as far as they have begun; empty without a seating plan. */
export async function neighboursAt(
  scope: Scope<Student>,
  { releaseId, classId }: { readonly releaseId: string; readonly classId: string },
): Promise<readonly (readonly string[])[]> {
  const { departmentId, studentId } = scope.caller;
  const neighbours = neighboursOf(await listSeats(scope, departmentId, [classId]), studentId);
  if (neighbours.length === 0) return [];
  return [...(await familiesOf(scope, departmentId, releaseId, neighbours)).values()];
}

/** Who sits beside whom, in all classes that a release was given to. */
export async function listNeighbours(
  scope: Scope,
  { departmentId, releaseId }: { readonly departmentId: string; readonly releaseId: string },
): Promise<Map<string, string[]>> {
  const beside = new Map<string, string[]>();
  for (const classId of await neighbourStore.listClassesOf(scope.db, departmentId, releaseId)) {
    const seats = await listSeats(scope, departmentId, [classId]);
    for (const { studentId } of seats) beside.set(studentId, neighboursOf(seats, studentId));
  }
  return beside;
}

export async function showNeighbours(
  scope: Scope<Member>,
  { params: { releaseId } }: Input<typeof contract.showNeighbours>,
): Promise<Result<typeof contract.showNeighbours>> {
  const { db, caller } = scope;
  const { departmentId } = caller;
  need((await store.listReleases(db, departmentId, { releaseId }))[0], "release");
  const pairs = [];
  for (const classId of await neighbourStore.listClassesOf(db, departmentId, releaseId))
    pairs.push(...pairsOf(await listSeats(scope, departmentId, [classId])));
  const families = await familiesOf(scope, departmentId, releaseId, [...new Set(pairs.flat())]);
  const begun = pairs.flatMap(([a, b]) => {
    const [one, other] = [families.get(a), families.get(b)];
    return one && other ? [{ same: countSame(one, other), places: Math.min(one.length, other.length) }] : [];
  });
  if (begun.length === 0) return { neighbours: null };
  return {
    neighbours: {
      pairs: begun.length,
      places: begun.reduce((sum, one) => sum + one.places, 0),
      same: begun.reduce((sum, one) => sum + one.same, 0),
    },
  };
}
