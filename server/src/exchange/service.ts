/** A whole department in and out as one readable file. */
import type * as contract from "@verdant/contract/exchange";
import { record } from "../platform/history.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import type { Db } from "../platform/database.ts";
import { importMedia } from "./importMedia.ts";
import { importItems } from "./importItems.ts";
import { importStimuli } from "./importStimuli.ts";
import { importMany } from "./importMany.ts";
import type { Brought } from "../platform/transferTables.ts";
import type { FileBody } from "./readDepartmentFile.ts";
import { brokenOff, keptMs, mayExchange, mostOnTheWayMs } from "./transfers.ts";
import { holdImports } from "./store.ts";
import { deleteTransfersBefore, failBrokenOff } from "./transferStore.ts";
import {
  importClasses,
  importCourses,
  importMisconceptions,
  importStandards,
  importTopics,
} from "./importStructure.ts";

/** All of it or nothing; what the department has already is left as it is, items whose content differs are revised. */
export function importDepartment(
  scope: Scope<Member>,
  {
    body,
    media = [],
    ofOthers,
    versions,
    brought,
  }: {
    body: FileBody;
    media?: Iterable<contract.FileMedia> | AsyncIterable<contract.FileMedia>;
    /** Keys of items of which the file does not say how this department uses them. */
    ofOthers?: ReadonlySet<string>;
    /** Of items that the file was compared with: one that has another since is a conflict. */
    versions?: ReadonlyMap<string, number>;
    /** Is told which items were made and which changed. */
    brought?: Brought;
  },
): Promise<contract.Imported> {
  mayExchange(scope, "import");
  return atomically(scope, async (within) => {
    await holdImports(within.db, within.caller.departmentId);
    const standards = await importStandards(within, body);
    const topics = await importTopics(within, body, standards.keys);
    const misconceptions = await importMisconceptions(within, body);
    const courses = await importCourses(within, body, topics.keys);
    const classes = await importClasses(within, body, { courses: courses.keys, topics: topics.keys });
    await importMedia(within, media);
    const stimuli = await importStimuli(within, body);
    const keys = {
      ...{ stimuli, misconceptions },
      ...{ standards: standards.keys, topics: topics.keys, courses: courses.keys },
    };
    const items = await importItems(within, body, keys, { ofOthers, versions, brought });
    await importMany(within, body, topics.keys);
    const { departmentId } = within.caller;
    const created = {
      standards: standards.created,
      topics: topics.created,
      courses: courses.created,
      ...classes,
      items: items.created,
    };
    await record(within, {
      departmentId,
      entity: "department",
      entityId: departmentId,
      action: "imported",
      after: created,
    });
    return { created, revised: { items: items.revised }, unchanged: { items: items.unchanged } };
  });
}

/** What is older than a week goes; what broke off with the process that took it in says so. */
export async function putAwayTransfers(db: Db, now: Date): Promise<number> {
  await failBrokenOff(db, new Date(now.getTime() - mostOnTheWayMs), now, brokenOff);
  return deleteTransfersBefore(db, new Date(now.getTime() - keptMs));
}

export { undoImport } from "./undoImport.ts";
export { bringFile, cancelTransfer, listTransfers, openFile, startExport } from "./transfers.ts";
