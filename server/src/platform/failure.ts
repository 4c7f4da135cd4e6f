/** Failures a caller can act on. Anything else that is thrown is a defect and answers 500. */
import type { FieldProblem, Problem } from "@verdant/contract/problem";
import {
  problemCodes,
  problemKinds,
  type ProblemCode,
  type ProblemKind,
  type Terms,
  type Thing,
} from "@verdant/contract/problemCodes";
import { fieldProblems } from "@verdant/contract/fieldProblems";
import type { z } from "zod";

interface More {
  /** JSON pointer of the one field that is wrong, where it is one. */
  readonly at?: string;
  readonly errors?: readonly FieldProblem[];
  readonly work?: Problem["work"];
  readonly cause?: unknown;
}

type Said<C extends ProblemCode> = [keyof Terms<C>] extends [never]
  ? [terms?: Readonly<Record<string, never>>, more?: More]
  : [terms: Terms<C>, more?: More];

class Failed extends Error {
  override readonly name = "Failure";
  readonly kind: ProblemKind;
  readonly code: ProblemCode;
  readonly terms: Readonly<Record<string, string | number>>;
  readonly errors: readonly FieldProblem[] | undefined;
  readonly work: Problem["work"];

  constructor(code: ProblemCode, terms: Failed["terms"] = {}, { at, errors, work, cause }: More = {}) {
    super(code, { cause });
    [this.kind] = problemCodes[code];
    this.code = code;
    this.terms = terms;
    this.errors = at === undefined ? errors : [{ pointer: at, code, terms }];
    this.work = work;
  }
}

export type Failure = Failed;
/** The terms that a code needs are asked for by its type. */
export const Failure: {
  new <C extends ProblemCode>(code: C, ...said: Said<C>): Failed;
  readonly prototype: Failed;
} = Failed;

/** Reads `found`, or fails as missing. Used where absence is the caller's mistake. */
export function need<T>(found: T | null | undefined, what: Thing): T {
  if (found == null) throw new Failure("noSuch", { what });
  return found;
}

export const invalid = (error: z.ZodError, part: string): Failure =>
  new Failure("notValid", {}, { errors: fieldProblems(error, `/${part}`), cause: error });

export function toProblem({ kind, code, terms, errors, work }: Failure, instance: string): Problem {
  return {
    type: `/problems/${kind}`,
    title: problemKinds[kind].title,
    status: problemKinds[kind].status,
    code,
    terms,
    instance,
    ...(errors && { errors: [...errors] }),
    ...(work && { work }),
  };
}
