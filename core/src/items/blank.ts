/** Answers in which nothing is given yet. Apart from the kinds, so that a student's page needs no scoring. */

import type { FillGapsAnswer } from "./fillGaps.ts";
import type { KeyOnlyAnswer } from "./keyOnly.ts";
import type { MatchAnswer } from "./match.ts";
import type { NumericAnswer } from "./numeric.ts";
import type { OneRightAnswerAnswer } from "./oneRightAnswer.ts";
import type { OptionSetAnswer } from "./optionSet.ts";
import type { OpinionAnswer } from "./opinion.ts";
import type { PointOnImageAnswer } from "./pointOnImage.ts";
import type { SeveralRightAnswersAnswer } from "./severalRightAnswers.ts";
import type { OrderAnswer } from "./order.ts";
import type { ShortTextAnswer } from "./shortText.ts";
import type { WrittenAnswer } from "./written.ts";

type Answer =
  | OneRightAnswerAnswer
  | SeveralRightAnswersAnswer
  | OptionSetAnswer
  | ShortTextAnswer
  | NumericAnswer
  | MatchAnswer
  | OrderAnswer
  | FillGapsAnswer
  | PointOnImageAnswer
  | KeyOnlyAnswer
  | WrittenAnswer
  | OpinionAnswer;

export function isBlank(answer: Answer): boolean {
  switch (answer.kind) {
    case "oneRightAnswer":
    case "optionSet":
      return answer.optionId === null;
    case "severalRightAnswers":
      return answer.optionIds.length === 0;
    case "shortText":
    case "numeric":
    case "written":
      return answer.text.trim() === "";
    case "opinion":
      return answer.value.trim() === "";
    case "match":
      return answer.chosen.length === 0;
    case "order":
      return answer.order.length === 0;
    case "fillGaps":
      return answer.filled.every((one) => one.text.trim() === "");
    case "pointOnImage":
      return answer.at === null && answer.regionId === null;
    case "keyOnly":
      return answer.letter === null;
  }
}

export function blankAnswer(kind: Answer["kind"]): Answer {
  switch (kind) {
    case "oneRightAnswer":
    case "optionSet":
      return { kind, optionId: null };
    case "severalRightAnswers":
      return { kind, optionIds: [] };
    case "shortText":
    case "numeric":
    case "written":
      return { kind, text: "" };
    case "opinion":
      return { kind, value: "" };
    case "match":
      return { kind, chosen: [] };
    case "order":
      return { kind, order: [] };
    case "fillGaps":
      return { kind, filled: [] };
    case "pointOnImage":
      return { kind, at: null, regionId: null };
    case "keyOnly":
      return { kind, letter: null };
  }
}
