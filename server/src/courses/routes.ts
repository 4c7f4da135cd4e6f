import { coursesEndpoints } from "@verdant/contract/courses";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import * as service from "./service.ts";

/** Every endpoint of courses has a handler, or this does not compile. */
export const mountCourses = (router: Router): void => {
  mountAll(router, coursesEndpoints, service);
};
