/** Topics and standards: shown, changed in place, read from files. */
export { addTopic, archiveTopic, changeTopic, restoreTopic } from "./editTopics.ts";
export {
  changeStandard,
  importStandards,
  linkStandards,
  replaceStandard,
  setSecureLine,
  showSecureLines,
} from "./editStandards.ts";
export { exportStandards } from "./exportStandards.ts";
export { listTopics } from "./listTopics.ts";
