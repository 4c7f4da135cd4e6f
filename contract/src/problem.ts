/** Errors as they cross the wire (RFC 9457 problem+json). */
import { z } from "zod";

const Terms = z.record(z.string(), z.union([z.string(), z.number()]));

/** What is wrong with one part of the input, as a JSON pointer into it. */
export const FieldProblem = z.object({ pointer: z.string(), code: z.string(), terms: Terms });
export type FieldProblem = z.infer<typeof FieldProblem>;

export const Problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  /** One of problemCodes.ts; the sentence is made of it and its terms where it is read. */
  code: z.string(),
  terms: Terms,
  instance: z.string().optional(),
  errors: z.array(FieldProblem).optional(),
  /**
   * Try again with the header x-work: `challenge:counter`, where the counter is a number that makes the SHA-256 of that
   * text begin with so many zero bits.
   */
  work: z.object({ challenge: z.string(), bits: z.int() }).optional(),
});
export type Problem = z.infer<typeof Problem>;
