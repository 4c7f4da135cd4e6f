import { remediesEndpoints } from "@verdant/contract/remedies";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import * as service from "./service.ts";

/** Every endpoint of remedies has a handler, or this does not compile. */
export const mountRemedies = (router: Router): void => {
  mountAll(router, remediesEndpoints, service);
};
