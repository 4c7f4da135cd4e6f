/** What insight asks of a thread. */
import type { Calibration, ItemPrior, Responses } from "@verdant/core/insight/rasch";
import { task } from "../platform/threads.ts";

export interface CalibrateInput {
  readonly responses: Responses;
  readonly priors: readonly ItemPrior[];
}

export const calibration = task<CalibrateInput, Calibration>("calibrate");
