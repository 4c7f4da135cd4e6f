/** What the first goes of a class earned, summed in the two ways that pages ask for. */

/** A first go that was handed in: the questions that were reached and say something about the student. */
export interface FirstGo {
  readonly id: string;
  readonly releaseId: string;
  readonly studentId: string;
  /** Milliseconds since 1970. */
  readonly handedInAt: number;
  /** Numbers of the items; none stands twice. */
  readonly items: readonly number[];
  /** What each earned, in [0, 1]. */
  readonly credits: readonly number[];
}

export interface CreditsOfTopic {
  readonly releaseId: string;
  readonly studentId: string;
  /** null: the item is filed nowhere, or topics are not told apart. */
  readonly topicId: string | null;
  /** Credit earned, and the answers it is of. */
  readonly right: number;
  readonly outOf: number;
  /** What the class earned on the same questions: the sum of its means p, and of the variances p (1 - p). */
  readonly expected: number;
  readonly variance: number;
}

/**
 * Credit per release, student and topic, beside what the class earned on the same questions.
 *
 * @param goes of a release one for each student
 * @param topicOf the topic of an item; none: it is filed nowhere, or topics of this student are not told apart
 */
export function creditsByTopic(
  goes: readonly FirstGo[],
  topicOf: (item: number, studentId: string) => string | null | undefined,
): CreditsOfTopic[] {
  const means = meansOfQuestions(goes);
  return goes.flatMap(({ releaseId, studentId, items, credits }) => {
    const ofRelease = means.get(releaseId);
    const sums = new Map<string | null, { right: number; outOf: number; expected: number; variance: number }>();
    for (const [i, item] of items.entries()) {
      const topicId = topicOf(item, studentId) ?? null;
      let sum = sums.get(topicId);
      if (!sum) sums.set(topicId, (sum = { right: 0, outOf: 0, expected: 0, variance: 0 }));
      const { credit, answers } = ofRelease?.get(item) ?? { credit: 0, answers: 1 };
      const p = credit / answers;
      sum.right += credits[i] ?? 0;
      sum.outOf += 1;
      sum.expected += p;
      sum.variance += p * (1 - p);
    }
    return [...sums].map(([topicId, sum]) => ({ releaseId, studentId, topicId, ...sum }));
  });
}

/** By release and item: the credit of all, and how many answers it is of. */
function meansOfQuestions(goes: readonly FirstGo[]) {
  const means = new Map<string, Map<number, { credit: number; answers: number }>>();
  for (const { releaseId, items, credits } of goes) {
    let own = means.get(releaseId);
    if (!own) means.set(releaseId, (own = new Map<number, { credit: number; answers: number }>()));
    for (const [i, item] of items.entries()) {
      const sum = own.get(item);
      if (sum) {
        sum.credit += credits[i] ?? 0;
        sum.answers += 1;
      } else own.set(item, { credit: credits[i] ?? 0, answers: 1 });
    }
  }
  return means;
}

export interface CreditsOfStandard {
  readonly studentId: string;
  readonly standardId: string;
  readonly right: number;
  readonly given: number;
}

/**
 * Per student and standard the credit of the latest answer to each item: one that was asked again says anew what is known,
 * and not twice.
 *
 * @param standardsOf the standards that an item is tagged with
 */
export function latestByStandard(
  goes: readonly FirstGo[],
  standardsOf: (item: number) => readonly string[],
): CreditsOfStandard[] {
  const inOrder = [...goes].sort((a, b) => a.handedInAt - b.handedInAt || (a.id < b.id ? -1 : 1));
  const latest = new Map<string, Map<number, number>>();
  for (const { studentId, items, credits } of inOrder) {
    let own = latest.get(studentId);
    if (!own) latest.set(studentId, (own = new Map<number, number>()));
    for (const [i, item] of items.entries()) own.set(item, credits[i] ?? 0);
  }
  const sums: CreditsOfStandard[] = [];
  for (const [studentId, own] of latest) {
    const byStandard = new Map<string, { right: number; given: number }>();
    for (const [item, credit] of own)
      for (const standardId of standardsOf(item)) {
        const sum = byStandard.get(standardId) ?? { right: 0, given: 0 };
        byStandard.set(standardId, { right: sum.right + credit, given: sum.given + 1 });
      }
    for (const [standardId, sum] of byStandard) sums.push({ studentId, standardId, ...sum });
  }
  return sums;
}
