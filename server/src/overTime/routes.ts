import { comparisonEndpoints } from "@verdant/contract/comparison";
import { overTimeEndpoints } from "@verdant/contract/overTime";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import { showClassOverTime } from "./classOverTime.ts";
import { showRecallThen } from "./recallThen.ts";
import { showComparison } from "./comparison.ts";
import { showOwnProgress } from "./ownProgress.ts";
import { setStudentNote, showStudentOverTime } from "./studentOverTime.ts";

export const mountOverTime = (router: Router): void => {
  mountAll(router, overTimeEndpoints, {
    showClassOverTime,
    showRecallThen,
    showStudentOverTime,
    setStudentNote,
    showOwnProgress,
  });
  mountAll(router, comparisonEndpoints, { showComparison });
};
