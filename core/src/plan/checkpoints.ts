/** Which states of a memory are kept to go back to, when evidence changes after it was taken in. */

/** Places in the order of evidence between two checkpoints. */
export const checkpointSpacing = 64;

/** How much further than its newer neighbour a checkpoint may lie behind the head. */
const factor = 4;

/**
 * The checkpoints worth keeping: from the newest on always the oldest that lies no more than four times as far behind `head`
 * as the one before it, and two spacings. Their number grows with the logarithm of `head`, and going back over d places
 * folds no more than four times as many and three spacings. A checkpoint that goes is not missed later either: with every new
 * place its neighbours come closer in proportion.
 *
 * @param head The place that the next evidence will take, 1 or more.
 * @param seqs Places up to which (itself left out) the memory was kept; none beyond `head`, in any order.
 * @returns Those to keep, oldest first; the oldest of all is always among them.
 */
export function checkpointsToKeep(head: number, seqs: readonly number[]): number[] {
  const newestFirst = [...new Set(seqs)].sort((a, b) => b - a);
  const kept: number[] = [];
  newestFirst.forEach((seq, i) => {
    const newer = kept.at(-1);
    const older = newestFirst[i + 1];
    const reach = newer === undefined ? 0 : factor * (head - newer) + 2 * checkpointSpacing;
    // The next older one still reaches, so this one is not needed between the two.
    const isSpared = newer !== undefined && older !== undefined && head - older <= reach;
    if (!isSpared) kept.push(seq);
  });
  return kept.reverse();
}
