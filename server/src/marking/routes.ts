import { markingEndpoints } from "@verdant/contract/marking";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import * as service from "./service.ts";

/** Every endpoint of marking has a handler, or this does not compile. */
export const mountMarking = (router: Router): void => {
  mountAll(router, markingEndpoints, service);
};
