import { todayEndpoints } from "@verdant/contract/today";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import * as service from "./service.ts";

/** Every endpoint of today has a handler, or this does not compile. */
export const mountToday = (router: Router): void => {
  mountAll(router, todayEndpoints, service);
};
