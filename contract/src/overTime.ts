/** A class and a student over the school year: what came out each time, what changed, and what to do next. */
import { Change, changeVerdicts } from "./change.ts";
import { masteryLabels } from "./insight.ts";
import { markStates } from "./marks.ts";
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { showOwnProgress } from "./ownProgress.ts";
import { Id, LocalDate, Moment, Share, Strand } from "./wire.ts";

/** About so many in 10. */
const Band = z.object({ low: z.int(), high: z.int() });

const Named = z.object({ id: Id, name: z.string() });

/** A time a topic came back, with what came out of it in first goes. */
const Return = z.object({ releaseId: Id, share: Share });

export const TopicOverTime = z.object({
  /** null: of topics that are not in the course, taken together. */
  topicId: Id.nullable(),
  name: z.string(),
  strand: Strand.nullable(),
  /** How well the class recalls it today, by the plan; null: not taught. */
  band: Band.nullable(),
  /** In the order of the releases. */
  returns: z.array(Return),
  /**
   * From the earlier half of the returns to the later one (of an odd number without the one in the middle), with what came
   * out in each; null: one return, or too few answers.
   */
  change: Change.extend({ before: Share, now: Share }).nullable(),
});
export type TopicOverTime = z.infer<typeof TopicOverTime>;

const ReleaseOverTime = Named.extend({
  /** The day it opened, where the class is. */
  on: LocalDate,
  /** To whom of the class it was given, and who of them has handed in; excused students are in neither. */
  given: z.int(),
  handedIn: z.int(),
  /** Of the answers in first goes: how many were right. The same as in the results. */
  outcome: Share,
  /** What counts, as a share of the points, by the rule of the quiz: the mark table's. */
  marks: z.array(z.object({ studentId: Id, share: z.number() })),
});
export type ReleaseOverTime = z.infer<typeof ReleaseOverTime>;

export const StudentInClass = z.object({
  studentId: Id,
  name: z.string(),
  /** Closed quizzes that the student was given and did not begin; excused ones are not among them. */
  missing: z.array(Named),
  /** Of how many closed ones that were given. */
  closed: z.int(),
  /** In the last three quizzes beside the class, against those before; null: too few answers. */
  change: Change.nullable(),
});
export type StudentInClass = z.infer<typeof StudentInClass>;

/** What is new since the last lesson: a sentence each. */
export const News = z.discriminatedUnion("code", [
  z.object({ code: z.literal("handedIn"), release: Named, handedIn: z.int(), outcome: Share }),
  z.object({
    ...{ code: z.literal("topic"), name: z.string(), returns: z.int() },
    ...{ before: Share, now: Share, verdict: z.enum(changeVerdicts) },
  }),
  z.object({ code: z.literal("closed"), release: Named, missing: z.int() }),
  z.object({
    code: z.literal("nothing"),
    /** The newest quiz with answers; null: there is none. */
    newest: z.object({ release: Named, outcome: Share }).nullable(),
  }),
]);
export type News = z.infer<typeof News>;

export const ClassOverTime = z.object({
  classId: Id,
  className: z.string(),
  today: LocalDate,
  /** The last day before today on which the class met; null: none in two months. */
  lastLesson: LocalDate.nullable(),
  /** At most three. */
  news: z.array(News),
  /** The newest of the class, the oldest of them first. */
  releases: z.array(ReleaseOverTime),
  /** Older ones that are not in it. */
  more: z.int(),
  topics: z.array(TopicOverTime),
  students: z.array(StudentInClass),
});
export type ClassOverTime = z.infer<typeof ClassOverTime>;

const ofClass = z.object({ classId: Id });
const ofStudent = z.object({ classId: Id, studentId: Id });

export const showClassOverTime = endpoint({
  method: "get",
  path: "/classes/:classId/over-time",
  access: "member",
  summary: "A class over the school year: what came out each time, topic by topic, and who changes beside the class.",
  params: ofClass,
  result: ClassOverTime,
});

export const showRecallThen = endpoint({
  method: "get",
  path: "/classes/:classId/over-time/recall",
  access: "member",
  summary:
    "How well the class recalled each topic of a quiz, by the plan, on the morning of the day it opened: from the answers of the days before and the calendar as it stands now.",
  params: ofClass,
  result: z.object({ recall: z.array(z.object({ releaseId: Id, topicId: Id, band: Band })) }),
});

export const noteLimit = 2000;

const Note = z.object({
  text: z.string(),
  /** Who wrote it last, and when; null: nobody has. */
  by: z.string().nullable(),
  at: Moment.nullable(),
  /** Goes up by one with each change. */
  version: z.int(),
});

export const StudentOverTime = z.object({
  /** Where the class is. */
  today: LocalDate,
  ...{ classId: Id, className: z.string(), studentId: Id, name: z.string() },
  /** The students beside this one in the list of the class. */
  before: Named.nullable(),
  after: Named.nullable(),
  /** For staff only. */
  note: Note,
  /** The newest quizzes that the student was given, the oldest of them first. */
  releases: z.array(
    Named.extend({
      on: LocalDate,
      state: z.enum(markStates),
      points: z.number().nullable(),
      outOf: z.number().nullable(),
      waitingPoints: z.number(),
      weight: z.number(),
      /** Of two goes or more that are handed in: the first and the last; null: fewer, or under five answers in one. */
      between: z
        .object({
          /** How many of 1 were right in each. */
          ...{ first: z.number(), last: z.number(), goes: z.int() },
          by: z.enum(["sameQuestions", "ability"]),
          verdict: z.enum(changeVerdicts),
        })
        .nullable(),
    }),
  ),
  more: z.int(),
  /** Mean by weight, from 0 to 1, over so many quizzes. */
  mark: z.number().nullable(),
  counted: z.int(),
  change: Change.nullable(),
  /** Taught ones, and those with answers. */
  topics: z.array(
    z.object({
      topicId: Id,
      name: z.string(),
      strand: Strand,
      /** How likely the student recalls it today. */
      band: Band.nullable(),
      share: Share,
    }),
  ),
  /** The topics whose return would gain most, the most first: at most three. */
  next: z.array(z.object({ topicId: Id, name: z.string(), band: Band })),
  standards: z.array(
    z.object({
      ...{ standardId: Id, code: z.string(), statement: z.string(), secureLine: z.number() },
      ...{ right: z.number(), given: z.int(), label: z.enum(masteryLabels) },
      /** Further right answers that would make it secure; null: more than a dozen. */
      toSecure: z.int().nullable(),
    }),
  ),
  /** Wrong ideas that more than one answer showed, of so many that could have. */
  ideas: z.array(z.object({ name: z.string(), shown: z.int(), chances: z.int() })),
  /** In the student's own words, the newest first: why an answer was chosen. */
  words: z.array(z.object({ text: z.string(), at: Moment, itemId: Id, stem: z.string() })),
});
export type StudentOverTime = z.infer<typeof StudentOverTime>;

export const showStudentOverTime = endpoint({
  method: "get",
  path: "/classes/:classId/students/:studentId/over-time",
  access: "member",
  summary: "A student over the school year: marks, topics, standards, wrong ideas, own words, and what to do next.",
  params: ofStudent,
  result: StudentOverTime,
});

export const setStudentNote = endpoint({
  method: "put",
  path: "/classes/:classId/students/:studentId/note",
  access: "member",
  summary: "Writes the note about a student that all staff of the department read, and no student.",
  params: ofStudent,
  body: z.object({
    text: z.string().trim().max(noteLimit),
    /** The version that the page knows; refused where somebody has written since. */
    version: z.int().min(0),
  }),
  result: Note,
});

export const overTimeEndpoints = {
  showClassOverTime,
  showRecallThen,
  showStudentOverTime,
  setStudentNote,
  showOwnProgress,
};
