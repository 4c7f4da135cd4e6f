import { marksEndpoints } from "@verdant/contract/marks";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import * as service from "./service.ts";

/** Every endpoint of marks has a handler, or this does not compile. */
export const mountMarks = (router: Router): void => {
  mountAll(router, marksEndpoints, service);
};
