/** The tables of files on their way in and out. */
import type { Tagging } from "@verdant/contract/bank";
import type { DepartmentFile, FileItem, Imported, Transfer, Undone } from "@verdant/contract/exchange";
import type { FindingChoice, FindingState, FindingTagging } from "@verdant/contract/importFindings";
import type { Content, KindName } from "@verdant/core/items/kinds";
import type { KeptQuiz, Note, ReportRow } from "@verdant/contract/packages";
import type { LayoutPart } from "@verdant/core/assembly/layout";
import type { ColumnType } from "kysely";
import type { Default, Json, JsonOrNull, Owned, Row } from "./columns.ts";

type JsonUnlessAbsent<T> = ColumnType<T | null, string | undefined, string>;

export interface QuizLayout {
  readonly id: string;
  readonly number: number;
  readonly name: string;
  readonly parts: readonly LayoutPart[];
}

/** The items that an import has made, and those that it has changed: what they were, and the version that it left. */
export interface Brought {
  readonly created: string[];
  readonly changed: {
    readonly itemId: string;
    readonly version: number;
    readonly revisionId: string;
    readonly tagging: Tagging;
  }[];
}

/** A part of a package that cannot be used here and is kept as it came. */
export interface KeptFile {
  readonly package: string;
  readonly identifier: string;
  readonly title: string;
  readonly words: string;
  readonly notes: readonly Note[];
  readonly type: string;
  /** What quiz a test is; null for whatever is none. */
  readonly quiz: KeptQuiz | null;
  /** Its own file first. */
  readonly paths: readonly string[];
}

/** What was read of a file besides its items and its pictures. */
export interface ReadBesides {
  readonly body: Omit<DepartmentFile, "items" | "media">;
  /** Only of a package; null of a department file. */
  readonly ofPackage: {
    readonly ofOthers: readonly string[];
    readonly kept: readonly KeptFile[];
    /** Pictures and recordings that are shown, by their paths. */
    readonly shown: readonly string[];
    /** A digest of what the department had, by which parts were known again. */
    readonly known: string;
  } | null;
}

export interface TransferTables {
  transfer: Row & {
    kind: Transfer["kind"];
    format: Default<Transfer["format"]>;
    state: Transfer["state"];
    name: string;
    bytes: Default<number>;
    /** An import that shows what it would do, and waits for a yes. */
    looksFirst: Default<boolean>;
    agreedAt: Default<Date | null>;
    /** The items that an export holds; null: all. */
    itemIds: JsonUnlessAbsent<string[]>;
    /** The quiz that a package is of, as it stood when it was asked for. */
    quiz: JsonUnlessAbsent<QuizLayout>;
    share: Default<number>;
    askedBy: string;
    askedAt: Date;
    finishedAt: Default<Date | null>;
    imported: JsonUnlessAbsent<Imported>;
    /** Of an import that is done: what it can be undone by. */
    brought: JsonUnlessAbsent<Brought>;
    broughtItems: Default<number>;
    undone: JsonUnlessAbsent<Undone>;
    /** The gravest first. */
    report: JsonUnlessAbsent<ReportRow[]>;
    problem: JsonUnlessAbsent<NonNullable<Transfer["problem"]>>;
    /** Of an import that waits for a yes; null: it is read anew. */
    readBesides: ColumnType<ReadBesides | null, string | undefined, string | null>;
  };
  /** Parts of packages that cannot be used here. */
  keptPart: Row & {
    package: string;
    identifier: string;
    title: string;
    words: string;
    notes: Json<Note[]>;
    quiz: JsonUnlessAbsent<KeptQuiz>;
    type: string;
    cameAt: Date;
    cameBy: string;
  };
  keptFile: Owned & { keptId: string; n: number; path: string; bytes: Buffer };
  /** What an import would do with an item of its file, and what was chosen. */
  importFinding: Owned & {
    transferId: string;
    /** Its place in the file. */
    n: number;
    key: string;
    state: FindingState;
    /** Of one that the bank has: which, and the version that the file was compared with. */
    itemId: string | null;
    version: number | null;
    kind: KindName;
    stem: string;
    topic: string | null;
    likeItemId: string | null;
    choice: FindingChoice;
    /** What it says; null: it was looked at before this was kept. */
    content: JsonOrNull<Content>;
    /** How the file uses it; null: it does not say. */
    tagging: JsonOrNull<FindingTagging>;
    /** As it was read; null: the file is read anew after the yes. */
    item: JsonOrNull<FileItem>;
  };
  transferPiece: Owned & { transferId: string; n: number; bytes: Buffer };
}
