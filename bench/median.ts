/** The median of `runs` timings of `work` in milliseconds, after two runs that do not count. */
export async function medianMs(runs: number, work: () => unknown): Promise<number> {
  const times: number[] = [];
  for (let i = -2; i < runs; i++) {
    const start = performance.now();
    await work();
    if (i >= 0) times.push(performance.now() - start);
  }
  return median(times);
}

export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? Number.NaN;
}

/** The value that 95 of 100 do not exceed. */
export function p95(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.ceil(sorted.length * 0.95) - 1)] ?? Number.NaN;
}

/** Milliseconds that a deed takes, so many times after a first one that does not count. */
export async function timed(times: number, deed: () => Promise<unknown>): Promise<number[]> {
  await deed();
  const taken: number[] = [];
  for (let i = 0; i < times; i++) {
    const start = performance.now();
    await deed();
    taken.push(performance.now() - start);
  }
  return taken;
}
