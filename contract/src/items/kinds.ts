/** Content, answers and student views of every kind, as they travel: one line a kind in each. */
import type * as core from "@verdant/core/items/kinds";
import { z } from "zod";
import { FillGapsContent, FillGapsResponse, FillGapsStudentView } from "./fillGaps.ts";
import { KeyOnlyContent, KeyOnlyResponse, KeyOnlyStudentView } from "./keyOnly.ts";
import { MatchContent, MatchResponse, MatchStudentView } from "./match.ts";
import { NumericContent, NumericResponse, NumericStudentView } from "./numeric.ts";
import { OneRightAnswerContent, OneRightAnswerResponse, OneRightAnswerStudentView } from "./oneRightAnswer.ts";
import { OpinionContent, OpinionResponse, OpinionStudentView } from "./opinion.ts";
import { OptionSetContent, OptionSetResponse, OptionSetStudentView } from "./optionSet.ts";
import { OrderContent, OrderResponse, OrderStudentView } from "./order.ts";
import { PointOnImageContent, PointOnImageResponse, PointOnImageStudentView } from "./pointOnImage.ts";
import {
  SeveralRightAnswersContent,
  SeveralRightAnswersResponse,
  SeveralRightAnswersStudentView,
} from "./severalRightAnswers.ts";
import { ShortTextContent, ShortTextResponse, ShortTextStudentView } from "./shortText.ts";
import { WrittenContent, WrittenResponse, WrittenStudentView } from "./written.ts";

export const Content: z.ZodType<core.Content, core.Content> = z.discriminatedUnion("kind", [
  OneRightAnswerContent,
  SeveralRightAnswersContent,
  OptionSetContent,
  ShortTextContent,
  NumericContent,
  MatchContent,
  OrderContent,
  FillGapsContent,
  PointOnImageContent,
  KeyOnlyContent,
  WrittenContent,
  OpinionContent,
]);
export const Answer: z.ZodType<core.Answer, core.Answer> = z.discriminatedUnion("kind", [
  OneRightAnswerResponse,
  SeveralRightAnswersResponse,
  OptionSetResponse,
  ShortTextResponse,
  NumericResponse,
  MatchResponse,
  OrderResponse,
  FillGapsResponse,
  PointOnImageResponse,
  KeyOnlyResponse,
  WrittenResponse,
  OpinionResponse,
]);
export const StudentView: z.ZodType<core.View, core.View> = z.discriminatedUnion("kind", [
  OneRightAnswerStudentView,
  SeveralRightAnswersStudentView,
  OptionSetStudentView,
  ShortTextStudentView,
  NumericStudentView,
  MatchStudentView,
  OrderStudentView,
  FillGapsStudentView,
  PointOnImageStudentView,
  KeyOnlyStudentView,
  WrittenStudentView,
  OpinionStudentView,
]);
export const KindName = z.enum([
  "oneRightAnswer",
  "severalRightAnswers",
  "optionSet",
  "shortText",
  "numeric",
  "match",
  "order",
  "fillGaps",
  "pointOnImage",
  "keyOnly",
  "written",
  "opinion",
]) satisfies z.ZodType<core.KindName>;
