/** What went wrong, in one shape: a problem from the server, or no network. */
import type { FieldProblem, Problem } from "@verdant/contract/problem";
import { problemKinds, type ProblemKind } from "@verdant/contract/problemCodes";
import { generalWords, kindTitles, kindWords } from "./problemWords.ts";
import { t } from "./words.ts";

export interface Trouble {
  readonly title: string;
  readonly detail: string;
  /** 0: the server was not reached. */
  readonly status: number;
  readonly kind: string;
  /** Message of each field by its JSON pointer. */
  readonly fields: Readonly<Record<string, string>>;
}

type Said = Pick<FieldProblem, "code" | "terms">;
type Sentence = (terms: Said["terms"]) => string;

// Safe: a problem carries the terms that the contract names for its code.
const sentences = new Map(Object.entries(generalWords) as [string, Sentence][]);

/** Staff meet more than students: their entry adds the words, so that a phone does not load them. */
export function alsoSay(words: Readonly<Record<string, (terms: never) => string>>): void {
  for (const [code, sentence] of Object.entries(words)) sentences.set(code, sentence as Sentence);
}

/** The sentence of a code and its terms; null where this page has none. */
export const sentenceOf = ({ code, terms }: Said): string | null => sentences.get(code)?.(terms) ?? null;

const isKind = (kind: string | undefined): kind is ProblemKind =>
  kind !== undefined && Object.hasOwn(problemKinds, kind);

/** Reads an error of RTK Query. */
export function problemOf(error: unknown): Trouble {
  const { status, data } = (error ?? {}) as { status?: unknown; data?: Partial<Problem> };
  if (status === "FETCH_ERROR" || status === "TIMEOUT_ERROR") {
    return {
      title: t("No connection"),
      detail: t("The server was not reached. Nothing is lost; try again when the network is back."),
      status: 0,
      kind: "offline",
      fields: {},
    };
  }
  const named = data?.type?.split("/").at(-1);
  const kind = isKind(named) ? named : "internal";
  const fields = Object.fromEntries(
    (data?.errors ?? []).map((one) => [one.pointer, sentenceOf(one) ?? kindWords[kind]]),
  );
  const said = data?.code === undefined ? null : sentenceOf({ code: data.code, terms: data.terms ?? {} });
  const [first] = data?.code === "notValid" ? Object.values(fields) : [];
  return {
    title: data === undefined ? t("Something went wrong") : kindTitles[kind],
    detail: first ?? said ?? (data === undefined ? t("Nothing was changed. Try again.") : kindWords[kind]),
    status: typeof status === "number" ? status : 500,
    kind,
    fields,
  };
}
