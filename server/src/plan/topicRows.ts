/** What of a topic is in plans, for merging topics; its evidence goes with `memory.ts`. */
import { topicRows } from "../platform/topicRows.ts";

export const ofPlans = [topicRows("planned_return", ["class_id", "on"])];
