/** Reads the structure of a department file: framework, topics, misconceptions, courses, school year and classes. */
import type { Thing } from "@verdant/contract/problemCodes";
import { cardMarkOf, newEntryCard, sealedCard } from "../courses/entryCard.ts";
import { Failure } from "../platform/failure.ts";
import { newId } from "../platform/id.ts";
import type { Member, Scope } from "../platform/scope.ts";
import { todayOf } from "../platform/today.ts";
import type { FileBody } from "./readDepartmentFile.ts";
import * as store from "./store.ts";

/** Ids by the keys that the file uses. */
export interface Keys {
  readonly standards: Map<string, string>;
  readonly topics: Map<string, string>;
  readonly misconceptions: Map<string, string>;
  readonly courses: Map<string, string>;
  readonly stimuli: Map<string, string>;
}

export function lookUp(map: ReadonlyMap<string, string>, key: string, what: Thing): string {
  const id = map.get(key);
  if (id !== undefined) return id;
  throw new Failure("fileNamesUnknown", { what, key }, { at: "/body" });
}

export async function importStandards(
  { db, caller }: Scope<Member>,
  file: FileBody,
): Promise<{ keys: Map<string, string>; created: number }> {
  const { departmentId } = caller;
  const known = await store.listStandards(db, departmentId);
  const keys = new Map(known.map((row) => [row.code, row.id]));
  if (!file.framework) return { keys, created: 0 };
  const { guid, title, standards } = file.framework;
  let framework = (await store.listFrameworks(db, departmentId)).find((row) => row.guid === guid);
  if (!framework) {
    framework = { id: newId(), guid, title };
    await store.insertAll(db, "framework", [{ departmentId, ...framework, raw: null }]);
  }
  const fresh = standards.filter((standard) => !keys.has(standard.code));
  for (const standard of fresh) keys.set(standard.code, newId());
  const frameworkId = framework.id;
  await store.insertAll(
    db,
    "standard",
    fresh.map((standard, i) => ({
      departmentId,
      id: keys.get(standard.code) ?? "",
      frameworkId,
      parentId: standard.parent === undefined ? null : lookUp(keys, standard.parent, "standard"),
      guid: standard.guid ?? newId(),
      code: standard.code,
      statement: standard.statement,
      studentWording: standard.studentWording ?? null,
      position: known.length + i + 1,
      secureLine: null,
      retiredAt: null,
      raw: null,
    })),
  );
  return { keys, created: fresh.length };
}

export async function importTopics(
  { db, caller }: Scope<Member>,
  file: FileBody,
  standards: ReadonlyMap<string, string>,
): Promise<{ keys: Map<string, string>; created: number }> {
  const { departmentId } = caller;
  const known = await store.listTopics(db, departmentId);
  const keys = topicPaths(known);
  const fresh = file.topics.filter((topic) => !keys.has(topic.key));
  for (const topic of fresh) keys.set(topic.key, newId());
  const parents = new Map<string, string>();
  await store.insertAll(
    db,
    "topic",
    fresh.map((topic, i) => {
      const id = keys.get(topic.key) ?? "";
      const parentId = topic.parent === undefined ? null : lookUp(keys, topic.parent, "topic");
      if (parentId !== null) parents.set(id, parentId);
      const { name, letter = null, hue = null, note = null } = topic;
      return {
        departmentId,
        id,
        parentId,
        name,
        letter,
        hue,
        note,
        position: known.length + i + 1,
        mergedIntoId: null,
        archivedAt: null,
      };
    }),
  );
  for (const row of known) if (row.parentId !== null) parents.set(row.id, row.parentId);
  await store.insertAll(
    db,
    "topicAncestor",
    fresh.flatMap((topic) => {
      const topicId = keys.get(topic.key) ?? "";
      const line = [topicId];
      for (let up = parents.get(topicId); up !== undefined; up = parents.get(up)) {
        if (line.includes(up)) throw new Failure("topicOverItself", { topic: topic.name });
        line.push(up);
      }
      return line.map((ancestorId, depth) => ({ departmentId, topicId, ancestorId, depth }));
    }),
  );
  await store.insertAll(
    db,
    "topicStandard",
    fresh.flatMap((topic) =>
      topic.standards.map((code) => ({
        departmentId,
        topicId: keys.get(topic.key) ?? "",
        standardId: lookUp(standards, code, "standard"),
      })),
    ),
  );
  return { keys, created: fresh.length };
}

/** A topic's key in a file: its path of names, which is readable and stays the same from export to import. */
export function topicPaths(
  topics: readonly { id: string; parentId: string | null; name: string }[],
): Map<string, string> {
  const byId = new Map(topics.map((topic) => [topic.id, topic]));
  const pathOf = (topic: (typeof topics)[number]): string => {
    const parent = byId.get(topic.parentId ?? "");
    return parent ? `${pathOf(parent)} / ${topic.name}` : topic.name;
  };
  return new Map(topics.map((topic) => [pathOf(topic), topic.id]));
}

export async function importMisconceptions(
  { db, caller }: Scope<Member>,
  file: FileBody,
): Promise<Map<string, string>> {
  const { departmentId } = caller;
  const known = new Map(
    (await store.listMisconceptions(db, departmentId)).map((row) => [row.name.toLowerCase(), row.id]),
  );
  const rows = file.misconceptions.map(({ key, name }) => ({
    key,
    name,
    id: known.get(name.toLowerCase()) ?? newId(),
    isNew: !known.has(name.toLowerCase()),
  }));
  await store.insertAll(
    db,
    "misconception",
    rows.filter((row) => row.isNew).map(({ id, name }) => ({ departmentId, id, name })),
  );
  return new Map(rows.map((row) => [row.key, row.id]));
}

export async function importCourses(
  { db, caller }: Scope<Member>,
  file: FileBody,
  topics: ReadonlyMap<string, string>,
) {
  const { departmentId } = caller;
  const known = new Map((await store.listCourses(db, departmentId)).map((row) => [row.name, row.id]));
  const keys = new Map<string, string>(known);
  const fresh = file.courses.filter((course) => !known.has(course.name));
  for (const course of file.courses) keys.set(course.key, known.get(course.name) ?? newId());
  await store.insertAll(
    db,
    "course",
    fresh.map(({ key, name }) => ({ departmentId, id: keys.get(key) ?? "", name })),
  );
  for (const course of fresh) {
    const courseId = keys.get(course.key) ?? "";
    const units = course.units.map((unit, i) => ({ ...unit, id: newId(), position: i + 1 }));
    await store.insertAll(
      db,
      "unit",
      units.map(({ id, position, name, letter, hue }) => ({ departmentId, id, courseId, position, name, letter, hue })),
    );
    await store.insertAll(
      db,
      "unitTopic",
      units.flatMap((unit) =>
        unit.topics.map((topic, i) => ({
          departmentId,
          courseId,
          unitId: unit.id,
          topicId: lookUp(topics, topic, "topic"),
          position: i + 1,
        })),
      ),
    );
  }
  return { keys, created: fresh.length };
}

export async function importClasses(
  scope: Scope<Member>,
  file: FileBody,
  { courses, topics }: Pick<Keys, "courses" | "topics">,
): Promise<{ classes: number; students: number }> {
  const { db, caller, secret } = scope;
  const { departmentId } = caller;
  const joinedOn = await todayOf(scope);
  if (!file.schoolYear) return { classes: 0, students: 0 };
  const { name, startsOn, endsOn, closed } = file.schoolYear;
  let year = await store.findSchoolYear(db, departmentId, name);
  if (!year) {
    year = { id: newId(), name, startsOn, endsOn };
    await store.insertAll(db, "schoolYear", [{ departmentId, ...year }]);
    const schoolYearId = year.id;
    await store.insertAll(
      db,
      "closedDays",
      closed.map(({ from, to, label }) => ({
        departmentId,
        id: newId(),
        schoolYearId,
        classId: null,
        fromOn: from,
        toOn: to,
        label,
      })),
    );
  }
  const schoolYearId = year.id;
  const known = new Set((await store.listClasses(db, departmentId, schoolYearId)).map((row) => row.name));
  const units = await store.listUnits(db, departmentId);
  const fresh = file.classes.filter((one) => !known.has(one.name));
  const taken = await store.listTakenCards(
    db,
    fresh.flatMap((one) =>
      one.students.flatMap(({ entryCard }) => (entryCard === undefined ? [] : cardMarkOf(secret, entryCard))),
    ),
  );
  const cardFor = (wanted: string | undefined) => {
    const isFree = wanted !== undefined && !taken.has(cardMarkOf(secret, wanted).toString("base64"));
    return sealedCard(secret, isFree ? wanted : newEntryCard());
  };
  let students = 0;
  for (const one of fresh) {
    const classId = newId();
    const courseId = lookUp(courses, one.course, "course");
    const { meetingDays, rehearsal, examOn = null } = one;
    await store.insertAll(db, "class", [
      {
        departmentId,
        id: classId,
        courseId,
        schoolYearId,
        name: one.name,
        rehearsal,
        meetingDays,
        examOn,
        timeZone: null,
      },
    ]);
    const unitIds = new Map(units.filter((unit) => unit.courseId === courseId).map((unit) => [unit.letter, unit.id]));
    await store.insertAll(
      db,
      "classUnit",
      one.units.map(({ letter, from, to }) => ({
        departmentId,
        classId,
        unitId: lookUp(unitIds, letter, "unit"),
        plannedFrom: from,
        plannedTo: to,
      })),
    );
    await store.insertAll(
      db,
      "classTopic",
      one.taught.map(({ topic, on }) => ({
        departmentId,
        classId,
        topicId: lookUp(topics, topic, "topic"),
        taughtOn: on,
      })),
    );
    const rows = one.students.map((student) => ({ ...student, id: newId() }));
    await store.insertAll(
      db,
      "student",
      rows.map(({ id, givenName, familyName }) => ({
        departmentId,
        id,
        externalId: null,
        givenName,
        familyName,
        pseudonymisedAt: null,
      })),
    );
    await store.insertAll(
      db,
      "enrolment",
      rows.map(({ id, entryCard, extraTimePercent }) => ({
        departmentId,
        classId,
        studentId: id,
        ...cardFor(entryCard),
        joinedOn,
        leftOn: null,
        arrangements: JSON.stringify(extraTimePercent === undefined ? {} : { extraTimePercent }),
      })),
    );
    students += rows.length;
  }
  return { classes: fresh.length, students };
}
