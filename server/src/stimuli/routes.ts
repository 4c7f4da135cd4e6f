import { stimuliEndpoints } from "@verdant/contract/stimuli";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import * as service from "./service.ts";

/** Every endpoint of stimuli has a handler, or this does not compile. */
export const mountStimuli = (router: Router): void => {
  mountAll(router, stimuliEndpoints, service);
};
