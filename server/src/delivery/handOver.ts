/** What of a colleague who leaves is given out. */
export { handOverReleases } from "./handOverStore.ts";
