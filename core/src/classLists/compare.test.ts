import fc from "fast-check";
import { expect, test } from "vitest";
import {
  compareClassLists,
  takenTwice,
  usualTakings,
  type ClassChange,
  type Own,
  type OwnClass,
  type OwnStudent,
  type Taking,
} from "./compare.ts";
import type { ListedClass, ListedStudent } from "./roster.ts";

const parts = (name: string) => {
  const [givenName = "", familyName = ""] = name.split(" ");
  return { givenName, familyName };
};
const listed = (sourcedId: string, name: string): ListedStudent => ({ sourcedId, ...parts(name) });
const own = (id: string, name: string, externalId: string | null = null): OwnStudent => ({
  ...{ id, externalId },
  ...parts(name),
});
const list = (sourcedId: string, students: ListedStudent[], more: Partial<ListedClass> = {}): ListedClass => ({
  ...{ sourcedId, name: sourcedId, code: "", course: "Geography", school: "", year: null, students, teachers: [] },
  ...more,
});
const ours = (id: string, students: OwnStudent[], more: Partial<OwnClass> = {}): OwnClass => ({
  ...{ id, name: id, course: "Year 9 geography", externalId: null, students, teacherIds: [] },
  ...more,
});
const department = (classes: OwnClass[], more: Partial<Own> = {}): Own => ({
  ...{ classes, members: [] },
  listed: classes.flatMap(({ students }) => students).filter((one) => one.externalId !== null),
  ...more,
});
const as = (classId: string): Taking => ({ as: "ours", classId });
const idsOf = (lists: readonly ListedClass[]) =>
  new Set(lists.flatMap(({ students }) => students.map(({ sourcedId }) => sourcedId)));
const compare = (lists: ListedClass[], takings: Taking[], at: Own) =>
  compareClassLists(
    lists.map((one, i) => ({ listed: one, taking: takings[i] ?? { as: "leftOut" } })),
    at,
    idsOf(lists),
  );
const one = (students: ListedStudent[], here: OwnStudent[], more: Partial<ListedClass> = {}) =>
  compare([list("k", students, more)], [as("9C")], department([ours("9C", here)]))[0];

test("a student is known by the id of the lists, whatever the name is now; the new name is named", () => {
  const change = one([listed("s1", "Hild Larkham-Moss")], [own("a", "Hild Larkham", "s1")]);
  expect(change).toMatchObject({ joining: [], leaving: [], recognised: [] });
  expect(change?.renamed).toEqual([{ ...listed("s1", "Hild Larkham-Moss"), studentId: "a", before: "Hild Larkham" }]);
});

test("who is not known by an id is recognised by the name, whatever its accents and capitals", () => {
  const change = one([listed("s1", "Zoë MARLO")], [own("a", "Zoe Marlo")]);
  expect(change?.recognised).toEqual([{ studentId: "a", sourcedId: "s1" }]);
  expect(change?.renamed[0]?.before).toBe("Zoe Marlo");
  expect(change?.joining).toEqual([]);
});

test("two of one name are nobody that could be told: nobody joins, leaves or is joined to another", () => {
  const twoHere = one([listed("s1", "Ada Quill")], [own("a", "Ada Quill"), own("b", "Ada Quill")]);
  expect(twoHere).toMatchObject({ joining: [], leaving: [], recognised: [], unsure: [{ sourcedId: "s1" }] });
  const twoThere = one([listed("s1", "Ada Quill"), listed("s2", "Ada Quill")], [own("a", "Ada Quill")]);
  expect(twoThere).toMatchObject({
    joining: [],
    leaving: [],
    recognised: [],
    unsure: [{ sourcedId: "s1" }, { sourcedId: "s2" }],
  });
  // Both are new: two students.
  expect(one([listed("s1", "Ada Quill"), listed("s2", "Ada Quill")], [])?.joining).toHaveLength(2);
});

test("a person may say who is who, where the names are the same or are not", () => {
  const twoHere = [own("a", "Ada Quill"), own("b", "Ada Quill"), own("w", "Will Tansley")];
  const lists = [list("k", [listed("s1", "Ada Quill"), listed("s2", "William Tansley")])];
  const at = department([ours("9C", twoHere)]);
  const taken = lists.map((one) => ({ listed: one, taking: as("9C") }));
  const asked = compareClassLists(taken, at, idsOf(lists));
  expect(asked[0]?.unclaimed.map(({ studentId }) => studentId)).toEqual(["a", "b", "w"]);
  const said = new Map([
    ["s1", "b"],
    ["s2", "w"],
  ]);
  const [change] = compareClassLists(taken, at, idsOf(lists), said);
  expect(change).toMatchObject({ joining: [], unsure: [], leaving: [{ studentId: "a" }] });
  expect(change?.recognised).toEqual([
    { studentId: "b", sourcedId: "s1" },
    { studentId: "w", sourcedId: "s2" },
  ]);
  expect(change?.renamed).toMatchObject([{ studentId: "w", before: "Will Tansley", givenName: "William" }]);
  // Of a student whom the lists know already nothing can be said.
  const known = department([ours("9C", [own("a", "Ada Quill", "s1"), own("w", "Will Tansley")])]);
  const [same] = compareClassLists(taken, known, idsOf(lists), new Map([["s1", "w"]]));
  expect(same?.recognised).toEqual([]);
});

test("who is no longer listed is named, and whether the lists ever had them", () => {
  const change = one([], [own("a", "Ada Quill", "s1"), own("b", "Ben Moss")]);
  expect(change?.leaving).toEqual([
    { studentId: "a", name: "Ada Quill", isOwn: false, to: null },
    { studentId: "b", name: "Ben Moss", isOwn: true, to: null },
  ]);
});

test("who changes class stays the same student, known by an id or by the name alone", () => {
  for (const externalId of ["s1", null]) {
    const [to, from] = compare(
      [list("k", [listed("s1", "Ada Quill")]), list("j", [])],
      [as("9C"), as("9B")],
      department([ours("9C", []), ours("9B", [own("a", "Ada Quill", externalId)])]),
    );
    expect(to?.joining).toEqual([{ ...listed("s1", "Ada Quill"), studentId: "a", from: "9B" }]);
    expect(from?.leaving).toMatchObject([{ studentId: "a", to: "9C" }]);
  }
});

test("of two of one name who leave nobody can say who it was that joins another class: a new student", () => {
  const [to] = compare(
    [list("k", [listed("s1", "Ada Quill")]), list("j", [])],
    [as("9C"), as("9B")],
    department([ours("9C", []), ours("9B", [own("a", "Ada Quill"), own("b", "Ada Quill")])]),
  );
  expect(to?.joining).toEqual([{ ...listed("s1", "Ada Quill"), studentId: null, from: null }]);
});

test("who was here before and left comes back as the same student", () => {
  const at = department([ours("9C", [])], { listed: [own("a", "Ada Quill", "s1")] });
  expect(compare([list("k", [listed("s1", "Ada Quill")])], [as("9C")], at)[0]?.joining).toMatchObject([
    { studentId: "a", from: null },
  ]);
});

test("one student recognised in one class joins another as the same", () => {
  const [, second] = compare(
    [list("k", [listed("s1", "Ada Quill")]), list("j", [listed("s1", "Ada Quill")])],
    [as("9C"), as("Fieldwork")],
    department([ours("9C", [own("a", "Ada Quill")]), ours("Fieldwork", [])]),
  );
  expect(second?.joining).toMatchObject([{ studentId: "a" }]);
});

test("lists of another making, with other ids, recognise everybody by name", () => {
  const change = one([listed("new-1", "Ada Quill")], [own("a", "Ada Quill", "old-1")]);
  expect(change).toMatchObject({ joining: [], leaving: [], recognised: [{ studentId: "a", sourcedId: "new-1" }] });
  // A namesake of one whom the lists still have elsewhere is somebody else.
  const [here] = compare(
    [list("k", [listed("new-1", "Ada Quill")]), list("j", [listed("old-1", "Ada Quill")])],
    [as("9C")],
    department([ours("9C", [own("a", "Ada Quill", "old-1")])]),
  );
  expect(here?.joining).toMatchObject([{ sourcedId: "new-1", studentId: null }]);
});

test("teachers are colleagues by their address; those without an account are named", () => {
  const teachers = [
    { name: "A. Fenwick", email: "ada@school.example" },
    { name: "Jo Ottery", email: "jo@school.example" },
    { name: "No Address", email: "" },
  ];
  const members = [{ personId: "p", name: "Ada Fenwick", email: "Ada@School.example" }];
  const lists = [list("k", [], { teachers })];
  const [change] = compare(lists, [as("9C")], department([ours("9C", [])], { members }));
  expect(change?.teachersJoining).toEqual([{ personId: "p", name: "Ada Fenwick" }]);
  expect(change?.teachersUnknown).toEqual(["Jo Ottery", "No Address"]);
  const taught = department([ours("9C", [], { teacherIds: ["p"] })], { members });
  expect(compare(lists, [as("9C")], taught)[0]?.teachersJoining).toEqual([]);
});

test("a class is proposed by the id it is known by, or else by its name; two of one name are left to a person", () => {
  const lists = [list("k", [], { name: "9C Geography", code: "9c" }), list("j", [], { name: "8A" })];
  const usual = (...classes: OwnClass[]) => usualTakings(lists, classes).get("k");
  expect(usual(ours("1", [], { name: "8B", externalId: "k" }))).toEqual(as("1"));
  expect(usual(ours("1", [], { name: "9C" }))).toEqual(as("1"));
  expect(usual(ours("1", [], { name: "9C Geography" }))).toEqual(as("1"));
  expect(usual(ours("1", [], { name: "9C", externalId: "j" }))).toEqual({ as: "leftOut" });
  expect(usual(ours("1", [], { name: "9C", externalId: "of other lists" }))).toEqual(as("1"));
  expect(usual(ours("1", [], { name: "9C" }), ours("2", [], { name: "9c" }))).toEqual({ as: "leftOut" });
  expect(usual()).toEqual({ as: "leftOut" });
  expect(takenTwice([as("1"), as("2"), as("1"), { as: "leftOut" }, { as: "new", courseId: null }])).toEqual(["1"]);
});

test("a form that is called the same in all subjects is proposed by its course; where that says nothing, not at all", () => {
  const of = (...courses: string[]) =>
    courses.map((course, i) => list(`k${i}`, [], { name: `9C ${course}`, code: "9C", course }));
  const proposed = (lists: ListedClass[]) =>
    [...usualTakings(lists, [ours("1", [], { name: "9C" })])].flatMap(([id, { as }]) => (as === "ours" ? id : []));
  expect(proposed(of("History 9", "Geography 9", "Science 9"))).toEqual(["k1"]);
  expect(proposed(of("Year 9 history", "Year 9 science"))).toEqual([]);
  expect(proposed(of("Geography 9", "Geography 9 (fieldwork)"))).toEqual([]);
  expect(proposed(of("Science 9"))).toEqual(["k0"]);
});

const isNoChange = (one: ClassChange): boolean =>
  [one.joining, one.recognised, one.renamed, one.leaving, one.teachersJoining].every((list) => list.length === 0);

/** What a department is after the changes, with those who leave let go. */
function after(
  at: Own,
  lists: readonly ListedClass[],
  takings: readonly Taking[],
  changes: readonly ClassChange[],
): Own {
  const students = new Map(
    [...at.listed, ...at.classes.flatMap((one) => one.students)].map((student) => [student.id, student]),
  );
  const classes = new Map(at.classes.map((one) => [one.id, new Set(one.students.map(({ id }) => id))]));
  const made = new Map<string, string>();
  for (const change of changes) {
    const taking = takings[lists.findIndex(({ sourcedId }) => sourcedId === change.sourcedId)];
    const members = taking?.as === "ours" ? classes.get(taking.classId) : undefined;
    for (const { studentId, sourcedId, givenName, familyName } of change.joining) {
      const id = studentId ?? made.get(sourcedId) ?? `new ${sourcedId}`;
      made.set(sourcedId, id);
      students.set(id, { id, givenName, familyName, externalId: sourcedId });
      members?.add(id);
    }
    for (const { studentId, sourcedId } of change.recognised) {
      const student = students.get(studentId);
      if (student) students.set(studentId, { ...student, externalId: sourcedId });
    }
    for (const { studentId, sourcedId, givenName, familyName } of change.renamed)
      students.set(studentId, { id: studentId, givenName, familyName, externalId: sourcedId });
    for (const { studentId } of change.leaving) members?.delete(studentId);
  }
  const of = (id: string) => students.get(id) ?? [];
  return {
    classes: at.classes.map((one) => ({ ...one, students: [...(classes.get(one.id) ?? [])].flatMap(of) })),
    listed: [...students.values()].filter(({ externalId }) => externalId !== null),
    members: [],
  };
}

test("the same lists, taken twice, change nothing the second time; no student of ours ever becomes two", () => {
  const name = fc.constantFrom("Ada Quill", "Ben Moss", "Cy Lund", "Zoë Marlo", "Zoe Marlo");
  const inList = fc.uniqueArray(fc.tuple(fc.integer({ min: 0, max: 7 }), name), { selector: ([id]) => id });
  const here = fc.uniqueArray(fc.tuple(fc.integer({ min: 0, max: 7 }), fc.boolean()), { selector: ([id]) => id });
  fc.assert(
    fc.property(
      fc.array(inList, { minLength: 2, maxLength: 2 }),
      fc.array(name, { minLength: 8, maxLength: 8 }),
      fc.array(here, { minLength: 2, maxLength: 2 }),
      (inLists, names, inClasses) => {
        // One person has one name in all lists, and one id here.
        const nameInLists = new Map(inLists.flat());
        const lists = inLists.map((all, i) =>
          list(
            `list ${i}`,
            all.map(([id]) => listed(`s${id}`, nameInLists.get(id) ?? "")),
          ),
        );
        const isKnown = new Map(inClasses.flat());
        const at = department(
          inClasses.map((all, i) =>
            ours(
              `class ${i}`,
              all.map(([id]) => own(`own ${id}`, names[id] ?? "", isKnown.get(id) === true ? `s${id}` : null)),
            ),
          ),
        );
        const takings = [as("class 0"), as("class 1")];
        const changes = compare(lists, takings, at);
        const joined = changes.flatMap(({ joining }) => joining.flatMap(({ studentId }) => studentId ?? []));
        const recognised = changes.flatMap((change) => change.recognised);
        expect(new Set(recognised.map((one) => `${one.studentId} ${one.sourcedId}`)).size).toBe(
          new Set(recognised.map(({ studentId }) => studentId)).size,
        );
        for (const id of joined) expect(at.classes.flatMap((k) => k.students).some((one) => one.id === id)).toBe(true);
        const then = after(at, lists, takings, changes);
        const ids = then.listed.map(({ externalId }) => externalId);
        expect(new Set(ids).size).toBe(ids.length);
        const again = compare(lists, takings, then);
        expect(again.filter((change) => !isNoChange(change))).toEqual([]);
        for (const [i, { students }] of then.classes.entries()) {
          const wanted = lists[i]?.students.map(({ sourcedId }) => sourcedId) ?? [];
          const unsure = (changes[i]?.unsure ?? []).map(({ sourcedId }) => sourcedId);
          const got = students.flatMap(({ externalId }) => externalId ?? []);
          expect(wanted.filter((id) => !got.includes(id) && !unsure.includes(id))).toEqual([]);
        }
      },
    ),
    { numRuns: 500 },
  );
});
