/** Failures a caller can act on. Anything else that is thrown is a defect and answers 500. */
import { problemKinds, type Problem, type ProblemKind } from "@verdant/contract/problem";
import type { z } from "zod";
import { speakPlainly } from "./plainErrors.ts";

speakPlainly();

export class Failure extends Error {
  override readonly name = "Failure";
  readonly kind: ProblemKind;
  readonly errors: Problem["errors"];
  readonly work: Problem["work"];

  constructor(
    kind: ProblemKind,
    detail: string,
    more: { errors?: Problem["errors"]; work?: Problem["work"]; cause?: unknown } = {},
  ) {
    super(detail, { cause: more.cause });
    this.kind = kind;
    this.errors = more.errors;
    this.work = more.work;
  }
}

/** Reads `found`, or fails as missing. Used where absence is the caller's mistake. */
export function need<T>(found: T | null | undefined, what: string): T {
  if (found == null) throw new Failure("missing", `There is no such ${what} in your department.`);
  return found;
}

export function invalid(error: z.ZodError, part: string): Failure {
  const errors = error.issues.map((issue) => ({
    pointer: `/${[part, ...issue.path].join("/")}`,
    detail: issue.message,
  }));
  const [first] = error.issues;
  const where = first?.path.map((one) => (typeof one === "number" ? String(one + 1) : String(one))).join(" › ");
  // A sentence that a schema has for itself needs no place; of the others the reader could not tell what they speak of.
  const detail = first && first.message.startsWith("This is ") && where ? `${where}: ${first.message}` : first?.message;
  return new Failure("invalid", detail ?? "Something is not valid.", { errors, cause: error });
}

export function toProblem(failure: Failure, instance: string): Problem {
  const { status, title } = problemKinds[failure.kind];
  return {
    type: `/problems/${failure.kind}`,
    title,
    status,
    detail: failure.message,
    instance,
    ...(failure.errors && { errors: failure.errors }),
    ...(failure.work && { work: failure.work }),
  };
}
