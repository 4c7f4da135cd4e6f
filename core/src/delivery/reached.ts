/** A question that was never before a student is no wrong answer. */

/**
 * Whether a question of a sitting was reached: it was on the screen, or answered (which says the same). What was not
 * reached counts in no figure, and nowhere as wrong; it earns no points.
 */
export const isReached = (item: { readonly shownAt: Date | null }): boolean => item.shownAt !== null;
