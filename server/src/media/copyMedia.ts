/** Pictures and recordings that go along with items to another department. */
export { copyMedia } from "./copyMediaStore.ts";
