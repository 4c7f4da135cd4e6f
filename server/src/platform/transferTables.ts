/** The tables of files on their way in and out. */
import type { Imported, Transfer } from "@verdant/contract/exchange";
import type { KeptQuiz, Note, ReportRow } from "@verdant/contract/packages";
import type { LayoutPart } from "@verdant/core/assembly/layout";
import type { ColumnType } from "kysely";
import type { Default, Json, Owned, Row } from "./columns.ts";

type JsonUnlessAbsent<T> = ColumnType<T | null, string | undefined, string>;

export interface QuizLayout {
  readonly id: string;
  readonly number: number;
  readonly name: string;
  readonly parts: readonly LayoutPart[];
}

export interface TransferTables {
  transfer: Row & {
    kind: Transfer["kind"];
    format: Default<Transfer["format"]>;
    state: Transfer["state"];
    name: string;
    bytes: Default<number>;
    /** The items that an export holds; null: all. */
    itemIds: JsonUnlessAbsent<string[]>;
    /** The quiz that a package is of, as it stood when it was asked for. */
    quiz: JsonUnlessAbsent<QuizLayout>;
    share: Default<number>;
    askedBy: string;
    askedAt: Date;
    finishedAt: Default<Date | null>;
    imported: JsonUnlessAbsent<Imported>;
    /** The gravest first. */
    report: JsonUnlessAbsent<ReportRow[]>;
    problem: JsonUnlessAbsent<NonNullable<Transfer["problem"]>>;
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
  transferPiece: Owned & { transferId: string; n: number; bytes: Buffer };
}
