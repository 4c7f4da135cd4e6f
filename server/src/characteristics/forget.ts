/** What becomes of what is said of a student when the student is erased: it goes. */
export { deleteSaidOf as forgetStudent } from "./store.ts";
