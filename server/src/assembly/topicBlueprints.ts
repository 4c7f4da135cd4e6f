/** What quizzes ask of a topic that is merged into another. */
export { renameTopic, restoreBlueprints, type SavedBlueprint } from "./topicBlueprintsStore.ts";
