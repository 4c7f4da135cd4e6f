/** What a department has already, by which parts of a file are known again. */
import { missingMedia } from "../media/service.ts";
import type { Member, Scope } from "../platform/scope.ts";
import { topicPaths } from "./importStructure.ts";
import type { Known } from "./qti/fileItemOf.ts";
import { itemReader } from "./exportDepartment.ts";
import type { Asked } from "./table/readTable.ts";
import * as store from "./store.ts";

export async function knownTo({ db, caller }: Scope<Member>): Promise<Known> {
  const { departmentId } = caller;
  const paths = [...topicPaths(await store.listTopics(db, departmentId)).keys()];
  const standards = await store.listStandards(db, departmentId);
  return {
    topics: new Map(paths.map((path) => [path.toLowerCase(), path])),
    codes: new Map(standards.map(({ guid, code }) => [guid.toLowerCase(), code])),
  };
}

/** What a table is read against. */
export function askedAbout(scope: Scope<Member>): Asked {
  const reader = itemReader(scope);
  return {
    here: async (keys) => {
      const { ofKeys, stimuli } = await reader;
      const found = await ofKeys(keys);
      const items = new Map(found.map(({ item }) => [item.key, item]));
      const versions = new Map(found.map(({ item, version }) => [item.key, version]));
      return { ...(await knownTo(scope)), items, versions, stimuli };
    },
    missing: (hashes) => missingMedia(scope, hashes),
    unknown: async (keys) => {
      const { keys: known } = await reader;
      return keys.filter((key) => !known.has(key));
    },
  };
}
