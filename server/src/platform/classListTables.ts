/** The tables of class lists as the school has them, and of marks that are sent there. */
import type { Errand, Sent, Taken } from "@verdant/contract/classLists";
import type { Roster, RosterNote } from "@verdant/core/classLists/roster";
import type { ColumnType } from "kysely";
import type { Default, Owned, Row } from "./columns.ts";

type JsonUnlessAbsent<T> = ColumnType<T | null, string | undefined, string | null>;

export interface ClassListTables {
  /** By what name and secret a department speaks with the school's system. */
  classListConnection: Owned & {
    service: string;
    clientId: string;
    /** Sealed, see platform/sealing. */
    clientSecret: Buffer;
    setBy: string;
    setAt: Date;
  };
  classListErrand: Row & {
    kind: Errand["kind"];
    state: Errand["state"];
    name: string;
    /** The class whose marks are sent. */
    classId: Default<string | null>;
    /** Of lists that nobody has taken yet; it goes with them. */
    roster: JsonUnlessAbsent<Roster>;
    notes: JsonUnlessAbsent<RosterNote[]>;
    share: Default<number>;
    taken: JsonUnlessAbsent<Taken>;
    sent: JsonUnlessAbsent<Sent>;
    problem: JsonUnlessAbsent<NonNullable<Errand["problem"]>>;
    askedBy: string;
    askedAt: Date;
    finishedAt: Default<Date | null>;
  };
  /** What the school's system was sent last, so that only what differs is sent again. */
  classListSent: Owned & { classId: string; sourcedId: string; digest: Buffer; sentAt: Date };
}
