import { reviewEndpoints } from "@verdant/contract/review";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import * as service from "./service.ts";

/** Every endpoint of review has a handler, or this does not compile. */
export const mountReview = (router: Router): void => {
  mountAll(router, reviewEndpoints, service);
};
