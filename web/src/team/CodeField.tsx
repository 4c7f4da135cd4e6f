/** The code of the second step, once the server has asked for it. */
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { problemOf, type Trouble } from "../platform/problem.ts";
import { t } from "../platform/words.ts";

export interface CodeAsked {
  /** Whether the field shows. */
  readonly isAsked: boolean;
  readonly code: string;
  readonly setCode: (code: string) => void;
  /** What goes into the request. */
  readonly sent: { readonly code?: string };
  /** What is to be said beside the form; that a code is needed says the field itself. */
  readonly problem: Trouble | null;
}

/** @param error of the request that may need a code */
export function useCode(error: unknown): CodeAsked {
  const [code, setCode] = useState("");
  const [isAsked, setAsked] = useState(false);
  const problem = error === undefined ? null : problemOf(error);
  const isNeeded = problem?.kind === "codeNeeded";
  if (isNeeded && !isAsked) setAsked(true);
  return {
    isAsked,
    code,
    setCode,
    sent: isAsked && code.trim() !== "" ? { code: code.trim() } : {},
    problem: isNeeded ? null : problem,
  };
}

export function CodeField({ isAsked, code, setCode, problem }: CodeAsked) {
  if (!isAsked) return null;
  return (
    <TextField
      label={t("Code")}
      required
      autoFocus
      autoComplete="one-time-code"
      value={code}
      {...fieldSays(problem, "code", t("The six digits that your app shows now, or one of your recovery codes."))}
      onChange={(event) => {
        setCode(event.target.value);
      }}
    />
  );
}

/** What a field says when the server found it wrong; else its usual hint. */
export function fieldSays(problem: Trouble | null, name: string, hint?: string) {
  const wrong = problem?.fields[`/body/${name}`];
  return { error: wrong !== undefined, helperText: wrong ?? hint };
}

/** Whether the form has something to say that no field says. */
export const isSaidAbove = (problem: Trouble | null): problem is Trouble =>
  problem !== null && Object.keys(problem.fields).length === 0;
