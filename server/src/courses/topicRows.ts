/** What of a topic is in courses and classes, for merging and splitting topics. */
export { copyTopic, ofCourses } from "./topicRowsStore.ts";
