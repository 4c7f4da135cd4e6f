/** Courses with their units and topics, and new classes. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/courses";
import { groupBy } from "@verdant/core/groupBy";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import * as edits from "./editStore.ts";
import { listColleagues, replaceTeachers } from "./teacherStore.ts";
import { listClasses } from "./listClasses.ts";
import { enrolStudents } from "./roster.ts";
import { currentSchoolYear } from "./schoolYear.ts";

type Course = Result<typeof contract.setCourse>;

export async function listCourses({ db, caller }: Scope<Member>): Promise<Result<typeof contract.listCourses>> {
  const { departmentId } = caller;
  const courses = await edits.listCourses(db, departmentId);
  const units = await edits.listUnits(db, departmentId);
  const topics = groupBy(await edits.listUnitTopics(db, departmentId), (row) => row.unitId);
  return {
    courses: courses.map((course) => ({
      ...course,
      units: units
        .filter((unit) => unit.courseId === course.id)
        .map(({ id, name, letter, hue }) => ({
          id,
          name,
          letter,
          hue,
          topics: (topics.get(id) ?? []).map((row) => ({ id: row.topicId, name: row.name })),
        })),
    })),
  };
}

type Wrong = "letterTwice" | "topicInTwoUnits" | "unitGone" | "oneTopicGone";
const invalid = (code: Wrong) => new Failure(code, {}, { at: "/body/units" });

/** Makes or sets a whole course. A unit that a class has dates for, or a quiz stands on, cannot be taken out. */
export function setCourse(scope: Scope<Member>, { params, body }: Input<typeof contract.setCourse>): Promise<Course> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    const { courseId } = params;
    const letters = body.units.map((unit) => unit.letter.toUpperCase());
    if (new Set(letters).size !== letters.length) throw invalid("letterTwice");
    const topicIds = body.units.flatMap((unit) => unit.topicIds);
    if (new Set(topicIds).size !== topicIds.length) throw invalid("topicInTwoUnits");
    await edits.upsertCourse(db, { departmentId, id: courseId, name: body.name });
    const before = (await edits.listUnits(db, departmentId)).filter((unit) => unit.courseId === courseId);
    const units = body.units.map((unit, i) => {
      if (unit.id !== undefined && !before.some((one) => one.id === unit.id)) throw invalid("unitGone");
      return { ...unit, id: unit.id ?? newId(), letter: unit.letter.toUpperCase(), position: i + 1 };
    });
    for (const gone of before.filter((one) => !units.some((unit) => unit.id === one.id))) {
      if (!(await edits.deleteUnit(db, departmentId, gone.id))) throw new Failure("unitInUse", { unit: gone.name });
    }
    await edits.freeLetters(db, departmentId, courseId);
    for (const { id, name, letter, hue, position } of units)
      await edits.upsertUnit(db, { departmentId, id, courseId, name, letter, hue, position });
    const known = await edits.replaceUnitTopics(
      db,
      departmentId,
      courseId,
      units.flatMap((unit) => unit.topicIds.map((topicId, i) => ({ unitId: unit.id, topicId, position: i + 1 }))),
    );
    if (known !== topicIds.length) throw invalid("oneTopicGone");
    await record(within, { departmentId, entity: "course", entityId: courseId, action: "set", after: body });
    const { courses } = await listCourses(within);
    return need(
      courses.find((course) => course.id === courseId),
      "course",
    );
  });
}

export function createClass(
  scope: Scope<Member>,
  { body }: Input<typeof contract.createClass>,
): Promise<Result<typeof contract.createClass>> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    const { courses } = await listCourses(within);
    need(
      courses.find((course) => course.id === body.courseId),
      "course",
    );
    const schoolYearId = await currentSchoolYear(within);
    const { classes } = await listClasses(within);
    if (classes.some((one) => one.name.toLowerCase() === body.name.toLowerCase()))
      throw new Failure("classNameTaken", { name: body.name }, { at: "/body/name" });
    const id = newId();
    await edits.insertClass(db, { departmentId, id, schoolYearId, examOn: null, ...body });
    // Whoever makes a class teaches it, until it is said otherwise.
    const makers = await listColleagues(db, departmentId, [caller.personId]);
    await replaceTeachers(
      db,
      departmentId,
      id,
      makers.map((one) => one.id),
    );
    await record(within, { departmentId, entity: "class", entityId: id, action: "made", after: body });
    if (body.rehearsal) await enrolStudents(within, { params: { classId: id }, body: { names: inventedStudents } });
    return need(
      (await listClasses(within)).classes.find((one) => one.id === id),
      "class",
    );
  });
}

/** Whom a rehearsal class is made of: enough to deal draws to, and nobody could take them for real. */
const inventedStudents = ["Ash", "Birch", "Cedar", "Hazel", "Rowan", "Willow"]
  .map((name) => `${name} Rehearsal`)
  .join("\n");
