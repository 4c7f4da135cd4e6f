/** Offsets: how the model learns that this class, topic or student differs from the average memory. */

import { expectedScore, type AnswerEvidence } from "./posterior.ts";
import { recall, recallSlope } from "./recall.ts";

/** A learned natural logarithm that scales stability, and its precision. */
export interface Offset {
  readonly value: number;
  readonly lambda: number;
}

export interface Offsets {
  readonly classWide: Offset;
  readonly topic: Offset;
  readonly student: Offset;
}

/** Before any answer: priors N(0, 1) for the class, N(0, 0.6^2) for a topic, N(0, 0.5^2) for a student. */
export const priorOffsets: Offsets = {
  classWide: { value: 0, lambda: 1 },
  topic: { value: 0, lambda: 1 / 0.6 ** 2 },
  student: { value: 0, lambda: 1 / 0.5 ** 2 },
};

/** The logarithm by which the three offsets together scale stability. */
export const totalOffset = ({ classWide, topic, student }: Offsets) => classWide.value + topic.value + student.value;

/**
 * The offsets after one answer: a diagonal recursive Bayes step on the first answer of a day to a topic.
 *
 * p = c + (1 - s - c) R(t, S_e), p' = (1 - s - c) dR/dlnS, v = p (1 - p); each precision grows by p'^2 / v and each
 * offset moves by f ((x - p) / v) p' / lambda, f = 1 for the class and 0.5 for topic and student. The accumulators are
 * clamped ([-3, 1.5] and [-1.5, 1.5]): without it they run away where the model does not fit.
 *
 * @param days since the last review, 0 or more
 * @param stability S in days, without offsets
 */
export function learn(offsets: Offsets, answer: AnswerEvidence, days: number, stability: number): Offsets {
  const effective = stability * Math.exp(totalOffset(offsets));
  const p = expectedScore(recall(days, effective), answer.chance, answer.slip);
  const slope = (1 - answer.slip - answer.chance) * recallSlope(days, effective);
  const variance = p * (1 - p);
  if (variance <= 0) return offsets;
  const step = (offset: Offset, share: number, least: number, most: number): Offset => {
    const lambda = offset.lambda + slope ** 2 / variance;
    const value = offset.value + (share * ((answer.credit - p) / variance) * slope) / lambda;
    return { value: Math.min(most, Math.max(least, value)), lambda };
  };
  return {
    classWide: step(offsets.classWide, 1, -3, 1.5),
    topic: step(offsets.topic, 0.5, -1.5, 1.5),
    student: step(offsets.student, 0.5, -1.5, 1.5),
  };
}
