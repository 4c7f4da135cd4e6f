/** Content, answers and student views of every kind, as they travel: one line a kind in each. */
import type * as core from "@verdant/core/items/kinds";
import { z } from "zod";
import { OneRightAnswerContent, OneRightAnswerResponse, OneRightAnswerStudentView } from "./oneRightAnswer.ts";

export const Content: z.ZodType<core.Content, core.Content> = z.discriminatedUnion("kind", [OneRightAnswerContent]);
export const Answer: z.ZodType<core.Answer, core.Answer> = z.discriminatedUnion("kind", [OneRightAnswerResponse]);
export const StudentView: z.ZodType<core.View, core.View> = z.discriminatedUnion("kind", [OneRightAnswerStudentView]);
export const KindName = z.enum(["oneRightAnswer"]) satisfies z.ZodType<core.KindName>;
