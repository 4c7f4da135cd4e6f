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

export const Problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string().optional(),
  instance: z.string().optional(),
  /** Which parts of the input are wrong, as JSON pointers into it. */
  errors: z.array(z.object({ pointer: z.string(), detail: z.string() })).optional(),
  /**
   * Try again with the header x-work: `challenge:counter`, where the counter is a number that makes the SHA-256 of that
   * text begin with so many zero bits.
   */
  work: z.object({ challenge: z.string(), bits: z.int() }).optional(),
});
export type Problem = z.infer<typeof Problem>;
