/** What a department has already, by which parts of a file are known again. */
import type { Member, Scope } from "../platform/scope.ts";
import { topicPaths } from "./importStructure.ts";
import type { Known } from "./qti/fileItemOf.ts";
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
