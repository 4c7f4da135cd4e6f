/** What of a colleague who leaves is in the bank. */
export { deleteOwn, handOverItems } from "./handOverStore.ts";
