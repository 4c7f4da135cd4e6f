/**
 * Made-up students: a forgetting model that is not the application's own, so that its predictions have something to learn.
 * What is remembered halves with a half-life that grows with every answer (after Ebbinghaus, 1885; desirable difficulty).
 */
import { middleOf } from "@verdant/core/items/pointOnImage";
import { gapsOf } from "@verdant/core/items/fillGaps";
import { kindOf, type Answer, type Content } from "@verdant/core/items/kinds";

export interface MadeUpStudent {
  /** Logarithm by which half-lives of this student are longer. */
  readonly ability: number;
  /** Half-life in days and the day of the last meeting, by topic. */
  readonly memory: Map<string, { halfLife: number; lastOn: number }>;
}

/** A normal deviate of mean 0 and standard deviation 1 (Box and Muller, 1958). */
export function normal(next: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
}

/** The answer of a student on a day, and what it does to the memory of the topic. */
export function answerOf(
  student: MadeUpStudent,
  item: {
    readonly content: Content;
    readonly topicId: string;
    readonly difficulty: number;
    readonly topicEase: number;
  },
  at: { readonly day: number; readonly taughtOn: number },
  next: () => number,
): Answer | null {
  const { content, topicId } = item;
  const known = student.memory.get(topicId) ?? {
    halfLife: 9 * Math.exp(student.ability + item.topicEase),
    lastOn: at.taughtOn,
  };
  const recalled = next() < 2 ** (-(at.day - known.lastOn) / known.halfLife);
  const slips = next() < 0.04 + 0.05 * item.difficulty;
  student.memory.set(topicId, { halfLife: Math.min(400, known.halfLife * (recalled ? 1.7 : 1.3)), lastOn: at.day });
  if (!recalled && next() < 0.05) return null;
  const isRight = recalled ? !slips : next() < kindOf(content).chance(content);
  return isRight ? kindOf(content).rightAnswer(content) : wrongAnswer(content, next);
}

/** A wrong answer as students give them: options and answers that show a named wrong idea come up more often. */
function wrongAnswer(content: Content, next: () => number): Answer | null {
  if (content.kind === "shortText" || content.kind === "numeric") {
    const expected = pick(content.expectedWrong, next);
    if (expected) return { kind: content.kind, text: expected.text };
    const text = content.kind === "numeric" ? String((content.value ?? 1) * 2) : "not sure";
    return { kind: content.kind, text };
  }
  if (content.kind === "match") {
    // Two pairs taken for one another.
    const [first, second, ...rest] = content.pairs.map(({ id, rightId }) => ({ pairId: id, rightId }));
    if (!first || !second) return null;
    const swapped = [
      { ...first, rightId: second.rightId },
      { ...second, rightId: first.rightId },
    ];
    return { kind: "match", chosen: [...swapped, ...rest] };
  }
  if (content.kind === "order") {
    // Two neighbours the wrong way round.
    const ids = content.steps.map((step) => step.id);
    const at = Math.floor(next() * (ids.length - 1));
    return { kind: "order", order: ids.map((id, i) => (i === at ? ids[at + 1] : i === at + 1 ? ids[at] : id) ?? id) };
  }
  if (content.kind === "fillGaps") {
    const wrong = Math.floor(next() * gapsOf(content).length);
    const filled = gapsOf(content).map(({ id, accepted, choices }, i) => ({
      gapId: id,
      text: (i === wrong ? (choices.find((one) => !accepted.includes(one)) ?? "not sure") : accepted[0]) ?? "",
    }));
    return { kind: "fillGaps", filled };
  }
  if (content.kind === "pointOnImage") {
    const wrongPlace = pick(
      content.regions.filter((region) => !region.isKey),
      next,
    );
    return { kind: "pointOnImage", at: wrongPlace ? middleOf(wrongPlace.shape) : null, regionId: null };
  }
  if (content.kind === "keyOnly") return { kind: "keyOnly", letter: ((content.key ?? 0) + 1) % content.letters };
  // No invented student has views, or writes at length.
  if (content.kind === "written" || content.kind === "opinion") return null;
  const wrong = content.options.filter((option) => !option.isKey);
  const optionId = pick(wrong, next)?.id ?? null;
  if (content.kind !== "severalRightAnswers") return { kind: content.kind, optionId };
  const keys = content.options.filter((option) => option.isKey).map((option) => option.id);
  const dropped = Math.floor(next() * keys.length);
  const optionIds = next() < 0.5 && keys.length > 1 ? keys.filter((_, i) => i !== dropped) : [...keys, optionId ?? ""];
  return { kind: content.kind, optionIds: optionIds.filter(Boolean) };
}

function pick<T extends { readonly misconceptionId?: string | undefined }>(all: readonly T[], next: () => number) {
  const weights = all.map((one) => (one.misconceptionId === undefined ? 1 : 2.5));
  let left = next() * weights.reduce((sum, weight) => sum + weight, 0);
  return all.find((_, i) => (left -= weights[i] ?? 0) < 0) ?? all.at(-1);
}
