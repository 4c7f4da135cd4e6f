/** Courses, classes, their calendars and students, and entry cards. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { seatingEndpoints } from "./seating.ts";
import { Done, FamilyName, GivenName, Id, LocalDate, Name, Strand } from "./wire.ts";

export const Class = z.object({
  id: Id,
  name: z.string(),
  courseId: Id,
  course: z.string(),
  schoolYear: z.string(),
  rehearsal: z.boolean(),
  students: z.int(),
  examOn: LocalDate.nullable(),
  units: z.array(Strand),
  teachers: z.array(z.object({ personId: Id, name: z.string() })),
});
export type Class = z.infer<typeof Class>;

export const listClasses = endpoint({
  method: "get",
  path: "/classes",
  access: "member",
  summary: "The department's classes of the current school year.",
  result: z.object({ classes: z.array(Class) }),
});

const Unit = z.object({
  id: Id,
  name: z.string(),
  letter: z.string(),
  hue: z.int(),
  topics: z.array(z.object({ id: Id, name: z.string() })),
});

export const Course = z.object({ id: Id, name: z.string(), units: z.array(Unit) });
export type Course = z.infer<typeof Course>;

export const listCourses = endpoint({
  method: "get",
  path: "/courses",
  access: "member",
  summary: "The department's courses with their units and topics in order.",
  result: z.object({ courses: z.array(Course) }),
});

const UnitBody = z.object({
  /** Absent: a new unit. */
  id: Id.optional(),
  name: Name,
  letter: z.string().trim().length(1, "oneLetter"),
  hue: z.int().min(0).max(9),
  topicIds: z.array(Id).max(100),
});

export const setCourse = endpoint({
  method: "put",
  path: "/courses/:courseId",
  access: "member",
  summary: "Makes a course or sets all of it: name, units in order, and the topics each unit lists.",
  params: z.object({ courseId: Id }),
  body: z.object({ name: Name, units: z.array(UnitBody).max(40) }),
  result: Course,
});

export const bringScheme = endpoint({
  method: "post",
  path: "/courses/:courseId/scheme",
  access: "member",
  summary:
    "Takes a scheme of work into a course: units and topics by their names, new where there are none; with a class, its weeks become the dates of the units.",
  params: z.object({ courseId: Id }),
  body: z.object({
    classId: Id.nullable(),
    units: z
      .array(
        z.object({
          name: Name,
          lessons: z.array(z.object({ name: Name, week: z.int().min(1).max(60).nullable() })).max(100),
        }),
      )
      .min(1)
      .max(40),
  }),
  result: z.object({
    units: z.int(),
    /** Topics put into a unit. */
    placed: z.int(),
    /** Of these, topics that were made. */
    added: z.int(),
  }),
});

export const createClass = endpoint({
  method: "post",
  path: "/classes",
  access: "member",
  summary: "Makes a class of a course in the current school year, which is made too where there is none.",
  body: z.object({ name: Name, courseId: Id, rehearsal: z.boolean().default(false) }),
  result: Class,
});

export const setClassTeachers = endpoint({
  method: "put",
  path: "/classes/:classId/teachers",
  access: "member",
  summary: "Says who teaches a class: members of the department, in any number.",
  params: z.object({ classId: Id }),
  body: z.object({ personIds: z.array(Id).max(20) }),
  result: Done,
});

const Span = z.object({ from: LocalDate, to: LocalDate, label: z.string().trim().max(120) });

export const Calendar = z.object({
  classId: Id,
  className: z.string(),
  /** ISO weekdays, 1 Monday to 7 Sunday. */
  meetingDays: z.array(z.int()),
  examOn: LocalDate.nullable(),
  schoolYear: z.object({ name: z.string(), startsOn: LocalDate, endsOn: LocalDate, closed: z.array(Span) }),
  units: z.array(
    z.object({
      strand: Strand,
      from: LocalDate.nullable(),
      to: LocalDate.nullable(),
      topics: z.array(
        z.object({
          topicId: Id,
          name: z.string(),
          /** What the plan goes by: the day scheduled, or the one that was said. */
          taughtOn: LocalDate.nullable(),
          /** Somebody has said so; it does not move with the unit. */
          isSaid: z.boolean(),
          importance: z.number(),
          stance: z.enum(["auto", "always", "never"]),
        }),
      ),
    }),
  ),
});
export type Calendar = z.infer<typeof Calendar>;

export const showCalendar = endpoint({
  method: "get",
  path: "/classes/:classId/calendar",
  access: "member",
  summary: "A class's calendar: school year, holidays, meeting days, exam day, units with dates and topics as taught.",
  params: z.object({ classId: Id }),
  result: Calendar,
});

export const setCalendar = endpoint({
  method: "put",
  path: "/classes/:classId/calendar",
  access: "member",
  summary:
    "Sets a class's meeting days, exam day, holidays and the dates of its units; its memory is worked out again.",
  params: z.object({ classId: Id }),
  body: z.object({
    meetingDays: z.array(z.int().min(1).max(7)).max(7),
    examOn: LocalDate.nullable(),
    schoolYear: z.object({ startsOn: LocalDate, endsOn: LocalDate, closed: z.array(Span).max(60) }),
    units: z.array(z.object({ unitId: Id, from: LocalDate, to: LocalDate })).max(60),
  }),
  result: Calendar,
});

export const setTaught = endpoint({
  method: "put",
  path: "/classes/:classId/topics/:topicId",
  access: "member",
  summary:
    "Says when a topic was taught, to the class or to one student, how much it counts, and whether it comes back. Only what is given changes.",
  params: z.object({ classId: Id, topicId: Id }),
  body: z.object({
    /** A day; null: back to what is scheduled; "notYet": not taught. */
    taughtOn: z
      .union([LocalDate, z.literal("notYet")])
      .nullable()
      .optional(),
    importance: z.number().min(0.25).max(4).optional(),
    stance: z.enum(["auto", "always", "never"]).optional(),
    /** Of this student only; then only `taughtOn` matters. */
    studentId: Id.optional(),
  }),
  result: Calendar,
});

export const Enrolment = z.object({
  studentId: Id,
  name: z.string(),
  givenName: z.string(),
  familyName: z.string(),
  /** The school's class lists know the student: they say the name, too. */
  isListed: z.boolean(),
  entryCard: z.string(),
  extraTimePercent: z.int(),
  /** Topics this student learned on another day than the class. */
  topics: z.array(
    z.object({
      topicId: Id,
      taughtOn: LocalDate.nullable(),
      /** A check on a path says so, which the student passed; otherwise a colleague does. */
      byCheck: z.boolean(),
    }),
  ),
});

export type Enrolment = z.infer<typeof Enrolment>;

const Roster = z.object({
  classId: Id,
  className: z.string(),
  students: z.array(Enrolment),
  groups: z.array(z.object({ id: Id, name: z.string(), studentIds: z.array(Id) })),
});

export const listEnrolments = endpoint({
  method: "get",
  path: "/classes/:classId/students",
  access: "member",
  summary: "The students of a class with their entry cards, and its groups.",
  params: z.object({ classId: Id }),
  result: Roster,
});

export const enrolStudents = endpoint({
  method: "post",
  path: "/classes/:classId/students",
  access: "member",
  summary: "Puts students into a class from a pasted list of names, one a line; who is there already is left as is.",
  params: z.object({ classId: Id }),
  body: z.object({ names: z.string().min(1, "namesMissing").max(50_000) }),
  result: Roster,
});

export const changeEnrolment = endpoint({
  method: "patch",
  path: "/classes/:classId/students/:studentId",
  access: "member",
  summary: "Changes a student's name or extra time, takes a student out of a class or back in. Results stay.",
  params: z.object({ classId: Id, studentId: Id }),
  body: z.object({
    extraTimePercent: z.int().min(0).max(200).optional(),
    isIn: z.boolean().optional(),
    /** In all classes of the department. */
    name: z.object({ givenName: GivenName, familyName: FamilyName }).optional(),
  }),
  result: Roster,
});

export const moveStudent = endpoint({
  method: "post",
  path: "/classes/:classId/students/:studentId/move",
  access: "member",
  summary:
    "Moves a student to another class, as the same person: what was done in this class stays there, access arrangements go along, and there is a new entry card unless they were in that class before.",
  params: z.object({ classId: Id, studentId: Id }),
  body: z.object({ toClassId: Id }),
  result: Roster,
});

export const setGroup = endpoint({
  method: "put",
  path: "/classes/:classId/groups/:groupId",
  access: "member",
  summary: "Makes a group of a class or sets its name and students.",
  params: z.object({ classId: Id, groupId: Id }),
  body: z.object({ name: Name, studentIds: z.array(Id).min(1, "chooseStudents").max(400) }),
  result: Roster,
});

export const reissueCard = endpoint({
  method: "post",
  path: "/classes/:classId/students/:studentId/card",
  access: "member",
  summary: "Gives a student a new entry card; the old one stops working and signs nobody in any more.",
  params: z.object({ classId: Id, studentId: Id }),
  result: Enrolment,
});

export const coursesEndpoints = {
  listClasses,
  listCourses,
  setCourse,
  bringScheme,
  createClass,
  setClassTeachers,
  showCalendar,
  setCalendar,
  setTaught,
  listEnrolments,
  enrolStudents,
  changeEnrolment,
  moveStudent,
  setGroup,
  reissueCard,
  ...seatingEndpoints,
};
