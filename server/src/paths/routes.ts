import { pathsEndpoints } from "@verdant/contract/paths";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import * as service from "./service.ts";

/** Every endpoint of paths has a handler, or this does not compile. */
export const mountPaths = (router: Router): void => {
  mountAll(router, pathsEndpoints, service);
};
