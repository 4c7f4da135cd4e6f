import { mergeTopicsEndpoints } from "@verdant/contract/mergeTopics";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import * as service from "./service.ts";

/** Every endpoint of merging topics has a handler, or this does not compile. */
export const mountMergeTopics = (router: Router): void => {
  mountAll(router, mergeTopicsEndpoints, service);
};
