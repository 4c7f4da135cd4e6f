/** Calibration in a thread of its own. */
import { calibrateWithWriters, type Calibration } from "@verdant/core/insight/rasch";
import type { CalibrateInput } from "./tasks.ts";

export const calibrateTask = ({ responses, priors }: CalibrateInput): Calibration =>
  calibrateWithWriters(responses, priors);
