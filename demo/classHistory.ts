/** One class's past: each review composed by the plan, answered by made-up students, marked by core. */
import { interleave } from "@verdant/core/assembly/interleave";
import { presets } from "@verdant/core/delivery/rules";
import { groupBy } from "@verdant/core/groupBy";
import { creditOf, kindOf, type Answer } from "@verdant/core/items/kinds";
import { dateOf, type Day } from "@verdant/core/plan/day";
import { due } from "@verdant/core/plan/due";
import { mix } from "@verdant/core/plan/mix";
import { difficultyOf, slipOf } from "@verdant/core/plan/posterior";
import { noMemory, remember, type ClassMemory } from "@verdant/core/plan/remember";
import { randomFrom, shuffled } from "@verdant/core/random";
import type { loadSchedule } from "../server/src/courses/schedule.ts";
import { hashOf, newId } from "../server/src/platform/id.ts";
import type { Member, Scope } from "../server/src/platform/scope.ts";
import { answerOf, normal, type MadeUpStudent } from "./forgetting.ts";
import { asKnown, heard, missed, wasAway } from "./oddities.ts";
import { RowsInOrder } from "./rowsInOrder.ts";
import type { BankItem } from "./usableItems.ts";

export type Plan = Awaited<ReturnType<typeof loadSchedule>>;

const questions = 6;
const minute = 60_000;
/** Every review stays open until eight in the evening, two days after it was released. */
const closingOf = (day: Day) => atHour(day + 2, 20);

const whys = [
  "I remembered the picture the other way round.",
  "I knew it in summer, but I had forgotten which is which.",
  "I thought both were right and took the longer one.",
  "I did not see the word “not”.",
  "My brother told me it was like that.",
  "I mixed it up with what we do now.",
  "I guessed between two.",
];

export class ClassHistory {
  nextSeq = 1;
  readonly rows = new RowsInOrder();
  readonly #scope: Scope<Member>;
  readonly #plan: Plan;
  readonly #until: Day;
  readonly #seed: string;
  readonly #items: readonly BankItem[];
  readonly #studentIds: readonly string[];
  readonly #next: () => number;
  readonly #students: readonly MadeUpStudent[];
  readonly #ease = new Map<string, number>();
  readonly #lastUsed = new Map<string, Day>();
  #memory: ClassMemory = noMemory;

  constructor(
    scope: Scope<Member>,
    plan: Plan,
    items: readonly BankItem[],
    studentIds: readonly string[],
    { seed, until }: { readonly seed: string; readonly until: Day },
  ) {
    this.#until = until;
    this.#seed = seed;
    this.#scope = scope;
    this.#plan = plan;
    this.#items = items;
    this.#studentIds = studentIds;
    this.#next = randomFrom(`history ${seed}`);
    this.#students = studentIds.map(() => ({ ability: 0.55 * normal(this.#next), memory: new Map() }));
    for (const topic of plan.topics) this.#ease.set(topic.topicId, 0.6 * normal(this.#next));
  }

  /** One weekly review; returns the next quiz number. */
  review(day: Day, number: number, isRunning: boolean): number {
    const chosen = this.#choose(day);
    if (chosen.length < 2) return number;
    const release = this.#insertRelease(day, number, chosen, isRunning);
    this.#studentIds.forEach((_, i) => {
      const stays = isRunning ? this.#next() < 0.55 : this.#next() < 0.93;
      if (stays && !wasAway(this.#seed, i, day, this.#until)) this.#sit(i, day, release, chosen);
    });
    return number + 1;
  }

  /** What the plan would compose: topics by need, breadth first; per topic the item that rested longest. */
  #choose(day: Day): BankItem[] {
    const standings = due(this.#memory, this.#plan.topics, this.#studentIds, day);
    const isDue = standings.filter((topic) => topic.standing === "due");
    // In a week in which nothing is due there is no review; with what is due, two others that were not seen for longest.
    if (isDue.length === 0) return [];
    const others = standings
      .filter((topic) => topic.standing === "fresh")
      .sort((a, b) => (a.lastOn ?? day) - (b.lastOn ?? day));
    const ready = [...isDue, ...others.slice(0, 2)];
    const counts = mix(
      questions,
      ready.map((topic) => ({
        isDue: topic.standing === "due",
        need: topic.need,
        neglected: topic.neglected,
        unseenDays: day - (topic.lastOn ?? day),
        available: 4,
      })),
    );
    const chosen: BankItem[] = [];
    ready.forEach((topic, i) => {
      const rested = shuffled(
        this.#items.filter((item) => item.topicId === topic.topicId),
        this.#next,
      ).sort((a, b) => (this.#lastUsed.get(a.id) ?? 0) - (this.#lastUsed.get(b.id) ?? 0));
      for (const item of rested) {
        const taken = chosen.filter((one) => one.topicId === topic.topicId).length;
        if (taken < (counts[i] ?? 0) && !chosen.some((one) => one.familyId === item.familyId)) chosen.push(item);
      }
    });
    for (const item of chosen) this.#lastUsed.set(item.id, day);
    const strands = chosen.map((item) => ({
      topicId: item.topicId,
      unitId: this.#unitOf(item),
      kind: item.kind,
      difficultyRank: item.writerDifficulty / 5,
      block: item.stimulusRevisionId ?? undefined,
    }));
    return interleave(strands, String(day), 2000).order.map((i) => chosen[i] as BankItem);
  }

  #unitOf(item: BankItem): string {
    return this.#topicOf(item)?.strand.unitId ?? "";
  }

  #topicOf({ topicId }: { readonly topicId: string }) {
    return this.#plan.topics.find((topic) => topic.topicId === topicId);
  }

  #insertRelease(day: Day, number: number, items: readonly BankItem[], isRunning: boolean) {
    const { departmentId, personId } = this.#scope.caller;
    const [quizId, partId, releaseId, releasePartId] = [newId(), newId(), newId(), newId()];
    const opensAt = isRunning ? new Date(this.#scope.now().getTime() - 90 * minute) : atHour(day, 9);
    const shutsAt = closingOf(day);
    const name = `Review of ${new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "long", timeZone: "UTC" }).format(new Date(dateOf(day)))}`;
    const { id: classId, courseId } = this.#plan.class;
    this.rows.add("quiz", {
      departmentId,
      id: quizId,
      number,
      name,
      courseId,
      classId,
      wordsToStudents: null,
      blueprint: JSON.stringify({ asked: items.length, gap: 0 }),
      seed: quizId,
      createdBy: personId,
      createdAt: new Date(opensAt.getTime() - 600 * minute),
      archivedAt: null,
    });
    this.rows.add("quizPart", { departmentId, id: partId, quizId, position: 1, heading: null, instruction: null });
    this.rows.add("release", {
      departmentId,
      id: releaseId,
      quizId,
      name,
      state: "released",
      rules: JSON.stringify(presets.weeklyReview),
      seed: releaseId,
      releasedBy: personId,
      releasedAt: opensAt,
      closedAt: null,
    });
    this.rows.add("releaseTarget", {
      departmentId,
      id: newId(),
      releaseId,
      classId,
      groupId: null,
      studentId: null,
      opensAt,
      handInBy: null,
      shutsAt,
    });
    this.rows.add("releasePart", {
      departmentId,
      id: releasePartId,
      releaseId,
      position: 1,
      heading: null,
      instruction: null,
      orderRule: "woven",
    });
    items.forEach((item, i) => {
      const [placeId, unitId] = [newId(), this.#unitOf(item)];
      const place = {
        departmentId,
        position: i + 1,
        kind: "fixed" as const,
        unitId,
        points: 1,
        take: null,
        pool: null,
        text: null,
      };
      this.rows.add("quizPlace", { ...place, id: newId(), partId, itemId: item.id, seenRevisionId: item.revisionId });
      this.rows.add("releasePlace", { ...place, id: placeId, partId: releasePartId });
      this.rows.add("releaseItem", {
        departmentId,
        releaseId,
        placeId,
        itemId: item.id,
        revisionId: item.revisionId,
        stimulusRevisionId: item.stimulusRevisionId,
      });
      this.rows.add("exposure", { departmentId, classId, itemId: item.id, on: dateOf(day) });
    });
    return { releaseId, opensAt, isRunning };
  }

  #sit(
    index: number,
    day: Day,
    release: { releaseId: string; opensAt: Date; isRunning: boolean },
    items: readonly BankItem[],
  ): void {
    const { departmentId } = this.#scope.caller;
    const [sittingId, studentId, next] = [newId(), this.#studentIds[index] ?? "", this.#next];
    const startedAt = new Date(release.opensAt.getTime() + Math.floor(next() * 40) * minute);
    const isUnfinished = release.isRunning && next() < 0.15;
    const answered = isUnfinished ? 3 : items.length;
    let at = startedAt.getTime();
    const given = items.slice(0, answered).map((item, i) => {
      const spentMs = Math.round(item.expectedSeconds * 1000 * (0.5 + next()));
      at += spentMs;
      const answer = this.#answer(index, item, day);
      return { item, position: i + 1, spentMs, at: new Date(at), answer, credit: creditOf(item.content, answer) };
    });
    const points = given.reduce((sum, one) => sum + one.credit, 0);
    const seq = this.nextSeq;
    this.rows.add("sitting", {
      departmentId,
      id: sittingId,
      releaseId: release.releaseId,
      classId: this.#plan.class.id,
      studentId,
      ordinal: 1,
      formId: null,
      seed: sittingId,
      rulesVersion: 1,
      state: isUnfinished ? "running" : "handedIn",
      startedAt,
      deadlineAt: isUnfinished ? closingOf(day) : null,
      graceUntil: null,
      handedInAt: isUnfinished ? null : new Date(at + minute),
      tokenHash: hashOf(newId()),
      markingVersion: isUnfinished ? 0 : 1,
      points: isUnfinished ? null : points,
      outOf: items.length,
      evidenceSeq: isUnfinished ? null : seq,
    });
    items.forEach((item, i) => {
      const one = given[i];
      this.rows.add("sittingItem", {
        departmentId,
        sittingId,
        position: i + 1,
        itemId: item.id,
        revisionId: item.revisionId,
        optionOrder: JSON.stringify(kindOf(item.content).arrange(item.content, randomFrom(`${sittingId} ${i}`))),
        points: 1,
        shownAt: one ? one.at : null,
        spentMs: one?.spentMs ?? 0,
      });
    });
    for (const { position, answer, at: receivedAt } of given) {
      if (!answer) continue;
      const body = JSON.stringify(answer);
      const place = { departmentId, sittingId, position, body, epoch: 1, seq: position, receivedAt };
      this.rows.add("responseEvent", { ...place, clientMs: receivedAt.getTime(), disposition: "counted" });
      this.rows.add("response", { ...place, late: false });
    }
    if (isUnfinished) return;
    this.nextSeq += 1;
    for (const { position, credit, at: markedAt } of given) {
      this.rows.add("mark", {
        departmentId,
        sittingId,
        position,
        version: 1,
        credit,
        points: credit,
        source: "auto",
        rulingId: null,
        by: null,
        at: markedAt,
      });
    }
    this.#tellWhy(sittingId, seq, given);
    this.#remember(studentId, sittingId, day, seq, given);
  }

  /** One student in five says why the first of the questions that went wrong did. */
  #tellWhy(
    sittingId: string,
    seq: number,
    given: readonly { position: number; credit: number; answer: Answer | null; at: Date }[],
  ): void {
    const wrong = given.find((one) => one.answer !== null && one.credit === 0);
    if (!wrong || seq % 5 !== 0) return;
    const { departmentId } = this.#scope.caller;
    const text = whys[(seq / 5) % whys.length] ?? "";
    this.rows.add("reason", { departmentId, sittingId, position: wrong.position, text, at: wrong.at });
  }

  #answer(index: number, item: BankItem, day: Day): Answer | null {
    const taughtOn = this.#topicOf(item)?.taughtOn ?? day;
    const own = answerOf(
      this.#students[index] as MadeUpStudent,
      {
        content: asKnown(item.content),
        topicId: item.topicId,
        difficulty: item.writerDifficulty,
        topicEase:
          (this.#ease.get(item.topicId) ?? 0) + (wasAway(this.#seed, index, taughtOn, this.#until) ? missed : 0),
      },
      { day, taughtOn },
      this.#next,
    );
    return heard(item.content, day, this.#until, `${this.#seed} ${String(index)}`) ?? own;
  }

  #remember(
    studentId: string,
    sittingId: string,
    day: Day,
    seq: number,
    given: readonly { item: BankItem; position: number; credit: number }[],
  ): void {
    const { departmentId } = this.#scope.caller;
    const evidence = given.map(({ item, position, credit }) => ({
      departmentId,
      classId: this.#plan.class.id,
      seq,
      studentId,
      topicId: item.topicId,
      itemId: item.id,
      on: dateOf(day),
      sittingId,
      position,
      chance: kindOf(item.content).chance(item.content),
      slip: slipOf(difficultyOf(item.writerDifficulty)),
      credit,
    }));
    this.rows.add("evidence", ...evidence);
    for (const [topicId, answers] of groupBy(evidence, (row) => row.topicId)) {
      const { standards = 1, taughtOn = null } = this.#topicOf({ topicId }) ?? {};
      this.#memory = remember(this.#memory, { studentId, topicId, on: day, taughtOn, standards, answers });
    }
  }
}

const atHour = (day: Day, hour: number) => new Date(`${dateOf(day)}T${String(hour).padStart(2, "0")}:00:00Z`);
