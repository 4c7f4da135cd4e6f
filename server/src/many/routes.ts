import { manyEndpoints } from "@verdant/contract/many";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import * as service from "./service.ts";

/** Every endpoint of many has a handler, or this does not compile. */
export const mountMany = (router: Router): void => {
  mountAll(router, manyEndpoints, service);
};
