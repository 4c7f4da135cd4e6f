/** Patterns and lists that go from one topic to another. */
export { giveManiesBack, moveManies } from "./topicManiesStore.ts";
