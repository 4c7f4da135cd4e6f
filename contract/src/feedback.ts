/** Feedback at each question: an answer that is looked at before going on stands; where the rules allow it there is a second. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Answer, Content } from "./items/kinds.ts";
import { RichText } from "./items/richText.ts";
import { Id } from "./wire.ts";

/** What a student reads of an answer that was looked at, as far as the rules go. */
export const Feedback = z.object({
  /** Of the first answer, 0 to 1. */
  credit: z.number(),
  /** They may answer once more; until then nothing shows that gives the key away. */
  again: z.boolean(),
  /** The second answer, what it earned, 0 to 1, and what it counts in percent. */
  second: z.object({ answer: Answer, credit: z.number(), counts: z.int() }).nullable(),
  rationales: z.array(RichText),
  explanation: RichText.nullable(),
  nearly: RichText.nullable(),
  nextStep: RichText.nullable(),
  /** The whole content with its key. */
  content: Content.nullable(),
});
export type Feedback = z.infer<typeof Feedback>;

export const lookAtAnswer = endpoint({
  method: "post",
  path: "/sittings/:sittingId/questions/:position/look",
  access: "sitting",
  summary:
    "Says how the answer to a question was, where the rules have it so; from then on that answer stands. With `second` the one answer more that the rules allow. Twice is the same as once.",
  params: z.object({ sittingId: Id, position: z.coerce.number().int().positive() }),
  body: z.object({ epoch: z.int().positive(), second: Answer.nullable() }),
  result: Feedback,
});

export const feedbackEndpoints = { lookAtAnswer };
