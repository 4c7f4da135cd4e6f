/** A school to load: who works there, and its department file with dates moved to the day it is loaded. */
import { DepartmentFile } from "@verdant/contract/exchange";
import type { Many } from "@verdant/core/many/many";
import { dateOf, dayOf } from "@verdant/core/plan/day";

export interface School {
  readonly about: {
    readonly anchor: string;
    readonly department: { readonly name: string; readonly timeZone: string };
    readonly password: string;
    /** Who teaches which class, by name. */
    readonly teachers?: Readonly<Record<string, string>>;
    readonly members: readonly { readonly email: string; readonly name: string; readonly role: string }[];
  };
  readonly file: DepartmentFile;
  /** Classes of years gone by, for `file`'s courses. */
  readonly earlierYears?: readonly DepartmentFile[];
  /** Patterns and lists, by the names of their topics. */
  readonly many?: readonly { readonly name: string; readonly topic: string; readonly body: Many }[];
  /** What is to be written: by a colleague or whoever writes, within so many days. */
  readonly goals?: readonly {
    readonly topic: string;
    readonly writer: string | null;
    readonly wanted: number;
    readonly days: number;
  }[];
  /** A printed sheet: its questions come as keys only. */
  readonly paper?: { readonly topic: string; readonly name: string; readonly key: string };
  /** A path of a class, with two quizzes from the items of some topics. */
  readonly path?: {
    readonly class: string;
    readonly topics: readonly string[];
    readonly name: string;
    readonly practice: string;
    readonly check: string;
    readonly steps: readonly string[];
    readonly note: string;
  };
  /** Timed practice of a class, from one of the patterns and lists. */
  readonly timed?: { readonly class: string; readonly of: string };
  /** A quiz with one written answer: what a class wrote, and how two colleagues marked it, level by level. */
  readonly written?: {
    readonly class: string;
    readonly item: string;
    readonly name: string;
    readonly first: string;
    readonly second: string;
    readonly comments: readonly string[];
    readonly answers: readonly {
      readonly text: string;
      readonly first?: readonly number[];
      readonly second?: readonly number[];
      /** Which of the comments. */
      readonly says?: number;
    }[];
  };
  /** A review that is composed and not released yet. */
  readonly prepared?: { readonly class: string; readonly name: string; readonly count: number };
  /** Why an item's right answer is right, as students put it, and what their teacher said of that. */
  readonly goodReasons?: {
    readonly class: string;
    readonly item: string;
    readonly reasons: readonly { readonly text: string; readonly readAs: "good" | "fit" | null }[];
    /** How many who had it wrong say which of them they would tell a friend. */
    readonly tell: number;
  };
  /** Topics that were taught again to a class, so many days ago. */
  readonly remedies?: readonly { readonly class: string; readonly topic: string; readonly daysAgo: number }[];
  /** What the department keeps of its students, and of which of the class list each value is said, one after the other. */
  readonly characteristics?: readonly {
    readonly name: string;
    readonly values: readonly string[];
    readonly pattern: readonly number[];
  }[];
  /** A class of invented students, to try anything with. */
  readonly rehearsal?: { readonly name: string; readonly course: string };
  /** Tags for all items of a topic. */
  readonly tags?: readonly { readonly topic: string; readonly tag: string }[];
}

/** `parts` as a department file, all its dates moved by whole weeks, so that `today` stands where `anchor` stood. */
export function datedFile(parts: object, anchor: string, today: string): DepartmentFile {
  const shift = Math.floor((dayOf(today) - dayOf(anchor)) / 7) * 7;
  return DepartmentFile.parse(moved({ format: "verdant-loop-department", formatVersion: 1, ...parts }, shift));
}

/** A copy of `value` with every date moved by `days`. */
function moved(value: unknown, days: number): unknown {
  if (typeof value === "string") return /^\d{4}-\d{2}-\d{2}$/.test(value) ? dateOf(dayOf(value) + days) : value;
  if (Array.isArray(value)) return value.map((one) => moved(one, days));
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, moved(one, days)]));
}
