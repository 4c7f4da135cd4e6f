/** What becomes of what was written about a student here when the student is erased. */
export { forgetWords as forgetStudent } from "./store.ts";
