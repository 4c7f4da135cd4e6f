/** What other rooms may do to topics inside a transaction of theirs. */
import * as store from "./store.ts";

export const { insertTopic, rebuildAncestors, updateTopic } = store;
export { giveStandards, lockTopics, moveChildren, ofStandards, restoreChildren } from "./treeStore.ts";
