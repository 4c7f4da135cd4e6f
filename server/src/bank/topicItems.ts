/** Items that go from one topic to another with all that hangs on it. */
export { giveItemsBack, moveItems } from "./topicItemsStore.ts";
