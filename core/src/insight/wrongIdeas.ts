/** Which wrong ideas a group shows in its answers. */

/** One first answer of one student to one item. */
export interface IdeaAnswer {
  readonly student: string;
  /** Ideas that some wrong answer to the item would show. */
  readonly carried: readonly string[];
  /** Ideas that this answer shows. */
  readonly shown: readonly string[];
}

export interface WrongIdea {
  readonly idea: string;
  /** Students who met an item that could show it. */
  readonly exposed: number;
  /** Of these, those who showed it once at least. */
  readonly holders: number;
  /** Students who had two chances at least, and those of them who showed it twice: they are likelier to believe it. */
  readonly withChances: number;
  readonly repeaters: number;
}

/**
 * The ideas that any item carried, the one held by the largest share first (of equals the one more students met, then
 * by name).
 */
export function wrongIdeas(answers: readonly IdeaAnswer[]): WrongIdea[] {
  const byIdea = new Map<string, Map<string, { chances: number; shown: number }>>();
  for (const { student, carried, shown } of answers)
    for (const idea of new Set(carried)) {
      const students = byIdea.get(idea) ?? new Map<string, { chances: number; shown: number }>();
      const before = students.get(student) ?? { chances: 0, shown: 0 };
      students.set(student, { chances: before.chances + 1, shown: before.shown + (shown.includes(idea) ? 1 : 0) });
      byIdea.set(idea, students);
    }
  const found = [...byIdea].map(([idea, students]): WrongIdea => {
    const all = [...students.values()];
    return {
      idea,
      exposed: all.length,
      holders: all.filter((one) => one.shown > 0).length,
      withChances: all.filter((one) => one.chances > 1).length,
      repeaters: all.filter((one) => one.chances > 1 && one.shown > 1).length,
    };
  });
  const share = (one: WrongIdea) => one.holders / one.exposed;
  return found.sort((a, b) => share(b) - share(a) || b.exposed - a.exposed || (a.idea < b.idea ? -1 : 1));
}
