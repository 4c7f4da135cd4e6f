/** Standards: how sure we are that each student has secured them, from all first goes of the school year. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/insight";
import type { CreditsOfStandard } from "@verdant/core/insight/firstGoes";
import { masteryOf, priorOfClass } from "@verdant/core/insight/mastery";
import { listStudentsOfClass, needClass } from "../courses/listClasses.ts";
import type { Member, Scope, Student } from "../platform/scope.ts";
import { showSecureLines } from "../standards/service.ts";
import { evidenceOfClass, firstGoesOf, type FirstGoes } from "./firstGoes.ts";
import * as store from "./standardStore.ts";

type Standard = Awaited<ReturnType<typeof store.listStandardsOfClass>>[number];
type Prior = contract.StandardResult["prior"];

/** The share from which a standard counts as secure in a course, where the standard itself says nothing. */
export async function usualLineOf(scope: Scope<Member | Student>, courseId: string): Promise<number> {
  const { department, courses } = await showSecureLines(scope);
  return courses.find((course) => course.courseId === courseId)?.secureLine ?? department;
}

/** @param evidence of anybody of the class: the class's mean is what is believed before a student's own answers */
export function resultsOfStandards(
  standards: readonly Standard[],
  evidence: readonly CreditsOfStandard[],
  students: readonly { readonly studentId: string; readonly name: string }[],
  usualLine: number,
): contract.StandardResult[] {
  const tallies = new Map(evidence.map((row) => [`${row.standardId} ${row.studentId}`, row]));
  return standards.map((standard) => {
    const secureLine = standard.secureLine ?? usualLine;
    const prior = priorOfClass(evidence.filter((row) => row.standardId === standard.id));
    return {
      standardId: standard.id,
      code: standard.code,
      statement: standard.statement,
      secureLine,
      prior,
      students: students.map(({ studentId, name }) => {
        const { right, given } = tallies.get(`${standard.id} ${studentId}`) ?? { right: 0, given: 0 };
        const { mean, label } = masteryOf(right, given, prior, secureLine);
        return { studentId, name, right, given, mean, label };
      }),
    };
  });
}

/** Of one student what the page of the class says, made as if these goes of theirs had not been. */
export async function standardsOfStudent(
  scope: Scope<Student>,
  classId: string,
  besides: readonly string[],
): Promise<
  readonly (contract.StandardResult["students"][number] & { prior: Prior; secureLine: number; wording: string })[]
> {
  const { db, caller } = scope;
  const { departmentId, studentId } = caller;
  const one = await needClass(scope, departmentId, classId);
  const standards = await store.listStandardsOfClass(db, departmentId, classId);
  const results = resultsOfStandards(
    standards,
    evidenceOfClass(await firstGoesOf(scope, departmentId, classId, besides)),
    [{ studentId, name: "" }],
    await usualLineOf(scope, one.courseId),
  );
  return results.flatMap(({ prior, secureLine, students }, i) =>
    students.map((own) => ({
      ...{ ...own, prior, secureLine },
      wording: standards[i]?.studentWording ?? standards[i]?.statement ?? "",
    })),
  );
}

export async function showClassStandards(
  scope: Scope<Member>,
  { params: { classId } }: Input<typeof contract.showClassStandards>,
): Promise<Result<typeof contract.showClassStandards>> {
  return standardsOfClass(scope, classId, firstGoesOf(scope, scope.caller.departmentId, classId));
}

/** @param reading of the first goes of the class */
export async function standardsOfClass(
  scope: Scope<Member>,
  classId: string,
  reading: Promise<FirstGoes>,
): Promise<contract.ClassStandards> {
  const { db, caller } = scope;
  const { departmentId } = caller;
  const [one, standards, students, evidence] = await Promise.all([
    needClass(scope, departmentId, classId),
    store.listStandardsOfClass(db, departmentId, classId),
    listStudentsOfClass(db, departmentId, classId),
    reading.then(evidenceOfClass),
  ]);
  const usualLine = await usualLineOf(scope, one.courseId);
  return {
    classId,
    className: one.name,
    usualLine,
    standards: resultsOfStandards(standards, evidence, students, usualLine),
  };
}
