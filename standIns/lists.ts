/** What a made-up school's system knows: classes of several subjects, their students and teachers, and its school year. */
import { dateOf, dayOf } from "@verdant/core/plan/day";
import about from "../demo/larkmoor/school.json" with { type: "json" };
import larkmoor from "../demo/larkmoor/classes.json" with { type: "json" };
import small from "../demo/testSchool/classes.json" with { type: "json" };

export type Row = Readonly<Record<string, unknown>> & { readonly sourcedId: string };
export const collections = ["orgs", "academicSessions", "courses", "classes", "users", "enrollments"] as const;
export type Collection = (typeof collections)[number];
export type Lists = Readonly<Record<Collection, readonly Row[]>>;

const reference = (type: string, sourcedId: string) => ({ sourcedId, type });
const slug = (text: string) =>
  text
    .normalize("NFD")
    .toLowerCase()
    .replaceAll(/[^a-z0-9]+/g, "-")
    .replaceAll(/^-|-$/g, "");

interface Named {
  readonly givenName: string;
  readonly familyName: string;
}

const schools = { larkmoor, small };

/**
 * The lists of the demo's school as its own system has them, which is a little ahead of the department's: one student has
 * left, one has joined, one is called otherwise, one has changed class where there are two of a year.
 *
 * @param today ISO date that the demo stands at
 */
export function schoolLists(which: keyof typeof schools, today: string): Lists {
  const { classes, schoolYear } = schools[which];
  const shift = Math.floor((dayOf(today) - dayOf(about.anchor)) / 7) * 7;
  const moved = (day: string) => dateOf(dayOf(day) + shift);
  const org = reference("org", "school");
  const students = new Map<string, Named[]>(
    classes.map(({ name, students }) => [
      name,
      students.map(({ givenName, familyName }) => ({ givenName, familyName })),
    ]),
  );
  const first = students.get("8B") ?? [];
  const [left, ...others] = first;
  const renamed = others.map((one, i) => (i === 0 ? { ...one, familyName: `${one.familyName}-Reeve` } : one));
  students.set("8B", [...renamed, { givenName: "Tamsin", familyName: "Oakes" }]);
  const parallel = students.get("8D");
  const mover = renamed.at(-1);
  if (parallel && mover) {
    students.set("8B", [...renamed.slice(0, -1), { givenName: "Tamsin", familyName: "Oakes" }]);
    students.set("8D", [...parallel, mover]);
  }
  const idOf = (one: Named) => {
    // The id of a person outlives a change of the name.
    const [second] = others;
    const isRenamed = second && one.givenName === second.givenName && one.familyName === `${second.familyName}-Reeve`;
    return `st-${slug(isRenamed ? `${second.givenName} ${second.familyName}` : `${one.givenName} ${one.familyName}`)}`;
  };
  const people = new Map([...students.values()].flat().map((one) => [idOf(one), one]));
  const teacherOf = new Map<string, string>(Object.entries(about.teachers));
  const staff = about.members.map(({ name, email }) => ({ id: `te-${slug(name)}`, name, email }));
  const newcomer = { id: "te-noor-halvard", name: "Noor Halvard", email: "n.halvard@larkmoor.example" };
  const subjects = ["Geography", "History", "Science"] as const;
  const taught = [...students.keys()].flatMap((name) =>
    subjects.map((subject) => ({ id: `${slug(name)}-${slug(subject)}`, name, subject, year: name.slice(0, 1) })),
  );
  const active = { status: "active", dateLastModified: `${today}T06:00:00.000Z` };
  const [givenOf, familyOf] = [(name: string) => name.split(" ")[0] ?? "", (name: string) => name.split(" ")[1] ?? ""];
  return {
    orgs: [{ ...active, sourcedId: "school", name: "Larkmoor School", type: "school" }],
    academicSessions: [
      {
        ...{ ...active, sourcedId: "year", title: schoolYear.name, type: "schoolYear" },
        ...{ startDate: moved(schoolYear.startsOn), endDate: moved(schoolYear.endsOn) },
      },
      ...termsOf(schoolYear).map(({ title, from, to }) => ({
        ...{ ...active, sourcedId: slug(title), title, type: "term", startDate: moved(from), endDate: moved(to) },
        parent: reference("academicSession", "year"),
      })),
    ],
    courses: [...new Set(taught.map(({ subject, year }) => `${subject} ${year}`))].map((title) => ({
      ...{ ...active, sourcedId: slug(title), title, org },
    })),
    classes: taught.map(({ id, name, subject, year }) => ({
      ...{ ...active, sourcedId: id, title: `${name} ${subject}`, classType: "scheduled", school: org },
      // A form is called the same in all its subjects.
      classCode: name,
      course: reference("course", slug(`${subject} ${year}`)),
      terms: [reference("academicSession", "year")],
      subjects: [subject],
    })),
    users: [
      ...[...people].map(([sourcedId, { givenName, familyName }]) => ({
        ...{ ...active, sourcedId, enabledUser: true, username: sourcedId, givenName, familyName },
      })),
      ...(left ? [{ ...active, ...left, sourcedId: `st-left`, enabledUser: false, username: "st-left" }] : []),
      ...[...staff, newcomer].map(({ id, name, email }) => ({
        ...{ ...active, sourcedId: id, enabledUser: true, username: id, email },
        ...{ givenName: givenOf(name), familyName: familyOf(name) },
      })),
    ],
    enrollments: taught.flatMap(({ id, name, subject }) => {
      const enrolled = (user: string, role: string) => ({
        ...{ ...active, sourcedId: `${id}_${user}`, role, primary: role === "teacher" ? "true" : "false" },
        ...{ user: reference("user", user), class: reference("class", id), school: org },
        ...{ beginDate: moved(schoolYear.startsOn), endDate: moved(schoolYear.endsOn) },
      });
      const teacher = staff.find((one) => one.name === teacherOf.get(name));
      const teachers =
        subject === "Geography" ? [...(teacher ? [teacher] : []), ...(name === "8B" ? [newcomer] : [])] : [newcomer];
      return [
        ...(students.get(name) ?? []).map((one) => enrolled(idOf(one), "student")),
        ...teachers.map((one) => enrolled(one.id, "teacher")),
      ];
    }),
  };
}

/** The spans between the long holidays. */
function termsOf(year: {
  startsOn: string;
  endsOn: string;
  closed: readonly { from: string; to: string; label: string }[];
}) {
  const breaks = year.closed.filter(({ label }) => label.endsWith("holidays"));
  const names = ["Autumn", "Spring", "Summer"];
  return [...breaks, null].map((gap, i) => ({
    title: names[i] ?? `Term ${i + 1}`,
    from: i === 0 ? year.startsOn : dateOf(dayOf(breaks[i - 1]?.to ?? year.startsOn) + 1),
    to: gap ? dateOf(dayOf(gap.from) - 1) : year.endsOn,
  }));
}
