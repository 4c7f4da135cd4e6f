/** How something that is brought stands to something that is there already. */

import { foldedText } from "../foldedText.ts";
import { kindOf, markerOf, type Content } from "../items/kinds.ts";
import { linesOf } from "./fields.ts";

/**
 * "same": asks the same, with the same key; "reworded": other words, but the same numbers and the same key; "sibling":
 * other numbers or another key, and so another question, however alike the words are.
 */
export type Relation = "same" | "reworded" | "sibling";

/**
 * How two contents that are very like each other stand to each other. Explanations, reasons and the order of options do
 * not matter.
 *
 * @example two map questions that differ in "4 cm" and "6 cm" are siblings
 */
export function relationOf(a: Content, b: Content): Relation {
  if (a.kind !== b.kind) return "sibling";
  const [one, other] = [wordsOf(a), wordsOf(b)];
  if (one.question === other.question && one.answers === other.answers) return "same";
  return one.keys === other.keys && one.numbers === other.numbers ? "reworded" : "sibling";
}

function wordsOf(content: Content) {
  const question = linesOf(content, "question")
    .map((line) => foldedText(line.text))
    .join(" ");
  const kind = kindOf(content);
  // What can be answered, without the reasons, which may be written later.
  const lines =
    markerOf(content) === "machine"
      ? kind.summarise(content, []).filter((line) => line.id !== null)
      : kind.furtherWords(content).map((text) => ({ text, isKey: false }));
  const answers = lines.map((line) => `${line.isKey ? "*" : ""}${foldedText(line.text)}`).sort();
  const keys = answers.filter((line) => line.startsWith("*"));
  const numbers = `${question} ${answers.join(" ")}`.match(/\d+(?:[.,]\d+)*/g) ?? [];
  return { question, answers: answers.join("|"), keys: keys.join("|"), numbers: [...numbers].sort().join(" ") };
}
