/** The bank as this process holds it: columns for finding and choosing items fast. A cache; nothing is lost with it. */
import { LRUCache } from "lru-cache";
import { markerOf } from "@verdant/core/items/kinds";
import { wentOf } from "@verdant/core/insight/figures";
import type { Db } from "../../platform/database.ts";
import type { OpenScope } from "../../platform/scope.ts";
import { Dictionary } from "./dictionary.ts";
import { Interned } from "./interned.ts";
import * as store from "./indexStore.ts";

export type { IndexRow } from "./indexStore.ts";

/** One entry per usable item: approved, not archived, with a topic. Columns share their index. */
export interface UsableItems {
  readonly itemIds: readonly string[];
  readonly revisionIds: readonly string[];
  readonly topicIds: readonly string[];
  readonly families: readonly string[];
  /** What shares a stimulus stands together in a quiz; null: none. */
  readonly stimuli: readonly (string | null)[];
  readonly kinds: readonly string[];
  readonly demands: readonly string[];
  readonly standardIds: readonly (readonly string[])[];
  readonly isPractice: readonly boolean[];
  readonly expectedSeconds: readonly number[];
  readonly writerDifficulty: readonly number[];
}

/** All items of a department by place, which is the order of their numbers. */
export class DepartmentIndex {
  version = -1;
  readonly rows: store.IndexRow[] = [];
  readonly placeOf = new Map<string, number>();
  /** By number, which a department counts up from 1. */
  readonly placeOfNumber: (number | undefined)[] = [];
  readonly topics = new Dictionary();
  readonly standards = new Dictionary();
  readonly kinds = new Dictionary();
  readonly demands = new Dictionary();
  readonly statuses = new Dictionary();
  readonly uses = new Dictionary();
  readonly lacks = new Dictionary();
  readonly owners = new Dictionary();
  readonly tags = new Dictionary();
  readonly languages = new Dictionary();
  readonly wents = new Dictionary();
  readonly useds = new Dictionary();
  /** Values by place, as numbers of the dictionaries; -1: none. */
  readonly topic: number[] = [];
  readonly standard: number[][] = [];
  readonly kind: number[] = [];
  readonly demand: number[] = [];
  readonly status: number[] = [];
  readonly use: number[] = [];
  readonly lack: number[][] = [];
  readonly owner: number[] = [];
  readonly tag: number[][] = [];
  readonly language: number[] = [];
  readonly went: number[] = [];
  readonly used: number[] = [];
  readonly #interned = new Interned();
  #usable: UsableItems | null = null;
  readonly #orders = new Map<string, Int32Array>();

  /** @param rows as they are now; those whose figures alone have changed leave everything else as it was */
  take(rows: readonly store.IndexRow[], version: number): void {
    let isChangedByHand = false;
    for (const read of rows) {
      const row = compact(read, this.#interned);
      const known = this.rows[this.placeOf.get(row.itemId) ?? -1];
      isChangedByHand ||= known?.changeSeq !== row.changeSeq;
      const place = this.placeOf.get(row.itemId) ?? this.rows.length;
      this.placeOf.set(row.itemId, place);
      this.placeOfNumber[row.number] = place;
      this.rows[place] = row;
      this.topic[place] = row.topicId === null ? -1 : this.topics.numberOf(row.topicId);
      this.standard[place] = this.#interned.numbers(row.standardIds.map((id) => this.standards.numberOf(id)));
      this.kind[place] = this.kinds.numberOf(row.kind);
      this.demand[place] = this.demands.numberOf(row.demand);
      this.status[place] = this.statuses.numberOf(row.status);
      this.use[place] = this.uses.numberOf(row.use);
      this.lack[place] = this.#interned.numbers(lacksOf(row).map((one) => this.lacks.numberOf(one)));
      this.owner[place] = this.owners.numberOf(row.ownerId);
      this.tag[place] = this.#interned.numbers(row.tags.map((tag) => this.tags.numberOf(tag)));
      this.language[place] = this.languages.numberOf(row.language);
      this.went[place] = this.wents.numberOf(wentOf(row.creditSum, row.answers));
      this.used[place] = this.useds.numberOf(row.uses === 0 ? "never" : "given");
    }
    this.version = version;
    if (!isChangedByHand) return;
    this.#usable = null;
    this.#orders.clear();
  }

  /**
   * Places in an order that is worked out once for what was changed by hand: `compare`, for which `name` stands, looks at
   * no figures, which change while students answer.
   */
  order(name: string, compare: (a: store.IndexRow, b: store.IndexRow) => number): Int32Array {
    const known = this.#orders.get(name);
    if (known) return known;
    const { rows } = this;
    const order = Int32Array.from(rows.keys()).sort(
      (a, b) => compare(rows[a] as store.IndexRow, rows[b] as store.IndexRow) || b - a,
    );
    this.#orders.set(name, order);
    return order;
  }

  get usable(): UsableItems {
    this.#usable ??= toColumns(this.rows);
    return this.#usable;
  }
}

/** The row as one object of a fixed shape that shares with others what many have: a quarter of what it is as it was read. */
const compact = (row: store.IndexRow, shared: Interned): store.IndexRow => ({
  itemId: row.itemId,
  number: row.number,
  kind: shared.text(row.kind),
  topicId: shared.textOrNull(row.topicId),
  standardIds: shared.list(row.standardIds),
  familyId: row.familyId,
  stimulusId: shared.textOrNull(row.stimulusId),
  demand: shared.text(row.demand),
  use: shared.text(row.use),
  status: shared.text(row.status),
  revisionId: row.revisionId,
  expectedSeconds: row.expectedSeconds,
  writerDifficulty: row.writerDifficulty,
  changeSeq: row.changeSeq,
  isArchived: row.isArchived,
  ownerId: shared.text(row.ownerId),
  tags: shared.list(row.tags),
  language: shared.text(row.language),
  hasExplanation: row.hasExplanation,
  answers: row.answers,
  creditSum: row.creditSum,
  agreement: row.agreement,
  uses: row.uses,
  students: row.students,
  lastUsedOn: shared.textOrNull(row.lastUsedOn),
});

const lacksOf = (row: store.IndexRow): string[] => [
  ...(row.topicId === null ? ["topic"] : []),
  ...(row.standardIds.length === 0 ? ["standard"] : []),
  ...(row.hasExplanation || row.kind === "keyOnly" || row.kind === "opinion" ? [] : ["explanation"]),
];

/** Items whose rows are held at most, over all departments. Who was met longest ago goes first. */
const mostItems = 400_000;

/** The indexes of the departments that this process has met lately. Each is checked against `bank_version` on every use. */
class BankIndexes {
  readonly #db: Db;
  readonly #indexes = new LRUCache<string, DepartmentIndex>({ maxSize: mostItems });
  /** What is being read; whoever comes meanwhile waits for it instead of reading the same. */
  readonly #reading = new Map<string, Promise<DepartmentIndex>>();

  constructor(db: Db) {
    this.#db = db;
  }

  /** The department's items as of now: reads what has changed since the last call, all of it at the first. */
  async of(departmentId: string): Promise<DepartmentIndex> {
    const version = await store.findBankVersion(this.#db, departmentId);
    for (;;) {
      const index = this.#indexes.get(departmentId);
      if (index && index.version >= version) return index;
      let reading = this.#reading.get(departmentId);
      if (!reading) {
        reading = this.#read(departmentId, index ?? new DepartmentIndex(), version).finally(() =>
          this.#reading.delete(departmentId),
        );
        this.#reading.set(departmentId, reading);
      }
      const read = await reading;
      if (read.version >= version) return read;
    }
  }

  async #read(departmentId: string, index: DepartmentIndex, version: number): Promise<DepartmentIndex> {
    index.take(await store.listIndexRows(this.#db, departmentId, index.version), version);
    // Also where it is too large to be kept.
    this.#indexes.set(departmentId, index, { size: index.rows.length + 1 });
    return index;
  }
}

const bankIndexes = (db: Db) => new BankIndexes(db);

/** All items of a department, as of now. */
export const indexOf = ({ caches }: Pick<OpenScope, "caches">, departmentId: string): Promise<DepartmentIndex> =>
  caches.of(bankIndexes).of(departmentId);

/** What quizzes may take of a department, as of now. */
export const usableItems = async (scope: Pick<OpenScope, "caches">, departmentId: string): Promise<UsableItems> =>
  (await indexOf(scope, departmentId)).usable;

function toColumns(all: readonly store.IndexRow[]): UsableItems {
  // Taken by hand only: what no machine marks, since a review composed in passing must not leave marking behind; and what
  // stands for a question on paper, which nobody has before them on a screen.
  const rows = all.filter(
    (row) =>
      !row.isArchived &&
      row.status === "approved" &&
      row.topicId !== null &&
      row.kind !== "keyOnly" &&
      markerOf(row) === "machine",
  );
  return {
    itemIds: rows.map((row) => row.itemId),
    revisionIds: rows.map((row) => row.revisionId ?? ""),
    topicIds: rows.map((row) => row.topicId ?? ""),
    families: rows.map((row) => row.familyId),
    stimuli: rows.map((row) => row.stimulusId),
    kinds: rows.map((row) => row.kind),
    demands: rows.map((row) => row.demand),
    standardIds: rows.map((row) => row.standardIds),
    isPractice: rows.map((row) => row.use === "practice"),
    expectedSeconds: rows.map((row) => row.expectedSeconds),
    writerDifficulty: rows.map((row) => row.writerDifficulty),
  };
}
