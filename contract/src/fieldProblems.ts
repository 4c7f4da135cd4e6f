/** What a schema found wrong, as codes by place: a page's form and the server say the same of the same input. */
import type { z } from "zod";
import type { FieldProblem } from "./problem.ts";
import { isProblemCode } from "./problemCodes.ts";

type Issue = z.core.$ZodIssue;

/** @param at JSON pointer of what was parsed; "" for the whole */
export const fieldProblems = (error: z.core.$ZodError, at: string): FieldProblem[] =>
  error.issues.map((issue) => ({ pointer: [at, ...issue.path.map(String)].join("/"), ...codeOf(issue) }));

/** A schema's own message is a code of the contract; where it has none, the code says what sort of fault it is. */
function codeOf(issue: Issue): Omit<FieldProblem, "pointer"> {
  if (isProblemCode(issue.message)) return { code: issue.message, terms: termsOf(issue) };
  switch (issue.code) {
    case "invalid_type":
      return { code: issue.message.endsWith("received undefined") ? "fieldMissing" : "fieldWrongKind", terms: {} };
    case "invalid_value":
    case "invalid_union":
      return { code: "fieldNotAChoice", terms: {} };
    case "too_big":
      return { code: sized(issue.origin, "textTooLong", "listTooLong", "numberTooLarge"), terms: termsOf(issue) };
    case "too_small":
      if (issue.origin === "string" && issue.minimum === 1) return { code: "textEmpty", terms: {} };
      return { code: sized(issue.origin, "textTooShort", "listTooShort", "numberTooSmall"), terms: termsOf(issue) };
    case "not_multiple_of":
      return { code: "wrongSteps", terms: { step: issue.divisor } };
    case "invalid_format":
      return { code: issue.format === "email" ? "emailWrong" : "wrongFormat", terms: {} };
    case "unrecognized_keys":
      return { code: "fieldsUnknown", terms: { names: issue.keys.map((key) => `“${key}”`).join(", ") } };
    default:
      return { code: "fieldNotValid", terms: {} };
  }
}

function termsOf(issue: Issue): FieldProblem["terms"] {
  if (issue.code === "too_big") return { most: Number(issue.maximum) };
  return issue.code === "too_small" ? { least: Number(issue.minimum) } : {};
}

const sized = (origin: string, text: string, list: string, number: string): string =>
  origin === "string" ? text : origin === "array" || origin === "set" ? list : number;
