/** Words as small numbers, in the order they were first met. */
export class Dictionary {
  readonly #numbers = new Map<string, number>();
  readonly words: string[] = [];

  numberOf(word: string): number {
    const known = this.#numbers.get(word);
    if (known !== undefined) return known;
    this.#numbers.set(word, this.words.length);
    return this.words.push(word) - 1;
  }

  get size(): number {
    return this.words.length;
  }

  /** For each word 1 where it is one of `chosen`; null when nothing is chosen. */
  flags(chosen: readonly string[]): Uint8Array | null {
    if (chosen.length === 0) return null;
    const flags = new Uint8Array(this.size);
    for (const word of chosen) {
      const number = this.#numbers.get(word);
      if (number !== undefined) flags[number] = 1;
    }
    return flags;
  }
}
