/** Which states of a memory are kept to go back to, when evidence changes after it was taken in. */

/** Places in the order of evidence between two checkpoints. */
export const checkpointSpacing = 64;

/**
 * The checkpoints worth keeping: the oldest within {@link checkpointSpacing} places of `head`, within four times as many,
 * within sixteen times, and so on. Their number grows with the logarithm of `head`, and going back over d places folds no
 * more than about four times as many, or a spacing.
 *
 * @param head The place that the next evidence will take, 1 or more.
 * @param seqs Places up to which (itself left out) the memory was kept; none beyond `head`, in any order.
 * @returns Those to keep, oldest first.
 */
export function checkpointsToKeep(head: number, seqs: readonly number[]): number[] {
  const oldest = new Map<number, number>();
  for (const seq of seqs) {
    const far = Math.max(1, head - seq) / checkpointSpacing;
    const ring = Math.max(0, Math.ceil(Math.log(far) / Math.log(4)));
    oldest.set(ring, Math.min(oldest.get(ring) ?? seq, seq));
  }
  return [...oldest.values()].sort((a, b) => a - b);
}
