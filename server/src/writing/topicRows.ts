/** What of a topic is in writing together, for merging topics. */
export { movePresence, ofWriting } from "./topicRowsStore.ts";
