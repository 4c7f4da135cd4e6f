/** Lists that were read beside the department's classes. */
import { createHash } from "node:crypto";
import type * as contract from "@verdant/contract/classLists";
import type { Comparison, Taking } from "@verdant/contract/classLists";
import type { Input } from "@verdant/contract/endpoint";
import { canonicalJson } from "@verdant/core/canonicalJson";
import { compareClassLists, takenTwice, usualTakings, type ClassChange } from "@verdant/core/classLists/compare";
import type { ListedClass, Roster } from "@verdant/core/classLists/roster";
import { classesForLists, yearsNotHere } from "../courses/takeLists.ts";
import { listCourses } from "../courses/service.ts";
import { Failure } from "../platform/failure.ts";
import type { Member, Scope } from "../platform/scope.ts";
import * as store from "./store.ts";

export interface Compared {
  readonly taken: readonly { readonly listed: ListedClass; readonly taking: Taking }[];
  /** One for each class that is not left out, in the order of the lists. */
  readonly changes: readonly ClassChange[];
  readonly ours: readonly { readonly id: string; readonly name: string; readonly externalId: string | null }[];
  /** Who is who, as it was said: ids of the lists and of ours. */
  readonly same: ReadonlyMap<string, string>;
  /** Of all that was compared and chosen. */
  readonly seen: string;
}

/** @throws Failure where a class of ours is taken twice, or is none of ours */
export async function compareRoster(
  scope: Scope<Member>,
  roster: Roster,
  { chosen, same }: Pick<Input<typeof contract.compareClassLists>["body"], "chosen" | "same">,
): Promise<Compared> {
  const { db, caller } = scope;
  const studentIds = new Set(roster.classes.flatMap(({ students }) => students.map(({ sourcedId }) => sourcedId)));
  const { classes, listed } = await classesForLists(scope, [...studentIds]);
  const said = new Map(chosen.map(({ sourcedId, taking }) => [sourcedId, taking]));
  const known = new Set(classes.map(({ id }) => id));
  const usual = usualTakings(roster.classes, classes);
  // What was chosen comes first; what would only be usual steps back where both would be one class of ours.
  const asked = new Set([...said.values()].flatMap((one) => (one.as === "ours" ? one.classId : [])));
  const takings = roster.classes.map(({ sourcedId }): Taking => {
    const taking = said.get(sourcedId);
    if (taking) return taking;
    const proposed = usual.get(sourcedId) ?? { as: "leftOut" };
    return proposed.as === "ours" && asked.has(proposed.classId) ? { as: "leftOut" } : proposed;
  });
  const [twice] = takenTwice(takings);
  if (twice !== undefined)
    throw new Failure("classListedTwice", { name: classes.find(({ id }) => id === twice)?.name ?? "" });
  if (takings.some((one) => one.as === "ours" && !known.has(one.classId)))
    throw new Failure("noSuch", { what: "class" });
  const taken = roster.classes.map((one, at) => ({ listed: one, taking: takings[at] ?? { as: "leftOut" as const } }));
  const members = await store.listAddresses(db, caller.departmentId);
  const who = new Map(same.map(({ sourcedId, studentId }) => [sourcedId, studentId]));
  const changes = compareClassLists(taken, { classes, listed, members }, studentIds, who);
  const seen = createHash("sha256").update(canonicalJson({ takings, changes })).digest("base64url");
  return { taken, changes, ours: classes, same: who, seen };
}

/** As a page shows it. */
export async function comparisonOf(
  scope: Scope<Member>,
  roster: Roster,
  notes: Comparison["notes"],
  { taken, changes, ours, seen, same }: Compared,
): Promise<Comparison> {
  const changeOf = new Map(changes.map((one) => [one.sourcedId, one]));
  const yearNames = new Map(roster.years.map(({ sourcedId, name }) => [sourcedId, name]));
  const { courses } = await listCourses(scope);
  const listedIds = new Set(ours.flatMap(({ id, externalId }) => (externalId === null ? [] : id)));
  const isListed = (taking: Taking) => taking.as === "ours" && listedIds.has(taking.classId);
  const made = new Set(taken.flatMap(({ listed, taking }) => (taking.as === "new" ? (listed.year ?? []) : [])));
  const years = await yearsNotHere(
    scope,
    roster.years.filter(({ sourcedId }) => made.has(sourcedId)),
  );
  return {
    seen,
    notes,
    ours: ours.map(({ id, name }) => ({ classId: id, name })),
    courses: courses.map(({ id, name }) => ({ courseId: id, name })),
    years: years.map(({ name, from, to, holidays }) => ({ name, from, to, holidays: [...holidays] })),
    classes: taken.map(({ listed, taking }) => {
      const change = changeOf.get(listed.sourcedId);
      return {
        ...{ sourcedId: listed.sourcedId, name: listed.name, course: listed.course },
        year: listed.year === null ? null : (yearNames.get(listed.year) ?? null),
        students: listed.students.length,
        teachers: listed.teachers.map(({ name }) => name),
        taking,
        change: change ? shown(listed, change, same, isListed(taking)) : null,
      };
    }),
  };
}

const nameOf = ({ givenName, familyName }: { givenName: string; familyName: string }) =>
  `${givenName} ${familyName}`.trim();

const shown = (listed: ListedClass, change: ClassChange, same: ReadonlyMap<string, string>, isKnown: boolean) => ({
  same: change.recognised
    .filter(({ sourcedId, studentId }) => same.get(sourcedId) === studentId)
    .flatMap(({ sourcedId }) => {
      const one = listed.students.find((student) => student.sourcedId === sourcedId);
      const before = change.renamed.find((student) => student.sourcedId === sourcedId)?.before;
      return one ? [{ sourcedId, name: nameOf(one), before: before ?? nameOf(one) }] : [];
    }),
  joining: change.joining.map((one) => ({
    sourcedId: one.sourcedId,
    name: nameOf(one),
    isNew: one.studentId === null,
    from: one.from,
  })),
  recognised: change.recognised.length,
  renamed: change.renamed.map((one) => ({ name: nameOf(one), before: one.before })),
  // That nobody was in a list before says nothing while the class itself has been in none.
  leaving: change.leaving.map((one) => ({ ...one, isOwn: one.isOwn && isKnown })),
  unsure: change.unsure.map((one) => ({ sourcedId: one.sourcedId, name: nameOf(one) })),
  unclaimed: [...change.unclaimed],
  teachersJoining: change.teachersJoining.map(({ name }) => name),
  teachersUnknown: [...change.teachersUnknown],
});
