/** A whole department in and out as one readable file. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/exchange";
import { can } from "@verdant/core/team/can";
import { Failure } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import * as departmentFile from "./exportDepartment.ts";
import { importMedia } from "./importMedia.ts";
import { importItems } from "./importItems.ts";
import { importStimuli } from "./importStimuli.ts";
import { importMany } from "./importMany.ts";
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
  { body }: Input<typeof contract.importDepartment>,
): Promise<Result<typeof contract.importDepartment>> {
  mayExchange(scope, "import");
  return atomically(scope, async (within) => {
    const standards = await importStandards(within, body);
    const topics = await importTopics(within, body, standards.keys);
    const misconceptions = await importMisconceptions(within, body);
    const courses = await importCourses(within, body, topics.keys);
    const classes = await importClasses(within, body, { courses: courses.keys, topics: topics.keys });
    await importMedia(within, body);
    const stimuli = await importStimuli(within, body);
    const items = await importItems(within, body, {
      stimuli,
      standards: standards.keys,
      topics: topics.keys,
      misconceptions,
      courses: courses.keys,
    });
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

export function exportDepartment(scope: Scope<Member>): Promise<Result<typeof contract.exportDepartment>> {
  mayExchange(scope, "export");
  return departmentFile.exportDepartment(scope);
}

function mayExchange({ caller }: Scope<Member>, verb: "import" | "export"): void {
  if (!can(caller.role, { verb, thing: "department" })) throw new Failure("forbidden", "Only a lead may do this.");
}
