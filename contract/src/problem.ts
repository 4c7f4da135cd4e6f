/** Errors as they cross the wire (RFC 9457 problem+json). */
import { z } from "zod";

export const problemKinds = {
  invalid: { status: 422, title: "Something in the request is not valid" },
  signedOut: { status: 401, title: "Sign in first" },
  /** The password was right; the second factor is missing. */
  codeNeeded: { status: 401, title: "A code is needed" },
  forbidden: { status: 403, title: "You may not do this" },
  missing: { status: 404, title: "This is not here" },
  stale: { status: 409, title: "Somebody else changed this first" },
  conflict: { status: 409, title: "This clashes with something that exists" },
  tooLarge: { status: 413, title: "This is too large" },
  tooMany: { status: 429, title: "Too many tries" },
  unavailable: { status: 503, title: "Back in a moment" },
  internal: { status: 500, title: "Something went wrong on the server" },
} as const;
export type ProblemKind = keyof typeof problemKinds;

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
