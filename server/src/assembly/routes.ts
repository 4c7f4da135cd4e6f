import { assemblyEndpoints } from "@verdant/contract/assembly";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import * as service from "./service.ts";

/** Every endpoint of assembly has a handler, or this does not compile. */
export const mountAssembly = (router: Router): void => {
  mountAll(router, assemblyEndpoints, service);
};
