/** How a sitting went, for its student. */
import { countings, openFrom, opennessLevels } from "@verdant/core/delivery/rules";
import { rulings } from "@verdant/core/items/ruling";
import { z } from "zod";
import { Missing, Reflected } from "./beforeGo.ts";
import { endpoint } from "./endpoint.ts";
import { Answer, Content, StudentView } from "./items/kinds.ts";
import { RichText } from "./items/richText.ts";
import { ShownStimulus } from "./stimuli.ts";
import { OwnTimed } from "./timed.ts";
import { Id, Moment, Strand } from "./wire.ts";

/** Points, and out of how many. */
export const Scaled = z.object({ points: z.number(), outOf: z.number() });

export const ResultItem = z.object({
  position: z.int(),
  points: z.number(),
  strand: Strand.nullable(),
  /** null: the question is kept for tests and is not shown again. */
  view: StudentView.nullable(),
  /** Of what is not shown again: what it was about. */
  topic: z.string().nullable(),
  /** What it hangs on, among the `stimuli` of the result. */
  stimulusId: Id.nullable(),
  /** A practice question of the same kind that explains one which is not shown again. */
  twin: Content.nullable(),
  answer: Answer.nullable(),
  /** It was before the student; what was not reached is neither right nor wrong. */
  reached: z.boolean(),
  /** Present as far as the openness of the release goes; null otherwise, for an opinion, for what was not reached, and for what waits for its mark. */
  credit: z.number().nullable(),
  /** What whoever marked it says. */
  comment: z.string().nullable(),
  /** The rationales of what was answered, the explanation, and what to read by how it went. */
  why: z
    .object({
      rationales: z.array(RichText),
      explanation: RichText.nullable(),
      nearly: RichText.nullable(),
      nextStep: RichText.nullable(),
    })
    .nullable(),
  /** The whole content with its key. */
  content: Content.nullable(),
  /** The second answer, what it earned, 0 to 1, and what it counts in percent; null: there was none. */
  second: z.object({ answer: Answer.nullable(), credit: z.number(), counts: z.int() }).nullable(),
  /** What was decided about a key that was found wrong. */
  ruling: z.enum(rulings).nullable(),
  /** How it went may be seen: the student may say why they answered so, or why the right answer is right. */
  asksReason: z.boolean(),
  /** What the student said. */
  reason: z.string(),
});

export const showResult = endpoint({
  method: "get",
  path: "/student/sittings/:sittingId",
  access: "student",
  summary: "How one of my sittings went, as far as its rules let me see.",
  params: z.object({ sittingId: Id }),
  result: z.object({
    name: z.string(),
    handedInAt: Moment,
    ordinal: z.int(),
    openness: z.enum(opennessLevels),
    openFrom: z.enum(openFrom),
    /** Answers given in time may still arrive until then, and nothing shows before; null: all has arrived. */
    settlesAt: Moment.nullable(),
    points: z.number().nullable(),
    outOf: z.number(),
    /** Points of answers that wait for somebody's mark: neither in `points` nor in `outOf`. */
    waitingPoints: z.number(),
    /** Of several goes: which counts, and the points it gives. */
    mark: z.object({ counts: z.enum(countings), points: z.number() }).nullable(),
    /** What counts, where it counts out of something else than its points. */
    countsAs: Scaled.nullable(),
    /** The teacher's sentence about the whole. */
    closing: z.string().nullable(),
    /** Of timed practice; null: it is none, or may not be seen. */
    timed: OwnTimed.nullable(),
    items: z.array(ResultItem),
    stimuli: z.array(ShownStimulus),
    releaseId: Id,
    mayGoAgain: z.boolean(),
    /** What the next go still needs. */
    missing: z.array(Missing),
    /** What the student wrote before this go. */
    reflection: Reflected.nullable(),
  }),
});

export const resultEndpoints = { showResult };
