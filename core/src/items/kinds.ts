/** The registry of kinds. Adding a kind means a new module beside this one and one line in `kinds` and `KindTypes`. */

import type { Kind } from "./kind.ts";
import {
  oneRightAnswer,
  type OneRightAnswer,
  type OneRightAnswerAnswer,
  type OneRightAnswerView,
} from "./oneRightAnswer.ts";

interface KindTypes {
  oneRightAnswer: { content: OneRightAnswer; answer: OneRightAnswerAnswer; view: OneRightAnswerView };
}

export type KindName = keyof KindTypes;
export type Content = KindTypes[KindName]["content"];
export type Answer = KindTypes[KindName]["answer"];
export type View = KindTypes[KindName]["view"];

type Named<N extends KindName> = Kind<N, KindTypes[N]["content"], KindTypes[N]["answer"], KindTypes[N]["view"]>;

export const kinds: { readonly [N in KindName]: Named<N> } = { oneRightAnswer };

/**
 * The kind that a content, answer or view belongs to. Its own types are widened to the unions, which is sound as long as
 * callers pass content and answers of the same kind; {@link creditOf} makes sure of it.
 */
export function kindOf(tagged: { readonly kind: KindName }): Kind<KindName, Content, Answer, View> {
  return kinds[tagged.kind];
}

/** Credit in [0, 1] of `answer`; 0 when it is missing, blank or of another kind than `content`. */
export function creditOf(content: Content, answer: Answer | null): number {
  if (answer?.kind !== content.kind || kindOf(content).isBlank(answer)) return 0;
  return kindOf(content).score(content, answer);
}

export const blankAnswer = (kind: KindName): Answer => kinds[kind].blankAnswer();
