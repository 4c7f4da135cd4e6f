/** The questions of a reflection that a department begins with; it makes its own from them. */
import type { ReflectionQuestion } from "./rules.ts";

export const usualReflection: readonly ReflectionQuestion[] = [
  { id: "wrong", text: "What went wrong last time? Name one question.", choices: null },
  {
    id: "why",
    text: "Why did it go wrong?",
    choices: ["I did not know it", "I mixed two things up", "I misread the question", "I ran out of time"],
  },
  { id: "since", text: "What have you done about it since?", choices: null },
];

/** Why a form of questions cannot be given out; empty: it can. Each fault names the question by its place, from 0 on. */
export function faultsOfForm(
  questions: readonly ReflectionQuestion[],
): { readonly at: number; readonly code: "textMissing" | "choicesMissing" }[] {
  return questions.flatMap(({ text, choices }, at) => [
    ...(text.trim() === "" ? [{ at, code: "textMissing" as const }] : []),
    ...(choices !== null && new Set(choices.map((one) => one.trim()).filter(Boolean)).size < 2
      ? [{ at, code: "choicesMissing" as const }]
      : []),
  ]);
}
