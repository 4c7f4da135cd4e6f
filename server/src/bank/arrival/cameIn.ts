/** What is known of items that came in from a file or another department. */
export { keepOrigins, tieTwins } from "./cameInStore.ts";
