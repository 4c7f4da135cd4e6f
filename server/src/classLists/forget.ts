/** What becomes of what names students here when one is erased: counts stay, names go. */
export { forgetNames as forgetStudent } from "./store.ts";
