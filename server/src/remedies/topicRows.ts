/** What was taught again goes along with its topic when topics are merged. */
import { topicRows } from "../platform/topicRows.ts";

export const ofRemedies = [topicRows("remedy", ["id"])];
