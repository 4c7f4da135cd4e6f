/** What insight asks of a thread. */
import type { Calibration, ItemPrior, Responses } from "@verdant/core/insight/rasch";
import type { Doubt } from "@verdant/contract/doubts";
import type { Answer, Content } from "@verdant/core/items/kinds";
import { task } from "../platform/threads.ts";

export interface CalibrateInput {
  readonly responses: Responses;
  readonly priors: readonly ItemPrior[];
}

export interface Calibrated extends Calibration {
  /** For each answer the ability of who gave it, by their other answers. */
  readonly besides: Float64Array;
  /** How far items agree with doing well elsewhere, on average. */
  readonly usual: number;
}

export const calibration = task<CalibrateInput, Calibrated>("calibrate");

/** The first answers to one item, with what each earned and how able who gave it is besides. */
export interface AnsweredItem {
  readonly content: Content;
  readonly answers: readonly { readonly answer: Answer | null; readonly credit: number; readonly ability: number }[];
  readonly lookAlikes: { readonly right: number; readonly outOf: number };
}

export interface DoubtInput {
  readonly items: readonly AnsweredItem[];
  readonly usual: number;
}

export const doubting = task<DoubtInput, Doubt[][]>("doubt");
