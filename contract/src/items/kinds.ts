/** Content, answers and student views of every kind, as they travel: one line a kind. */
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

type Of<Union, N> = Extract<Union, { kind: N }>;

/** The schemas of each kind; what is missing here does not compile. */
const schemas: {
  readonly [N in core.KindName]: {
    readonly content: z.ZodObject & z.ZodType<Of<core.Content, N>>;
    readonly answer: z.ZodObject & z.ZodType<Of<core.Answer, N>>;
    readonly view: z.ZodObject & z.ZodType<Of<core.View, N>>;
  };
} = {
  oneRightAnswer: { content: OneRightAnswerContent, answer: OneRightAnswerResponse, view: OneRightAnswerStudentView },
  severalRightAnswers: {
    content: SeveralRightAnswersContent,
    answer: SeveralRightAnswersResponse,
    view: SeveralRightAnswersStudentView,
  },
  optionSet: { content: OptionSetContent, answer: OptionSetResponse, view: OptionSetStudentView },
  shortText: { content: ShortTextContent, answer: ShortTextResponse, view: ShortTextStudentView },
  numeric: { content: NumericContent, answer: NumericResponse, view: NumericStudentView },
  match: { content: MatchContent, answer: MatchResponse, view: MatchStudentView },
  order: { content: OrderContent, answer: OrderResponse, view: OrderStudentView },
  fillGaps: { content: FillGapsContent, answer: FillGapsResponse, view: FillGapsStudentView },
  pointOnImage: { content: PointOnImageContent, answer: PointOnImageResponse, view: PointOnImageStudentView },
  keyOnly: { content: KeyOnlyContent, answer: KeyOnlyResponse, view: KeyOnlyStudentView },
  written: { content: WrittenContent, answer: WrittenResponse, view: WrittenStudentView },
  opinion: { content: OpinionContent, answer: OpinionResponse, view: OpinionStudentView },
};

export const allKinds = Object.keys(schemas) as [core.KindName, ...core.KindName[]];
const each = <Part extends "content" | "answer" | "view">(part: Part) =>
  allKinds.map((kind) => schemas[kind][part]) as unknown as [z.ZodObject, ...z.ZodObject[]];

// Safe: of each kind there is the schema of its own type, and the union is of all kinds.
export const Content = z.discriminatedUnion("kind", each("content")) as unknown as z.ZodType<
  core.Content,
  core.Content
>;
export const Answer = z.discriminatedUnion("kind", each("answer")) as unknown as z.ZodType<core.Answer, core.Answer>;
export const StudentView = z.discriminatedUnion("kind", each("view")) as unknown as z.ZodType<core.View, core.View>;
export const KindName = z.enum(allKinds) satisfies z.ZodType<core.KindName>;
