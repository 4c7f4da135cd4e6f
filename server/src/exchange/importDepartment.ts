/** A department file taken in: its structure, its texts, its items. */
import type * as contract from "@verdant/contract/exchange";
import { record } from "../platform/history.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { importMedia } from "./importMedia.ts";
import { importItems, type Besides } from "./importItems.ts";
import { importStimuli, stimuliIn } from "./importStimuli.ts";
import { importMany } from "./importMany.ts";
import type { FileBody } from "./readDepartmentFile.ts";
import { mayExchange } from "./transfers.ts";
import { holdImports } from "./store.ts";
import {
  importClasses,
  importCourses,
  importMisconceptions,
  importStandards,
  importTopics,
} from "./importStructure.ts";

export interface Importing extends Besides {
  readonly body: FileBody;
  readonly media?: Iterable<contract.FileMedia> | AsyncIterable<contract.FileMedia>;
}

/** All of it or nothing; what the department has already is left as it is, items whose content differs are revised. */
export function importDepartment(
  scope: Scope<Member>,
  { body, media = [], ...besides }: Importing,
): Promise<contract.Imported> {
  mayExchange(scope, "import");
  return atomically(scope, async (within) => {
    await holdImports(within.db, within.caller.departmentId);
    const standards = await importStandards(within, body);
    const topics = await importTopics(within, body, standards.keys);
    const misconceptions = await importMisconceptions(within, body);
    const courses = await importCourses(within, body, topics.keys);
    const classes = await importClasses(within, body, { courses: courses.keys, topics: topics.keys });
    const isTried = besides.compared !== undefined;
    if (!isTried) await importMedia(within, media);
    const stimuli = await (isTried ? stimuliIn(within, body) : importStimuli(within, body));
    const keys = {
      ...{ stimuli, misconceptions },
      ...{ standards: standards.keys, topics: topics.keys, courses: courses.keys },
    };
    const items = await importItems(within, body, keys, besides);
    if (!isTried) await importMany(within, body, topics.keys);
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
