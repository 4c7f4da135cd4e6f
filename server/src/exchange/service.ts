/** A department's work in and out as files. */
import type { Db } from "../platform/database.ts";
import { brokenOff, keptMs, mostOnTheWayMs } from "./transfers.ts";
import { deleteTransfersBefore, failBrokenOff } from "./transferStore.ts";

/** What is older than a week goes; what broke off with the process that took it in says so. */
export async function putAwayTransfers(db: Db, now: Date): Promise<number> {
  await failBrokenOff(db, new Date(now.getTime() - mostOnTheWayMs), now, brokenOff);
  return deleteTransfersBefore(db, new Date(now.getTime() - keptMs));
}

export { agreeToImport, chooseFindings, listFindings, showFinding } from "./findings.ts";
export { importDepartment } from "./importDepartment.ts";
export { undoImport } from "./undoImport.ts";
export { bringFile, cancelTransfer, listTransfers, openFile, startExport } from "./transfers.ts";
