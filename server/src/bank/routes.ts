import { bankEndpoints } from "@verdant/contract/bank";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import * as service from "./service.ts";

/** Every endpoint of bank has a handler, or this does not compile. */
export const mountBank = (router: Router): void => {
  mountAll(router, bankEndpoints, service);
};
