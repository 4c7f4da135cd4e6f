import { finderEndpoints } from "@verdant/contract/finder";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import * as service from "./service.ts";

/** Every endpoint of the finder has a handler, or this does not compile. */
export const mountFinder = (router: Router): void => {
  mountAll(router, finderEndpoints, service);
};
