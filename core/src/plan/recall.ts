/** The forgetting curve: how likely a topic is still recalled. */

/** Decay d and factor F of the FSRS-6 curve: R = 0.9 after S days. */
const decay = 0.1542;
const factor = 0.9 ** (-1 / decay) - 1;

/**
 * Probability in (0, 1] that a topic is recalled `days` after it was last seen.
 *
 * R(t, S) = (1 + F t / S)^(-d), with d = 0.1542 and F such that R(S, S) = 0.9
 * (forgetting curve of FSRS-6; J. Ye and others, 2025).
 *
 * @param days calendar days since the last review, 0 or more; holidays count, forgetting does not pause
 * @param stability S in days, above 0: after S days recall is 0.9
 * @example recall(5, 5) // 0.9
 */
export function recall(days: number, stability: number): number {
  return (1 + (factor * days) / stability) ** -decay;
}

/** The derivative of {@link recall} with respect to ln S: d u (1 + u)^(-d-1), u = F t / S; 0 or more. */
export function recallSlope(days: number, stability: number): number {
  const u = (factor * days) / stability;
  return decay * u * (1 + u) ** (-decay - 1);
}

/**
 * Days after which recall has fallen to `level`: (S / F) (level^(-1/d) - 1).
 *
 * @param level in (0, 1]
 */
export function daysUntil(level: number, stability: number): number {
  return (stability / factor) * (level ** (-1 / decay) - 1);
}
