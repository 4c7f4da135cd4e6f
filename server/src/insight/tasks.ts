/** What insight asks of a thread. */
import type { ItemDifferential } from "@verdant/core/insight/differential";
import type { Drift } from "@verdant/core/insight/drift";
import type { Calibration, ItemPrior, Link, Responses } from "@verdant/core/insight/rasch";
import type { Doubt } from "@verdant/contract/doubts";
import type { Answer, Content } from "@verdant/core/items/kinds";
import { task } from "../platform/threads.ts";

export interface CalibrateInput {
  readonly responses: Responses;
  readonly priors: readonly ItemPrior[];
  readonly links: readonly Link[];
  /** Per person 1 for one of the newest year, 0 for one before. */
  readonly late: Int8Array;
  /** Per comparison of two groups, the side of each person. */
  readonly sides: readonly Int8Array[];
}

export interface Calibrated extends Calibration {
  /** For each answer the ability of who gave it, by their other answers. */
  readonly besides: Float64Array;
  /** How far items agree with doing well elsewhere, on average. */
  readonly usual: number;
  /** In the order of the items. */
  readonly drifts: readonly (Drift | null)[];
  /** In the order of the comparisons; of each in the order of the items. */
  readonly differentials: readonly (readonly ItemDifferential[])[];
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
