/** The tables of files on their way in and out. */
import type { Imported, Transfer } from "@verdant/contract/exchange";
import type { ColumnType } from "kysely";
import type { Default, Owned, Row } from "./columns.ts";

type JsonUnlessAbsent<T> = ColumnType<T | null, string | undefined, string>;

export interface TransferTables {
  transfer: Row & {
    kind: Transfer["kind"];
    state: Transfer["state"];
    name: string;
    bytes: Default<number>;
    share: Default<number>;
    askedBy: string;
    askedAt: Date;
    finishedAt: Default<Date | null>;
    imported: JsonUnlessAbsent<Imported>;
    problem: JsonUnlessAbsent<NonNullable<Transfer["problem"]>>;
  };
  transferPiece: Owned & { transferId: string; n: number; bytes: Buffer };
}
