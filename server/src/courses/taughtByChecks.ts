/** What a passed check says of a student's topics; asked for where marks change. */
export { setTaughtByChecks, type TaughtByCheck } from "./taughtByChecksStore.ts";
