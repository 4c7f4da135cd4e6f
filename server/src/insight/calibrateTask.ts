/** Calibration in a thread of its own, with what is told from it: who is how able, what drifts, what treats groups unlike. */
import { differentialsOf } from "@verdant/core/insight/differential";
import { usualAgreement } from "@verdant/core/insight/doubts";
import { driftsOf } from "@verdant/core/insight/drift";
import { abilitiesBesides, calibrateWithWriters } from "@verdant/core/insight/rasch";
import type { CalibrateInput, Calibrated } from "./tasks.ts";

export function calibrateTask({ responses, priors, links, late, sides }: CalibrateInput): Calibrated {
  const found = calibrateWithWriters(responses, priors, links);
  const besides = abilitiesBesides(responses, found);
  return {
    ...found,
    ...{ besides, usual: usualAgreement(responses, besides) },
    drifts: driftsOf(responses, found, (person) => late[person] === 1),
    differentials: sides.map((side) => differentialsOf(responses, found, side)),
  };
}
