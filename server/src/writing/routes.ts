import { writingEndpoints } from "@verdant/contract/writing";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import * as service from "./service.ts";

/** Every endpoint of writing has a handler, or this does not compile. */
export const mountWriting = (router: Router): void => {
  mountAll(router, writingEndpoints, service);
};
