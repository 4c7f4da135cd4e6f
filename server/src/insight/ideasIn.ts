/** Which wrong ideas an answer could have shown, and which it shows. */
import { blankAnswer } from "@verdant/core/items/blank";
import type { Answer, Content } from "@verdant/core/items/kinds";
import { summariseUnder, type Ruling } from "@verdant/core/items/ruling";
import * as topicStore from "./beforeTeachingStore.ts";
import * as store from "./store.ts";

/** What each of these revisions asked: once, however many have answered it. */
export const { listContents } = topicStore;

/** Wrong ideas of a department, by id. */
export const { listMisconceptions } = store;

interface Given {
  readonly content: Content;
  readonly answer: Answer | null;
  readonly ruling: Ruling["ruling"] | null;
  readonly rulingAnswer: Ruling["answer"];
}

export const givenIn = ({ answer, content }: Pick<Given, "answer" | "content">): Answer =>
  answer ?? blankAnswer(content.kind);

/** What was decided about the key that this answer was marked by. */
export const rulingOf = ({ ruling, rulingAnswer: answer }: Pick<Given, "ruling" | "rulingAnswer">): Ruling | null =>
  ruling === null ? null : { ruling, answer };

/** Ideas that some answer to an item would show, and those that this answer shows. */
export function ideasIn(answer: Given): { carried: string[]; shown: string[] } {
  const given = summariseUnder(rulingOf(answer), answer.content, [givenIn(answer)]);
  const carriers = given.filter((line) => !line.isKey && line.misconceptionId !== undefined);
  const idsOf = (lines: typeof carriers) => [...new Set(lines.flatMap((line) => line.misconceptionId ?? []))];
  return { carried: idsOf(carriers), shown: idsOf(carriers.filter((line) => line.count > 0)) };
}
