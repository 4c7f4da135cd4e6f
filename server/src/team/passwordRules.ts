/** What a password must be: long, and not among the first that anybody would guess. */
import { ZxcvbnFactory } from "@zxcvbn-ts/core";
import { adjacencyGraphs, dictionary } from "@zxcvbn-ts/language-common";
import { hash } from "@node-rs/argon2";
import { Failure } from "../platform/failure.ts";

/** argon2id with 19 MiB and two passes, as OWASP recommends (2024). */
export const argon2 = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

/** Guesses that somebody could make who tries a few thousand a day for a year. */
const tooFew = 1e6;
/** Beyond this length nothing is looked up: the work grows with it, and what is so long is not guessed. */
const lookedAt = 60;

const estimate = new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs });

/**
 * Fails where a password is on the lists of the most common ones, a row of keys, a repetition, or its owner's name.
 * Guesses are estimated as by Wheeler (2016), zxcvbn: low-budget password strength estimation.
 *
 * @param own words that belong to whoever chooses it: name, address, school
 */
export function mustBeHardToGuess(password: string, own: readonly string[]): void {
  const words = own.flatMap((one) => one.toLowerCase().split(/[^\p{L}\p{N}]+/u)).filter((word) => word.length > 2);
  const besides = words.reduce((rest, word) => rest.replaceAll(word, ""), password.toLowerCase());
  const isLongBesides = besides.replaceAll(/[^\p{L}\p{N}]/gu, "").length >= 6;
  if (isLongBesides && estimate.check(password.slice(0, lookedAt), [...new Set(words)]).guesses >= tooFew) return;
  throw new Failure("passwordGuessable", {}, { at: "/body/password" });
}

export const hashPassword = (password: string): Promise<string> => hash(password, argon2);
