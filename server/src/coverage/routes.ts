import { coverageEndpoints } from "@verdant/contract/coverage";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import * as service from "./service.ts";

/** Every endpoint of coverage has a handler, or this does not compile. */
export const mountCoverage = (router: Router): void => {
  mountAll(router, coverageEndpoints, service);
};
