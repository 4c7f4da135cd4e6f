/** The registry of kinds. Adding a kind means a new module beside this one and one line in `kinds` and `KindTypes`. */

import { blankAnswer, isBlank } from "./blank.ts";
import { fillGaps, type FillGaps, type FillGapsAnswer, type FillGapsView } from "./fillGaps.ts";
import { keyOnly, type KeyOnly, type KeyOnlyAnswer, type KeyOnlyView } from "./keyOnly.ts";
import { imagesOf, isEmptyText, mediaIn, plainText, recordingsOf, type RichText } from "../richText.ts";
import { fault, type Fault, type Kind } from "./kind.ts";
import { match, type Match, type MatchAnswer, type MatchView } from "./match.ts";
import { numeric, type Numeric, type NumericAnswer, type NumericView } from "./numeric.ts";
import {
  oneRightAnswer,
  type OneRightAnswer,
  type OneRightAnswerAnswer,
  type OneRightAnswerView,
} from "./oneRightAnswer.ts";
import { opinion, type Opinion, type OpinionAnswer, type OpinionView } from "./opinion.ts";
import { order, type Order, type OrderAnswer, type OrderView } from "./order.ts";
import { pointOnImage, type PointOnImage, type PointOnImageAnswer, type PointOnImageView } from "./pointOnImage.ts";
import { optionSet, type OptionSet, type OptionSetAnswer, type OptionSetView } from "./optionSet.ts";
import {
  severalRightAnswers,
  type SeveralRightAnswers,
  type SeveralRightAnswersAnswer,
  type SeveralRightAnswersView,
} from "./severalRightAnswers.ts";
import { shortText, type ShortText, type ShortTextAnswer, type ShortTextView } from "./shortText.ts";
import { written, type Written, type WrittenAnswer, type WrittenView } from "./written.ts";

interface KindTypes {
  oneRightAnswer: { content: OneRightAnswer; answer: OneRightAnswerAnswer; view: OneRightAnswerView };
  severalRightAnswers: {
    content: SeveralRightAnswers;
    answer: SeveralRightAnswersAnswer;
    view: SeveralRightAnswersView;
  };
  optionSet: { content: OptionSet; answer: OptionSetAnswer; view: OptionSetView };
  shortText: { content: ShortText; answer: ShortTextAnswer; view: ShortTextView };
  numeric: { content: Numeric; answer: NumericAnswer; view: NumericView };
  match: { content: Match; answer: MatchAnswer; view: MatchView };
  order: { content: Order; answer: OrderAnswer; view: OrderView };
  fillGaps: { content: FillGaps; answer: FillGapsAnswer; view: FillGapsView };
  pointOnImage: { content: PointOnImage; answer: PointOnImageAnswer; view: PointOnImageView };
  keyOnly: { content: KeyOnly; answer: KeyOnlyAnswer; view: KeyOnlyView };
  written: { content: Written; answer: WrittenAnswer; view: WrittenView };
  opinion: { content: Opinion; answer: OpinionAnswer; view: OpinionView };
}

export type KindName = keyof KindTypes;
export type Content = KindTypes[KindName]["content"];
export type Answer = KindTypes[KindName]["answer"];
export type View = KindTypes[KindName]["view"];
export type ContentOf<N extends KindName> = KindTypes[N]["content"];

type Named<N extends KindName> = Kind<N, KindTypes[N]["content"], KindTypes[N]["answer"], KindTypes[N]["view"]>;

export const kinds: { readonly [N in KindName]: Named<N> } = {
  oneRightAnswer,
  severalRightAnswers,
  optionSet,
  shortText,
  numeric,
  match,
  order,
  fillGaps,
  pointOnImage,
  keyOnly,
  written,
  opinion,
};

export const allKinds = Object.keys(kinds) as readonly KindName[];

type AnyKind = Kind<KindName, Content, Answer, View>;

/** A student's device can send an answer of any kind to any question: one of another kind counts as blank, here for all. */
function guarded(name: KindName): AnyKind {
  // Safe: what gets through to it is content and answers of its own kind.
  const kind = kinds[name] as unknown as AnyKind;
  const isOwn = (answer: Answer) => answer.kind === name;
  return {
    ...kind,
    score: (content, answer) => (isOwn(answer) ? kind.score(content, answer) : 0),
    withKey: (content, answer) => (isOwn(answer) ? kind.withKey(content, answer) : null),
    rationales: (content, answer) => (isOwn(answer) ? kind.rationales(content, answer) : []),
    summarise: (content, answers) =>
      kind.summarise(
        content,
        answers.map((answer) => (isOwn(answer) ? answer : blankAnswer(name))),
      ),
  };
}

const guardedKinds = new Map(allKinds.map((name) => [name, guarded(name)]));

/** The kind that a content, answer or view belongs to, its own types widened to the unions. */
export function kindOf(tagged: { readonly kind: KindName }): AnyKind {
  return guardedKinds.get(tagged.kind) ?? guarded(tagged.kind);
}

/** Who says what an answer to `content` is worth. */
export const markerOf = (content: { readonly kind: KindName }): "machine" | "person" | "nobody" =>
  kinds[content.kind].markedBy ?? "machine";

/** Credit in [0, 1] of `answer`; 0 when it is missing, blank or of another kind than `content`. */
export function creditOf(content: Content, answer: Answer | null): number {
  if (answer?.kind !== content.kind || isBlank(answer)) return 0;
  return kindOf(content).score(content, answer);
}

/** All words of the content, for searching and for telling how far two contents differ. */
export function wordsOf(content: Content): string {
  const kind = kindOf(content);
  return [...kind.texts(content).map(plainText), ...kind.furtherWords(content)].filter((word) => word !== "").join(" ");
}

/** What keeps a content from being used: what its kind finds, and media without words. */
export function faultsOf(content: Content): Fault[] {
  const kind = kindOf(content);
  return [...kind.faults(content), ...mediaFaults(kind.texts(content))];
}

/** Pictures without a text for those who cannot see them, recordings without one for those who cannot hear them. */
export function mediaFaults(texts: readonly RichText[]): Fault[] {
  return [
    ...(texts.flatMap(imagesOf).some((image) => image.alt.trim() === "")
      ? [fault(["stem"], "pictureUndescribed")]
      : []),
    ...(texts.flatMap(recordingsOf).some((recording) => recording.transcript.trim() === "")
      ? [fault(["stem"], "recordingUnwritten")]
      : []),
  ];
}

/** Hashes of the media that a content shows, each once. */
export const mediaOf = (content: Content): string[] => [...new Set(kindOf(content).texts(content).flatMap(mediaIn))];

export const hasExplanation = (content: Content): boolean =>
  content.explanation !== undefined && !isEmptyText(content.explanation);
