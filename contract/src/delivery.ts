/** Releases to classes, and the sittings of students. */
import {
  countings,
  openFrom,
  opennessLevels,
  presetNames,
  type Rules as RulesType,
} from "@verdant/core/delivery/rules";
import { z } from "zod";
import { BeforeGo, beforeGoEndpoints, Gate, Missing, ReflectionQuestions } from "./beforeGo.ts";
import { endpoint } from "./endpoint.ts";
import { Feedback, feedbackEndpoints } from "./feedback.ts";
import { extraGoesEndpoints } from "./extraGoes.ts";
import { Answer, StudentView } from "./items/kinds.ts";
import { resultEndpoints, Scaled } from "./result.ts";
import { liveEndpoints } from "./live.ts";
import { Notice, noticeEndpoints } from "./notice.ts";
import { Message, runningEndpoints } from "./running.ts";
import { rulingEndpoints } from "./rulings.ts";
import { showNeighbours } from "./seating.ts";
import { ShownStimulus } from "./stimuli.ts";
import { timedEndpoints } from "./timed.ts";
import { Done, Id, limits, Moment, Strand } from "./wire.ts";

export const Rules = z.strictObject({
  schemaVersion: z.literal(1),
  preset: z.enum(presetNames),
  goes: z.int().min(1).max(50).nullable(),
  waitHours: z
    .int()
    .min(0)
    .max(24 * 60),
  counts: z.enum(countings),
  openness: z.enum(opennessLevels),
  openFrom: z.enum(openFrom),
  second: z.int().min(0).max(100).nullable().default(null),
  timeLimitMinutes: z.int().min(1).max(600).nullable(),
  graceMinutes: z.int().min(0).max(1440),
  optionsMix: z.boolean(),
  ownOrder: z.boolean(),
  paging: z.enum(["all", "one", "forwardOnly"]),
  countsForPlan: z.boolean(),
  stopAt: z.int().min(1).max(100).nullable().default(null),
  before: BeforeGo.nullable().default(null),
  gate: Gate.nullable().default(null),
  outOf: z.int().min(1).max(1000).nullable().default(null),
  closing: z
    .array(z.strictObject({ from: z.int().min(0).max(100), text: z.string().trim().min(1).max(300) }))
    .max(5)
    .refine((closing) => new Set(closing.map(({ from }) => from)).size === closing.length, "closingDoubled")
    .readonly()
    .default([]),
}) satisfies z.ZodType<RulesType>;

/** Who gets a release, and when: a class, a group of it, or one student, each with times of its own. */
export const Target = z.object({
  classId: Id,
  groupId: Id.nullable(),
  studentId: Id.nullable(),
  opensAt: Moment,
  shutsAt: Moment.nullable(),
  /** "8B", "8B: group Corals", "8B: Ben Ashdown". */
  name: z.string(),
});

export const Release = z.object({
  id: Id,
  name: z.string(),
  quizId: Id,
  /** The first class, and all of them in words. */
  classId: Id,
  className: z.string(),
  targets: z.array(Target),
  rules: Rules,
  /** Questions that each student gets. */
  questions: z.int(),
  opensAt: Moment,
  shutsAt: Moment.nullable(),
  opening: z.enum(["notYet", "open", "shut"]),
  resultsOpenedAt: Moment.nullable(),
  students: z.int(),
  begun: z.int(),
  handedIn: z.int(),
});
export type Release = z.infer<typeof Release>;

const TargetBody = z.object({
  classId: Id,
  groupId: Id.nullable().default(null),
  studentId: Id.nullable().default(null),
  /** null: at once. */
  opensAt: Moment.nullable(),
  shutsAt: Moment.nullable(),
});

export const releaseQuiz = endpoint({
  method: "post",
  path: "/quizzes/:quizId/releases",
  access: "member",
  summary:
    "Releases a quiz to classes, groups or students under rules, as a snapshot that later changes do not touch. Of several times for one student the most particular counts.",
  params: z.object({ quizId: Id }),
  body: z.object({
    version: z.int(),
    rules: Rules,
    targets: z.array(TargetBody).min(1, "chooseTargets").max(200),
  }),
  result: Release,
});

export const openResults = endpoint({
  method: "post",
  path: "/releases/:releaseId/results",
  access: "member",
  summary: "Shows students their results, as far as the rules go, from now on.",
  params: z.object({ releaseId: Id }),
  result: Release,
});

export const hideResults = endpoint({
  method: "delete",
  path: "/releases/:releaseId/results",
  access: "member",
  summary: "Takes back that students see their results; what somebody has read by then stays read.",
  params: z.object({ releaseId: Id }),
  result: Release,
});

export const showRelease = endpoint({
  method: "get",
  path: "/releases/:releaseId",
  access: "member",
  summary: "One release, with how far its students are.",
  params: z.object({ releaseId: Id }),
  result: Release,
});

export const shutRelease = endpoint({
  method: "post",
  path: "/releases/:releaseId/shut",
  access: "member",
  summary: "Shuts a release now; running sittings are handed in as they stand.",
  params: z.object({ releaseId: Id }),
  result: Release,
});

export const StudentRelease = z.object({
  releaseId: Id,
  name: z.string(),
  className: z.string(),
  notice: Notice,
  /** The running sitting, or null. */
  running: z.object({ sittingId: Id, answered: z.int(), deadlineAt: Moment.nullable() }).nullable(),
  mayBegin: z.boolean(),
  /** What the next go still needs; empty while one is running. */
  missing: z.array(Missing),
  /** What is to be answered before the next go; null: nothing, or it was. */
  reflection: ReflectionQuestions.nullable(),
  goesTaken: z.int(),
  /** Goes that the teacher gave beyond those of the rules. */
  extraGoes: z.int(),
  /** What the teacher says, and changes of the times, the newest first. */
  messages: z.array(Message),
  /** Goes that a teacher took out, and why; the student has them back. */
  voided: z.array(z.object({ at: Moment, reason: z.string() })),
});

export const StudentDone = z.object({
  sittingId: Id,
  name: z.string(),
  handedInAt: Moment,
  openness: z.enum(opennessLevels),
  points: z.number().nullable(),
  /** Without what waits for somebody's mark. */
  outOf: z.number(),
  waitingPoints: z.number(),
  /** What the points count, where it counts out of something else. */
  countsAs: Scaled.nullable(),
  /** Answers given in time may still arrive until then; null: all has arrived. */
  settlesAt: Moment.nullable(),
  /** What the teacher said since this go, under the newest one. */
  messages: z.array(Message),
});

export const whatNow = endpoint({
  method: "get",
  path: "/student/now",
  access: "student",
  summary: "What a student can do now, and how the last sittings went.",
  result: z.object({
    givenName: z.string(),
    releases: z.array(StudentRelease),
    done: z.array(StudentDone),
    next: Id.nullable(),
    /** What the teacher said of late about quizzes that are neither to do nor among these done: closed ones, earlier ones. */
    said: z.array(z.object({ releaseId: Id, name: z.string(), messages: z.array(Message) })),
  }),
});

export const listDone = endpoint({
  method: "get",
  path: "/student/sittings",
  access: "student",
  summary: "What a student has handed in, the newest first, a page at a time.",
  query: z.object({ after: Id.optional() }),
  result: z.object({
    done: z.array(StudentDone),
    /** Ask for what comes after it; null: there is no more. */
    next: Id.nullable(),
  }),
});

export const SittingItem = z.object({
  position: z.int(),
  points: z.number(),
  strand: Strand.nullable(),
  /** Null where there is no going back and it has been passed, or its turn is still to come. */
  view: StudentView.nullable(),
  /** What it hangs on, among the `stimuli` of the sitting. */
  stimulusId: Id.nullable(),
  answer: Answer.nullable(),
  revisit: z.boolean(),
  /** The answer was looked at and stands. */
  feedback: Feedback.nullable(),
});

export const Sitting = z.object({
  id: Id,
  name: z.string(),
  state: z.enum(["running", "handedIn", "closed", "voided"]),
  ordinal: z.int(),
  epoch: z.int(),
  notice: Notice,
  startedAt: Moment,
  deadlineAt: Moment.nullable(),
  /** How much of the deadline is for coming in over a slow network: the clock here begins with the first question. */
  allowanceMs: z.int(),
  /** Heading, instruction and interludes, by the position of the question they come before. */
  words: z.array(z.object({ position: z.int(), heading: z.string().nullable(), text: z.string().nullable() })),
  /** The server's clock, so that a wrong clock on the device does no harm. */
  now: Moment,
  items: z.array(SittingItem),
  stimuli: z.array(ShownStimulus),
});
export type Sitting = z.infer<typeof Sitting>;

export const beginSitting = endpoint({
  method: "post",
  path: "/student/releases/:releaseId/sittings",
  access: "student",
  summary: "Begins a sitting, or takes the running one over to this device.",
  params: z.object({ releaseId: Id }),
  result: z.object({ sitting: Sitting, token: z.string() }),
});

export const showSitting = endpoint({
  method: "get",
  path: "/sittings/:sittingId",
  access: "sitting",
  summary: "A sitting as its student sees it, for whoever holds its token.",
  params: z.object({ sittingId: Id }),
  result: Sitting,
});

export const AnswerEvent = z.object({
  /** Counts up on one device from 1; the same number twice is the same event. */
  seq: z.int().positive(),
  position: z.int().positive(),
  answer: Answer,
  revisit: z.boolean(),
  spentMs: z.int().nonnegative().max(86_400_000),
  clientMs: z.int().nonnegative(),
});
export type AnswerEvent = z.infer<typeof AnswerEvent>;

export const saveAnswers = endpoint({
  method: "post",
  path: "/sittings/:sittingId/answers",
  access: "sitting",
  summary: "Stores answers for good. Nothing delivered is refused silently: each comes back with what became of it.",
  params: z.object({ sittingId: Id }),
  body: z.object({
    epoch: z.int().positive(),
    events: z.array(AnswerEvent).max(limits.answersInBatch),
    /** Positions that the student has had on the screen: a question never shown was not reached, which is no wrong answer. */
    shown: z.array(z.int().positive()).max(limits.quizItems),
    /** The last number that the device has given to an answer; absent: the last one of these. */
    queuedTo: z.int().nonnegative().optional(),
  }),
  result: z.object({
    state: z.enum(["running", "handedIn", "closed", "voided"]),
    /** The device that now holds the sitting; higher than the one sent when another has taken over. */
    epoch: z.int(),
    stored: z.array(z.object({ seq: z.int(), disposition: z.enum(["counted", "late", "rejected"]) })),
  }),
});

export const handIn = endpoint({
  method: "post",
  path: "/sittings/:sittingId/hand-in",
  access: "sitting",
  summary: "Hands a sitting in. Twice is the same as once.",
  params: z.object({ sittingId: Id }),
  result: Done,
});

export const settleSitting = endpoint({
  method: "post",
  path: "/student/sittings/:sittingId/settle",
  access: "student",
  summary:
    "Says that no device holds answers to a sitting any more whose time ran out: what would still arrive does not count, and its result opens as far as its rules go.",
  params: z.object({ sittingId: Id }),
  result: Done,
});

export const deliveryEndpoints = {
  releaseQuiz,
  openResults,
  hideResults,
  showRelease,
  shutRelease,
  whatNow,
  listDone,
  beginSitting,
  showSitting,
  saveAnswers,
  handIn,
  settleSitting,
  ...resultEndpoints,
  ...beforeGoEndpoints,
  ...runningEndpoints,
  ...liveEndpoints,
  ...noticeEndpoints,
  ...extraGoesEndpoints,
  showNeighbours,
  ...feedbackEndpoints,
  ...timedEndpoints,
  ...rulingEndpoints,
};
