/** Calibration in a thread of its own. */
import { usualAgreement } from "@verdant/core/insight/doubts";
import { abilitiesBesides, calibrateWithWriters } from "@verdant/core/insight/rasch";
import type { CalibrateInput, Calibrated } from "./tasks.ts";

export function calibrateTask({ responses, priors }: CalibrateInput): Calibrated {
  const found = calibrateWithWriters(responses, priors);
  const besides = abilitiesBesides(responses, found);
  return { ...found, besides, usual: usualAgreement(responses, besides) };
}
