/** What a school's class lists would change here: who joins, who is no longer listed, who is called otherwise. */
import { foldedText } from "../foldedText.ts";
import { groupBy } from "../groupBy.ts";
import type { ListedClass, ListedStudent } from "./roster.ts";

export interface OwnStudent {
  readonly id: string;
  readonly givenName: string;
  readonly familyName: string;
  /** By which the school's lists know the student; null: not known yet. */
  readonly externalId: string | null;
}
export interface OwnClass {
  readonly id: string;
  readonly name: string;
  readonly course: string;
  readonly externalId: string | null;
  readonly students: readonly OwnStudent[];
  readonly teacherIds: readonly string[];
}
export interface Own {
  readonly classes: readonly OwnClass[];
  /** Those whom the lists know, whether they are in a class or not. */
  readonly listed: readonly OwnStudent[];
  readonly members: readonly { readonly personId: string; readonly name: string; readonly email: string }[];
}

/** What becomes of a class of the lists: it is left out, is one of ours, or is made, in this course or one of its own. */
export type Taking =
  | { readonly as: "leftOut" }
  | { readonly as: "ours"; readonly classId: string }
  | { readonly as: "new"; readonly courseId: string | null };

export interface Joining extends ListedStudent {
  /** Who it is here; null: nobody yet. */
  readonly studentId: string | null;
  /** The class of ours that the lists have taken the student out of. */
  readonly from: string | null;
}
export interface Renamed extends ListedStudent {
  readonly studentId: string;
  readonly before: string;
}
export interface Leaving {
  readonly studentId: string;
  readonly name: string;
  /** The class that the student joins instead. */
  readonly to: string | null;
  /** The lists have never had the student: somebody added them here. */
  readonly isOwn: boolean;
}
export interface ClassChange {
  readonly sourcedId: string;
  readonly joining: readonly Joining[];
  /** In the class already, by their names: from now on known by the lists too. */
  readonly recognised: readonly { readonly studentId: string; readonly sourcedId: string }[];
  readonly renamed: readonly Renamed[];
  readonly leaving: readonly Leaving[];
  /** In the list with a name that two here or two in the list have: nobody can say who is who. */
  readonly unsure: readonly ListedStudent[];
  /** In the class, and nobody in the list is known to be them: whom a person may say that somebody in the list is. */
  readonly unclaimed: readonly { readonly studentId: string; readonly name: string }[];
  readonly teachersJoining: readonly { readonly personId: string; readonly name: string }[];
  /** Teachers of the list who have no account in the department. */
  readonly teachersUnknown: readonly string[];
}

const nameOf = ({ givenName, familyName }: { givenName: string; familyName: string }) =>
  `${givenName} ${familyName}`.trim();
const folded = (name: string) => foldedText(name);

/**
 * What is proposed for each class of the lists: the one of ours that it is known as, or else the one that is called the same
 * and is not in the lists already; otherwise it is left out, since a school lists the classes of every subject. Where several
 * of the lists are called like one of ours (a form has one name in all subjects), it is the one whose course shares a word with
 * ours; where that does not tell them apart either, all of them are left out.
 *
 * @returns by their ids
 */
export function usualTakings(
  listed: readonly Pick<ListedClass, "sourcedId" | "name" | "code" | "course">[],
  classes: readonly Pick<OwnClass, "id" | "name" | "externalId" | "course">[],
): Map<string, Taking> {
  const ids = new Set(listed.map(({ sourcedId }) => sourcedId));
  // What is known by none of these ids was known by lists of another making.
  const free = classes.filter(({ externalId }) => externalId === null || !ids.has(externalId));
  const ofName = groupBy(free, (one) => folded(one.name));
  const known = new Map(classes.map((one) => [one.externalId ?? "", one.id]));
  const named = listed.flatMap((one) => {
    if (known.has(one.sourcedId)) return [];
    const names = [...new Set([one.name, one.code].filter((name) => name !== "").map(folded))];
    const [only, ...others] = names.flatMap((name) => ofName.get(name) ?? []);
    return only && others.every(({ id }) => id === only.id) ? [{ one, only }] : [];
  });
  const chosen = new Map(
    [...groupBy(named, ({ only }) => only.id)].flatMap(([id, all]) => {
      const alike =
        all.length === 1 ? all : all.filter(({ one, only }) => shareWord(`${one.name} ${one.course}`, only.course));
      const [first] = alike;
      return first && alike.length === 1 ? [[first.one.sourcedId, id] as const] : [];
    }),
  );
  return new Map(
    listed.map(({ sourcedId }): [string, Taking] => {
      const classId = known.get(sourcedId) ?? chosen.get(sourcedId);
      return [sourcedId, classId === undefined ? { as: "leftOut" } : { as: "ours", classId }];
    }),
  );
}

/** Words that say what a course is about: not "of", and not "year". */
const wordsOf = (text: string) =>
  folded(text)
    .split(/[^\p{L}]+/u)
    .filter((word) => word.length > 3 && word !== "year");
const shareWord = (a: string, b: string) => {
  const words = new Set(wordsOf(b));
  return wordsOf(a).some((word) => words.has(word));
};

/** Classes of ours that more than one class of the lists would become. */
export const takenTwice = (takings: readonly Taking[]): string[] =>
  [
    ...groupBy(
      takings.flatMap((one) => (one.as === "ours" ? one.classId : [])),
      (id) => id,
    ),
  ].flatMap(([id, all]) => (all.length > 1 ? id : []));

/**
 * Compares the classes that are taken with ours. A student is known by the lists' id, or else by the name within the class
 * where only one here and one in the list has it; or by the name where a student nobody lists any more in one class of ours
 * stands in the list of another. Whom the lists know by a new id is known by the name in the same way. Taken twice, the same
 * lists change nothing.
 *
 * @param ids of all students in the lists
 * @param said students of ours by the lists' ids, as a person has said who is who; only of those who are in the class and
 *   nobody else in the lists
 * @param taken classes of the lists with what becomes of each, none of ours twice, see {@link takenTwice}
 * @returns one for each class that is not left out
 */
export function compareClassLists(
  taken: readonly { readonly listed: ListedClass; readonly taking: Taking }[],
  own: Own,
  ids: ReadonlySet<string>,
  said: ReadonlyMap<string, string> = new Map(),
): ClassChange[] {
  const isFree = (one: OwnStudent) => one.externalId === null || !ids.has(one.externalId);
  const externalId = new Map(
    [...own.listed, ...own.classes.flatMap(({ students }) => students)].flatMap((one) =>
      one.externalId === null ? [] : [[one.externalId, one] as const],
    ),
  );
  const classOf = new Map(own.classes.map((one) => [one.id, one]));
  const emails = new Map(own.members.map((one) => [one.email.toLowerCase(), one]));
  const isNew = ({ sourcedId }: ListedStudent) => !externalId.has(sourcedId);
  const asked = taken.flatMap(({ listed, taking }) => {
    if (taking.as === "leftOut") return [];
    const ours = taking.as === "ours" ? classOf.get(taking.classId) : undefined;
    return [
      { listed, ours, pairs: pairsOf(listed.students.filter(isNew), (ours?.students ?? []).filter(isFree), said) },
    ];
  });
  // Across the classes each student is one in the lists, and the other way round; otherwise nobody can say who is who.
  const everyPair = asked.flatMap(({ pairs }) => pairs.sure);
  const oursOf = groupBy(everyPair, (pair) => pair.listed.sourcedId);
  const listedOf = groupBy(everyPair, (pair) => pair.student.id);
  const twice = asked.flatMap(({ pairs }) => pairs.unsure);
  const twiceNames = new Set(twice.map((one) => folded(nameOf(one))));
  const isSure = ({ listed, student }: Pair) =>
    (said.get(listed.sourcedId) === student.id || !twiceNames.has(folded(nameOf(listed)))) &&
    (oursOf.get(listed.sourcedId) ?? []).every((pair) => pair.student.id === student.id) &&
    (listedOf.get(student.id) ?? []).every((pair) => pair.listed.sourcedId === listed.sourcedId);
  const unsure = [...twice, ...everyPair.filter((pair) => !isSure(pair)).map((pair) => pair.listed)];
  const unsureIds = new Set(unsure.map(({ sourcedId }) => sourcedId));
  const unsureNames = new Set(unsure.map((one) => folded(nameOf(one))));
  const begun = asked.map(({ listed, ours, pairs }) => {
    const sure = pairs.sure.filter(isSure);
    const kept = [...known(listed.students, ours?.students ?? []), ...sure];
    const found = new Set(kept.map(({ student }) => student.id));
    const here = new Set(kept.map((pair) => pair.listed.sourcedId));
    const open = listed.students.filter(({ sourcedId }) => !here.has(sourcedId));
    return {
      ...{ listed, ours, kept },
      recognised: sure.map((pair) => ({ studentId: pair.student.id, sourcedId: pair.listed.sourcedId })),
      fresh: open.filter(({ sourcedId }) => !unsureIds.has(sourcedId)),
      unsure: open.filter(({ sourcedId }) => unsureIds.has(sourcedId)),
      unclaimed: (ours?.students ?? [])
        .filter((one) => !found.has(one.id) && isFree(one))
        .map((one) => ({ studentId: one.id, name: nameOf(one) })),
      missing: (ours?.students ?? []).filter(
        (one) => !found.has(one.id) && !(isFree(one) && unsureNames.has(folded(nameOf(one)))),
      ),
    };
  });

  const recognisedAs = new Map(
    begun.flatMap(({ recognised }) => recognised.map((one) => [one.sourcedId, one.studentId] as const)),
  );
  // Who is listed in no class any more, by name, for those who have only changed class and were not known by an id yet.
  const lost = groupBy(
    begun.flatMap(({ ours, missing }) =>
      missing.filter(isFree).map((student) => ({ student, from: ours?.name ?? "" })),
    ),
    ({ student }) => folded(nameOf(student)),
  );
  const arriving = groupBy(
    begun.flatMap(({ fresh }) =>
      fresh.filter(({ sourcedId }) => !externalId.has(sourcedId) && !recognisedAs.has(sourcedId)),
    ),
    (one) => folded(nameOf(one)),
  );
  const missingIn = groupBy(
    begun.flatMap(({ ours, missing }) => missing.map(({ id }) => ({ id, from: ours?.name ?? "" }))),
    ({ id }) => id,
  );

  const changes = begun.map(({ listed, ours, fresh, recognised, kept, missing, unsure, unclaimed }): ClassChange => {
    const joining = fresh.map((one): Joining => {
      const student = externalId.get(one.sourcedId);
      if (student) return { ...one, studentId: student.id, from: missingIn.get(student.id)?.[0]?.from ?? null };
      const elsewhere = recognisedAs.get(one.sourcedId);
      if (elsewhere !== undefined) return { ...one, studentId: elsewhere, from: null };
      const name = folded(nameOf(one));
      const [moved, another] = lost.get(name) ?? [];
      const isOnly = moved && !another && arriving.get(name)?.length === 1;
      return { ...one, studentId: isOnly ? moved.student.id : null, from: isOnly ? moved.from : null };
    });
    const all = [
      ...kept,
      ...fresh.flatMap((one) => {
        const student = externalId.get(one.sourcedId);
        return student ? [{ listed: one, student }] : [];
      }),
    ];
    const teachers = listed.teachers.map((teacher) => ({ teacher, member: emails.get(teacher.email) }));
    return {
      sourcedId: listed.sourcedId,
      joining,
      recognised,
      renamed: all.flatMap(({ listed: one, student }) =>
        nameOf(one) === nameOf(student) ? [] : [{ ...one, studentId: student.id, before: nameOf(student) }],
      ),
      leaving: missing.map((one) => ({
        ...{ studentId: one.id, name: nameOf(one), isOwn: one.externalId === null },
        to: null,
      })),
      unsure,
      unclaimed,
      teachersJoining: teachers.flatMap(({ member }) =>
        member && ours?.teacherIds.includes(member.personId) !== true
          ? [{ personId: member.personId, name: member.name }]
          : [],
      ),
      teachersUnknown: teachers.flatMap(({ teacher, member }) => (member ? [] : teacher.name)),
    };
  });

  const goesTo = new Map(
    changes.flatMap(({ sourcedId, joining }) => {
      const name = begun.find(({ listed }) => listed.sourcedId === sourcedId);
      return joining.flatMap(({ studentId }) =>
        studentId === null ? [] : [[studentId, name?.ours?.name ?? name?.listed.name ?? ""] as const],
      );
    }),
  );
  return changes.map((one) => ({
    ...one,
    leaving: one.leaving.map((leaver) => ({ ...leaver, to: goesTo.get(leaver.studentId) ?? null })),
  }));
}

interface Pair {
  readonly listed: ListedStudent;
  readonly student: OwnStudent;
}

/** Who of a list is who of the class, as it was said or by the name that only they have, and those of whom nobody can say so. */
function pairsOf(
  listed: readonly ListedStudent[],
  own: readonly OwnStudent[],
  said: ReadonlyMap<string, string>,
): { sure: Pair[]; unsure: ListedStudent[] } {
  const ownOf = new Map(own.map((one) => [one.id, one]));
  const sure = listed.flatMap((one): Pair[] => {
    const student = ownOf.get(said.get(one.sourcedId) ?? "");
    if (student) ownOf.delete(student.id);
    return student ? [{ listed: one, student }] : [];
  });
  const told = new Set(sure.map((pair) => pair.listed.sourcedId));
  const ofName = groupBy([...ownOf.values()], (one) => folded(nameOf(one)));
  const unsure: ListedStudent[] = [];
  const open = listed.filter(({ sourcedId }) => !told.has(sourcedId));
  for (const [name, all] of groupBy(open, (student) => folded(nameOf(student)))) {
    const [student, ...namesakes] = ofName.get(name) ?? [];
    if (!student) continue;
    if (all.length + namesakes.length > 1) unsure.push(...all);
    else sure.push(...all.map((one) => ({ listed: one, student })));
  }
  return { sure, unsure };
}

/** Who of a list is who of the class by the id of the lists. */
function known(listed: readonly ListedStudent[], own: readonly OwnStudent[]): Pair[] {
  const byId = new Map(own.flatMap((one) => (one.externalId === null ? [] : [[one.externalId, one] as const])));
  return listed.flatMap((one) => {
    const student = byId.get(one.sourcedId);
    return student ? [{ listed: one, student }] : [];
  });
}
