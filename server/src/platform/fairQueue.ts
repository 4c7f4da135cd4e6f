/** What waits, by department: each in its turn, so that one that asks for much holds up only itself. */
export class FairQueue<T> {
  /** Departments in the order of their turns: whoever was served last comes last. */
  readonly #waiting = new Map<string, readonly T[]>();
  #size = 0;

  get size(): number {
    return this.#size;
  }

  sizeOf(departmentId: string): number {
    return this.#waiting.get(departmentId)?.length ?? 0;
  }

  push(departmentId: string, one: T): void {
    this.#waiting.set(departmentId, [...(this.#waiting.get(departmentId) ?? []), one]);
    this.#size += 1;
  }

  shift(): T | undefined {
    for (const [departmentId, [next, ...rest]] of this.#waiting) {
      this.#waiting.delete(departmentId);
      if (rest.length > 0) this.#waiting.set(departmentId, rest);
      this.#size -= 1;
      return next;
    }
    return undefined;
  }

  remove(departmentId: string, one: T): void {
    const waiting = this.#waiting.get(departmentId) ?? [];
    const left = waiting.filter((other) => other !== one);
    this.#size -= waiting.length - left.length;
    if (left.length > 0) this.#waiting.set(departmentId, left);
    else this.#waiting.delete(departmentId);
  }
}
