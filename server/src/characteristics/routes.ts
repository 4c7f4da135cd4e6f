import { characteristicsEndpoints } from "@verdant/contract/characteristics";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import * as service from "./service.ts";

/** Every endpoint of characteristics has a handler, or this does not compile. */
export const mountCharacteristics = (router: Router): void => {
  mountAll(router, characteristicsEndpoints, service);
};
