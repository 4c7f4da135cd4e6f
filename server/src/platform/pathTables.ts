/** The tables of paths. */
import type { StepKind } from "@verdant/core/paths/path";
import type { Default, Owned, Row } from "./columns.ts";

export interface PathTables {
  path: Row & {
    classId: string;
    name: string;
    version: Default<number>;
    createdBy: string;
    createdAt: Date;
    archivedAt: Default<Date | null>;
  };
  pathStep: Row & {
    pathId: string;
    position: number;
    kind: StepKind;
    name: string;
    releaseId: string | null;
    percent: number | null;
    by: "mark" | "best";
    dueOn: string | null;
  };
  pathTick: Owned & { stepId: string; studentId: string; by: string; at: Date; note: string | null };
}
