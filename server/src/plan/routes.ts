import { planEndpoints } from "@verdant/contract/plan";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import * as service from "./service.ts";

/** Every endpoint of plan has a handler, or this does not compile. */
export const mountPlan = (router: Router): void => {
  mountAll(router, planEndpoints, service);
};
