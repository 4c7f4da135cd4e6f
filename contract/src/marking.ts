/** Marking by people: written answers, by a rubric; a second person's marks; what a department often says about answers. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Content } from "./items/kinds.ts";
import { Id, limits, Moment } from "./wire.ts";

/** The level chosen for each criterion, by their ids. */
const Levels = z.record(z.string().min(1).max(80), z.string().min(1).max(80));

const Position = z.coerce.number<number>().int().positive();

const WrittenAnswer = z.object({
  sittingId: Id,
  position: z.int(),
  student: z.string(),
  className: z.string(),
  ordinal: z.int(),
  text: z.string(),
});

export const WrittenAnswers = z.object({
  name: z.string(),
  /** Answers of all questions that nobody has marked yet. */
  waiting: z.int(),
  /** Marks that are given and that students do not see yet, because other answers of the release wait. */
  unseen: z.int(),
  questions: z.array(
    z.object({
      itemId: Id,
      number: z.int(),
      content: Content,
      answers: z.array(
        WrittenAnswer.extend({
          mark: z
            .object({
              levels: Levels,
              credit: z.number(),
              comment: z.string(),
              by: z.string(),
              at: Moment,
              version: z.int(),
            })
            .nullable(),
          /** Another member who has it before them just now; null: nobody else. */
          heldBy: z.string().nullable(),
        }),
      ),
    }),
  ),
  /** What the department often says to students, the oldest first. */
  comments: z.array(z.object({ id: Id, text: z.string() })),
});
export type WrittenAnswers = z.infer<typeof WrittenAnswers>;

export const listWrittenAnswers = endpoint({
  method: "get",
  path: "/releases/:releaseId/written",
  access: "member",
  summary:
    "The written answers of a release that are handed in, question by question, with the rubric and the marks so far.",
  params: z.object({ releaseId: Id }),
  result: WrittenAnswers,
});

/** Releases with written answers that nobody has marked yet. */
export const WaitingMarks = z.array(
  z.object({ releaseId: Id, name: z.string(), className: z.string(), waiting: z.int() }),
);

/** Of the mark that was seen; 0: it had none. When somebody has marked it since, nothing is changed. */
const Version = z.int().nonnegative();

export const markWrittenAnswer = endpoint({
  method: "put",
  path: "/marks/:sittingId/:position",
  access: "member",
  summary:
    "Marks a written answer by its rubric, and others of the same question that say the same: all of them or none. What the class remembers follows.",
  params: z.object({ sittingId: Id, position: Position }),
  body: z.object({
    levels: Levels,
    comment: z.string().max(2000).default(""),
    version: Version,
    /** Other answers to the same question that get the same. */
    alike: z
      .array(z.object({ sittingId: Id, position: Position, version: Version }))
      .max(100)
      .default([]),
  }),
  result: z.object({ credit: z.number(), version: z.int(), marked: z.int() }),
});

export const claimWrittenAnswer = endpoint({
  method: "put",
  path: "/marks/:sittingId/:position/claim",
  access: "member",
  summary: "Says that I have this answer before me for the next two minutes, so that colleagues take others.",
  params: z.object({ sittingId: Id, position: Position }),
  result: z.object({
    /** Another member who had it before; null: it is mine now. */
    heldBy: z.string().nullable(),
  }),
});

export const showMarksSoFar = endpoint({
  method: "post",
  path: "/releases/:releaseId/written/shown",
  access: "member",
  summary: "Students see the marks given so far, though others still wait.",
  params: z.object({ releaseId: Id }),
  result: z.object({}),
});

export const keepMarkingComment = endpoint({
  method: "post",
  path: "/marking-comments",
  access: "member",
  summary: "Keeps a sentence that the department often says to students. One that is kept already stays one.",
  body: z.object({ text: z.string().trim().min(1).max(limits.reason) }),
  result: z.object({ commentId: Id }),
});

export const removeMarkingComment = endpoint({
  method: "delete",
  path: "/marking-comments/:commentId",
  access: "member",
  summary: "Takes a sentence out of those that are kept. What was said to students with it stays.",
  params: z.object({ commentId: Id }),
  result: z.object({}),
});

const TwoMarked = z.object({ levels: Levels, by: z.string() });

export const SecondMarks = z.object({
  name: z.string(),
  questions: z.array(
    z.object({
      itemId: Id,
      number: z.int(),
      content: Content,
      /** Marked by a colleague, and by nobody a second time: without what the colleague gave. */
      toMark: z.array(WrittenAnswer),
      /** Marked by me first: somebody else has to mark these a second time. */
      mine: z.int(),
      /** Marked differently, and not settled yet: the mark of the first counts until then. */
      differing: z.array(
        WrittenAnswer.extend({ first: TwoMarked, second: TwoMarked, comment: z.string(), version: z.int() }),
      ),
      settled: z.int(),
      /** Of all answers marked twice, as both said by themselves. */
      agreement: z.object({
        answers: z.int(),
        same: z.int(),
        kappa: z.object({ value: z.number(), low: z.number(), high: z.number() }).nullable(),
      }),
    }),
  ),
});
export type SecondMarks = z.infer<typeof SecondMarks>;

export const listSecondMarks = endpoint({
  method: "get",
  path: "/releases/:releaseId/second-marks",
  access: "member",
  summary:
    "Marking a second time: what I can mark without seeing the first mark, how far two people agree, where they differ.",
  params: z.object({ releaseId: Id }),
  result: SecondMarks,
});

export const markSecond = endpoint({
  method: "put",
  path: "/marks/:sittingId/:position/second",
  access: "member",
  summary: "Marks an answer a second time. The first mark stands until the two are settled.",
  params: z.object({ sittingId: Id, position: Position }),
  body: z.object({ levels: Levels }),
  result: z.object({}),
});

export const settleMarks = endpoint({
  method: "post",
  path: "/marks/:sittingId/:position/settled",
  access: "member",
  summary: "Settles two marks that differ: this is the mark from now on.",
  params: z.object({ sittingId: Id, position: Position }),
  body: z.object({ levels: Levels, version: Version }),
  result: z.object({ credit: z.number(), version: z.int() }),
});

export const markingEndpoints = {
  listWrittenAnswers,
  markWrittenAnswer,
  claimWrittenAnswer,
  showMarksSoFar,
  keepMarkingComment,
  removeMarkingComment,
  listSecondMarks,
  markSecond,
  settleMarks,
};
