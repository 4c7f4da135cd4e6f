/** What is particular to writing each kind, between the question and the explanation: one folder and one line a kind. */
import type { KindName } from "@verdant/core/items/kinds";
import type { ComponentType } from "react";
import type { EditorProps } from "./editorProps.ts";
import { OneRightAnswerEditor } from "./oneRightAnswer/OneRightAnswerEditor.tsx";
import { SeveralRightAnswersEditor } from "./severalRightAnswers/SeveralRightAnswersEditor.tsx";
import { OptionSetEditor } from "./optionSet/OptionSetEditor.tsx";
import { ShortTextEditor } from "./shortText/ShortTextEditor.tsx";
import { NumericEditor } from "./numeric/NumericEditor.tsx";
import { MatchEditor } from "./match/MatchEditor.tsx";
import { OrderEditor } from "./order/OrderEditor.tsx";
import { FillGapsEditor } from "./fillGaps/FillGapsEditor.tsx";
import { PointOnImageEditor } from "./pointOnImage/PointOnImageEditor.tsx";
import { KeyOnlyEditor } from "./keyOnly/KeyOnlyEditor.tsx";
import { WrittenEditor } from "./written/WrittenEditor.tsx";
import { OpinionEditor } from "./opinion/OpinionEditor.tsx";

export const contentEditors: { readonly [N in KindName]: ComponentType<EditorProps<N>> } = {
  oneRightAnswer: OneRightAnswerEditor,
  severalRightAnswers: SeveralRightAnswersEditor,
  optionSet: OptionSetEditor,
  shortText: ShortTextEditor,
  numeric: NumericEditor,
  match: MatchEditor,
  order: OrderEditor,
  fillGaps: FillGapsEditor,
  pointOnImage: PointOnImageEditor,
  keyOnly: KeyOnlyEditor,
  written: WrittenEditor,
  opinion: OpinionEditor,
};
