/** A question as it is asked on paper: its stem, what to choose from, and the key in words. */
import type { RichText } from "../richText.ts";
import { isBlank } from "./blank.ts";
import { kindOf, type Answer, type Content } from "./kinds.ts";

export interface PaperQuestion {
  readonly stem: RichText;
  /** What to choose from, to be lettered; none: a line to write on. */
  readonly options: RichText[];
  /** "B", "A and C" by letter, or the words. */
  readonly key: string;
}

/** Kinds that need nothing but a pen. */
export const paperKinds = ["oneRightAnswer", "severalRightAnswers", "shortText", "numeric"] as const;

/** A, B, C …; after Z come AA, AB. */
export const letterOf = (at: number): string =>
  (at >= 26 ? letterOf(Math.floor(at / 26) - 1) : "") + String.fromCharCode(65 + (at % 26));

/** Null for kinds that need a screen, and where there is no key. */
export function onPaper(content: Content): PaperQuestion | null {
  const { stem } = content;
  switch (content.kind) {
    case "oneRightAnswer":
    case "severalRightAnswers": {
      const keys = content.options.flatMap((option, at) => (option.isKey ? [letterOf(at)] : []));
      return keys.length === 0
        ? null
        : { stem, options: content.options.map((option) => option.text), key: keys.join(", ") };
    }
    case "shortText": {
      const [accepted] = content.accepted;
      return accepted === undefined || accepted.text === "" ? null : { stem, options: [], key: accepted.text };
    }
    case "numeric":
      return content.value === null
        ? null
        : { stem, options: [], key: [String(content.value), content.unit].filter((part) => part !== "").join(" ") };
    default:
      return null;
  }
}

/** What was answered, in words for one line: the lines of a summary that this answer counts in. */
export const answerInWords = (lines: readonly { readonly text: string; readonly count: number }[]): string =>
  lines
    .filter(({ count }) => count > 0)
    .map(({ text }) => text)
    .join("; ");

/** An answer by itself, in words; what was written stands as it was written. Null: left blank. */
export function givenInWords(content: Content, answer: Answer | null): string | null {
  if (answer === null || isBlank(answer)) return null;
  return answer.kind === "written" ? answer.text : answerInWords(kindOf(content).summarise(content, [answer]));
}
