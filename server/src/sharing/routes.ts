import { sharingEndpoints } from "@verdant/contract/sharing";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import * as service from "./service.ts";

/** Every endpoint of sharing has a handler, or this does not compile. */
export const mountSharing = (router: Router): void => {
  mountAll(router, sharingEndpoints, service);
};
