/** One of each value, however often it is met: what many rows share is held once. */
export class Interned {
  readonly #texts = new Map<string, string>();
  readonly #lists = new Map<string, readonly string[]>();
  readonly #numbers = new Map<string, number[]>();

  text<T extends string>(value: T): T {
    const known = this.#texts.get(value);
    if (known !== undefined) return known as T;
    this.#texts.set(value, value);
    return value;
  }

  textOrNull(value: string | null): string | null {
    return value === null ? null : this.text(value);
  }

  list(values: readonly string[]): readonly string[] {
    return remembered(this.#lists, values.join("\n"), () => values.map((value) => this.text(value)));
  }

  numbers(values: readonly number[]): number[] {
    return remembered(this.#numbers, values.join(), () => [...values]);
  }
}

function remembered<T>(known: Map<string, T>, key: string, make: () => T): T {
  const found = known.get(key);
  if (found !== undefined) return found;
  const made = make();
  known.set(key, made);
  return made;
}
