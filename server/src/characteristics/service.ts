/** What a department keeps of its students to compare groups by: nothing, unless a lead says so. */
import {
  characteristicLimits,
  type Characteristic,
  type ClassCharacteristics,
} from "@verdant/contract/characteristics";
import type * as contract from "@verdant/contract/characteristics";
import type { Input, Result } from "@verdant/contract/endpoint";
import { groupBy } from "@verdant/core/groupBy";
import { listEnrolments } from "../courses/service.ts";
import type { Db } from "../platform/database.ts";
import { Failure } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import * as store from "./store.ts";

type All = Result<typeof contract.listCharacteristics>;

export async function characteristicsOf(db: Db, departmentId: string): Promise<Characteristic[]> {
  const byOwner = groupBy(await store.listValues(db, departmentId), (row) => row.characteristicId);
  return [...byOwner].map(([id, rows]) => ({
    id,
    name: rows[0]?.characteristic ?? "",
    version: rows[0]?.version ?? 1,
    values: rows.map((row) => ({ id: row.id, name: row.name, students: row.students })),
  }));
}

export async function listCharacteristics({ db, caller }: Scope<Member>): Promise<All> {
  return { characteristics: await characteristicsOf(db, caller.departmentId) };
}

export function setCharacteristic(
  scope: Scope<Member>,
  { params: { characteristicId }, body }: Input<typeof contract.setCharacteristic>,
): Promise<All> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    await store.lockCharacteristics(db, departmentId, "change");
    const all = await characteristicsOf(db, departmentId);
    const before = all.find(({ id }) => id === characteristicId);
    if ((before?.version ?? 0) !== body.version) throw new Failure("characteristicChanged");
    if (!before && all.length >= characteristicLimits.characteristics)
      throw new Failure("tooManyCharacteristics", { most: characteristicLimits.characteristics });
    const same = (a: string, b: string) => a.toLowerCase() === b.toLowerCase();
    if (all.some(({ id, name }) => id !== characteristicId && same(name, body.name)))
      throw new Failure("characteristicTwice", {}, { at: "/body/name" });
    const twice = body.values.findIndex((one, i) =>
      body.values.slice(0, i).some((other) => other.id === one.id || same(other.name, one.name)),
    );
    if (twice >= 0) throw new Failure("characteristicTwice", {}, { at: `/body/values/${String(twice)}/name` });
    const owners = await store.listOwners(
      db,
      departmentId,
      body.values.map(({ id }) => id),
    );
    if (owners.some((id) => id !== characteristicId)) throw new Failure("characteristicChanged");
    const version = body.version + 1;
    await store.upsertCharacteristic(db, {
      ...{ departmentId, id: characteristicId, name: body.name, version, madeAt: now() },
    });
    await store.replaceValues(db, departmentId, characteristicId, body.values);
    await record(within, {
      ...{ departmentId, entity: "characteristic", entityId: characteristicId },
      action: before ? "changed" : "added",
      ...(before && { before: { name: before.name, values: before.values.map(({ name }) => name) } }),
      after: { name: body.name, values: body.values.map(({ name }) => name) },
    });
    return listCharacteristics(within);
  });
}

export function removeCharacteristic(
  scope: Scope<Member>,
  { params: { characteristicId } }: Input<typeof contract.removeCharacteristic>,
): Promise<All> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    await store.lockCharacteristics(db, departmentId, "change");
    const before = (await characteristicsOf(db, departmentId)).find(({ id }) => id === characteristicId);
    // Whoever comes second finds it done.
    if (before) {
      await store.deleteCharacteristic(db, departmentId, characteristicId);
      await record(within, {
        ...{ departmentId, entity: "characteristic", entityId: characteristicId, action: "removed" },
        before: { name: before.name },
      });
    }
    return listCharacteristics(within);
  });
}

export async function showClassCharacteristics(
  scope: Scope<Member>,
  { params }: Input<typeof contract.showClassCharacteristics>,
): Promise<ClassCharacteristics> {
  const { db, caller } = scope;
  const { departmentId } = caller;
  const { classId, className, students } = await listEnrolments(scope, { params });
  const ids = students.map(({ studentId }) => studentId);
  const said = groupBy(await store.listSaid(db, departmentId, ids), ({ studentId }) => studentId);
  return {
    ...{ classId, className, characteristics: await characteristicsOf(db, departmentId) },
    students: students.map(({ studentId, name }) => ({
      ...{ studentId, name },
      valueIds: (said.get(studentId) ?? []).map(({ valueId }) => valueId),
    })),
  };
}

export function setClassCharacteristics(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.setClassCharacteristics>,
): Promise<ClassCharacteristics> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    await store.lockCharacteristics(db, departmentId, "say");
    const { students, characteristics } = await showClassCharacteristics(within, { params });
    const here = new Set(students.map(({ studentId }) => studentId));
    const valuesOf = new Map(characteristics.map(({ id, values }) => [id, new Set(values.map((one) => one.id))]));
    body.set.forEach(({ studentId, characteristicId, valueId }, i) => {
      if (!here.has(studentId)) throw new Failure("studentNotInClass", {}, { at: `/body/set/${String(i)}/studentId` });
      const values = valuesOf.get(characteristicId);
      if (!values || (valueId !== null && !values.has(valueId))) throw new Failure("characteristicChanged");
    });
    // Of a cell that is given twice the last one holds.
    const cells = new Map(body.set.map((one) => [`${one.studentId} ${one.characteristicId}`, one]));
    await store.replaceSaid(db, departmentId, [...cells.values()]);
    // Of how many, not of whom or what: the audit is kept for good.
    const after = { students: new Set(body.set.map(({ studentId }) => studentId)).size };
    await record(within, {
      ...{ departmentId, entity: "class", entityId: params.classId, action: "characteristicsSet", after },
    });
    return showClassCharacteristics(within, { params });
  });
}

/** A group to be compared with the students of whom another value of the same characteristic is said. */
export interface ComparedGroup {
  readonly valueId: string;
  readonly characteristic: string;
  readonly value: string;
  readonly group: ReadonlySet<string>;
  readonly others: ReadonlySet<string>;
}

/** Of two values one comparison says all: the second beside the first; of more, each beside the rest. */
export const valuesToCompare = ({ values }: Pick<Characteristic, "values">) =>
  values.length === 2 ? values.slice(1) : values;

/** For what is worked out beside the requests: whom each comparison is between. */
export async function groupsToCompare(db: Db, departmentId: string): Promise<ComparedGroup[]> {
  const all = await characteristicsOf(db, departmentId);
  const students = await store.listStudentsByValue(db, departmentId);
  return all.flatMap((one) =>
    valuesToCompare(one).map((value) => ({
      ...{ valueId: value.id, characteristic: one.name, value: value.name },
      group: new Set(students.get(value.id)),
      others: new Set(one.values.flatMap(({ id }) => (id === value.id ? [] : (students.get(id) ?? [])))),
    })),
  );
}

/** What is said of a student, in words. */
export const saidOfStudent = (db: Db, departmentId: string, studentId: string) =>
  store.listSaidInWords(db, departmentId, studentId);
