/** What of a colleague who leaves is in writing together. */
export { deletePresence, handOverGoals } from "./handOverStore.ts";
