/** Shared texts, maps and charts of a department file. One is known again by its key; where it differs it is revised. */
import { newId } from "../platform/id.ts";
import type { Member, Scope } from "../platform/scope.ts";
import { saveStimulus } from "../stimuli/service.ts";
import { keysOfStimuli } from "./exportDepartment.ts";
import { toText } from "./fileContent.ts";
import type { FileBody } from "./readDepartmentFile.ts";
import * as store from "./store.ts";

/** The same without writing: those that are there, and an id for each that would be. */
export async function stimuliIn({ db, caller }: Scope<Member>, file: FileBody): Promise<Map<string, string>> {
  const known = keysOfStimuli(await store.listStimuli(db, caller.departmentId));
  return new Map([
    ...file.stimuli.map(({ key }) => [key, newId()] as const),
    ...known.map((row) => [row.key, row.id] as const),
  ]);
}

export async function importStimuli(scope: Scope<Member>, file: FileBody): Promise<Map<string, string>> {
  const known = keysOfStimuli(await store.listStimuli(scope.db, scope.caller.departmentId));
  const keys = new Map(known.map((row) => [row.key, row.id]));
  for (const { key, title, text } of file.stimuli) {
    const before = known.find((row) => row.key === key);
    const stimulusId = before?.id ?? newId();
    await saveStimulus(scope, {
      params: { stimulusId },
      body: { version: before?.version ?? 0, content: { schemaVersion: 1, title, text: toText(text) } },
    });
    keys.set(key, stimulusId);
  }
  return keys;
}
