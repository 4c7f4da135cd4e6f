/** Marking by people. */
export { keepMarkingComment, removeMarkingComment } from "./comments.ts";
export { listSecondMarks, markSecond, settleMarks } from "./secondMarks.ts";
export { claimWrittenAnswer, listWrittenAnswers, markWrittenAnswer, showMarksSoFar } from "./written.ts";
