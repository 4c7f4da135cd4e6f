/** Seeded randomness: the only kind that core may use. */

/**
 * A stream of numbers in [0, 1), the same for the same seed on every machine.
 *
 * Seeds are mixed by FNV-1a; the stream is Mulberry32 (T. Ettinger, 2017), with 2^32 states, which is ample for
 * orders and draws and far too few for secrets.
 *
 * @example const next = randomFrom("quiz 12"); next() // always the same number
 */
export function randomFrom(seed: string): () => number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < seed.length; i++) hash = Math.imul(hash ^ seed.charCodeAt(i), 0x01000193);
  let state = hash >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

/**
 * A copy of `list` in random order (Fisher and Yates 1938, in Durstenfeld's form of 1964).
 *
 * @param next a stream from {@link randomFrom}
 */
export function shuffled<T>(list: readonly T[], next: () => number): T[] {
  const mixed = [...list];
  for (let i = mixed.length - 1; i > 0; i--) {
    const j = Math.floor(next() * (i + 1));
    [mixed[i], mixed[j]] = [mixed[j] as T, mixed[i] as T];
  }
  return mixed;
}
