import { standardsEndpoints } from "@verdant/contract/standards";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import * as service from "./service.ts";

/** Every endpoint of standards has a handler, or this does not compile. */
export const mountStandards = (router: Router): void => {
  mountAll(router, standardsEndpoints, service);
};
