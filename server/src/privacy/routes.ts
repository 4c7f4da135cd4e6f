import { privacyEndpoints } from "@verdant/contract/privacy";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import { eraseStudent, exportStudent, listKeptStudents, showKeptStudent } from "./privacy.ts";

export const mountPrivacy = (router: Router): void => {
  mountAll(router, privacyEndpoints, { listKeptStudents, showKeptStudent, exportStudent, eraseStudent });
};
