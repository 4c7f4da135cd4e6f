/** The tables of marks. */
import type { Owned } from "./columns.ts";

export interface MarkTables {
  markWeight: Owned & { classId: string; releaseId: string; weight: number };
  excused: Owned & { releaseId: string; studentId: string; reason: string; by: string; at: Date };
}
