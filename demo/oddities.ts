/**
 * What the demo's answers have to tell: an item with a wrong key, one that was passed on, and a student who was away.
 */
import { kindOf, type Answer, type Content } from "@verdant/core/items/kinds";
import type { Day } from "@verdant/core/plan/day";
import { randomFrom } from "@verdant/core/random";
import { headline, plainText } from "@verdant/core/richText";

/** Written with the key at the wrong option; students know better. */
const wrongKey = { stem: "A country's birth rate is 12. What does this mean?", right: "In a year 12 babies are born" };
/** Since so many days before the end nearly everybody knows it. */
const passedOn = { stem: "After a storm a river runs brown.", since: 95 };

/** The content as students know it to be: with the key where it ought to be. */
export function asKnown(content: Content): Content {
  if (content.kind !== "oneRightAnswer" || !headline(content.stem).startsWith(wrongKey.stem)) return content;
  const options = content.options.map((one) => ({ ...one, isKey: plainText(one.text).startsWith(wrongKey.right) }));
  return { ...content, options };
}

/** The right answer where a student has heard it from others; null: they have not. */
export function heard(content: Content, day: Day, until: Day, who: string): Answer | null {
  if (!headline(content.stem).startsWith(passedOn.stem) || day < until - passedOn.since) return null;
  return randomFrom(`heard ${who} ${String(day)}`)() < 0.9 ? kindOf(content).rightAnswer(content) : null;
}

/** Not there from so many days before the end to so many, by class and place in the list of entry cards. */
const away = { className: "7A", student: 4, from: 118, to: 72 };

/** Whether a student was away on a day: no quiz then, and what was taught then was not learnt. */
export const wasAway = (className: string, student: number, day: Day, until: Day): boolean =>
  className === away.className && student === away.student && day >= until - away.from && day <= until - away.to;
/** Logarithm by which what was missed is held shorter. */
export const missed = -2.5;
