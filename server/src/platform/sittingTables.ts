/** The tables of sittings: answers, marks, and what was decided about them. */
import type { Answer } from "@verdant/core/items/kinds";
import type { RulingName } from "@verdant/core/items/ruling";
import type { Levels } from "@verdant/core/items/written";
import type { Default, Json, JsonOrNull, Owned, Row } from "./columns.ts";

export interface SittingTables {
  reason: Owned & {
    sittingId: string;
    position: number;
    text: string;
    at: Date;
    /** What a teacher said of it: good, or fit to be read by other students; null: no other student reads it. */
    readAs: Default<"good" | "fit" | null>;
    readBy: Default<string | null>;
    readAt: Default<Date | null>;
  };
  /** Which reason of another student somebody would tell a friend, of a question that they got wrong. */
  reasonTold: Owned & { sittingId: string; position: number; toldSittingId: string; toldPosition: number; at: Date };
  sitting: Row & {
    releaseId: string;
    classId: string;
    studentId: string;
    ordinal: number;
    formId: string | null;
    seed: string;
    rulesVersion: number;
    state: "running" | "handedIn" | "closed" | "voided";
    startedAt: Date;
    deadlineAt: Date | null;
    graceUntil: Date | null;
    forwardOnly: Default<boolean>;
    handedInAt: Date | null;
    epoch: Default<number>;
    tokenHash: Buffer;
    markingVersion: Default<number>;
    points: number | null;
    outOf: number;
    evidenceSeq: number | null;
    minutesGiven: Default<number>;
  };
  releaseMessage: Row & {
    releaseId: string;
    text: string | null;
    by: string;
    at: Date;
    takenBackAt: Date | null;
    /** null: to everybody who has the release. */
    studentId: string | null;
    /** Of rows that were said at once, to several; null: it stands alone. */
    saidId: string | null;
  };
  sittingItem: Owned & {
    sittingId: string;
    position: number;
    itemId: string;
    revisionId: string;
    optionOrder: Json<readonly string[]>;
    points: number;
    placeId: Default<string | null>;
    shownAt: Date | null;
    spentMs: Default<number>;
    revisit: Default<boolean>;
    /** How many answers were looked at for the student; they stand. */
    lookedAt: Default<number>;
  };
  responseEvent: Owned & {
    sittingId: string;
    epoch: number;
    seq: number;
    position: number;
    round: Default<number>;
    body: Json<Answer>;
    clientMs: number;
    receivedAt: Date;
    disposition: "counted" | "late" | "rejected";
    queuedTo: Default<number | null>;
  };
  response: Owned & {
    sittingId: string;
    position: number;
    round: Default<number>;
    body: Json<Answer>;
    epoch: number;
    seq: number;
    receivedAt: Date;
    late: boolean;
  };
  mark: Owned & {
    sittingId: string;
    position: number;
    round: Default<number>;
    version: number;
    /** Of the first answer. */
    credit: number;
    /** What the points come from, where a second answer counts too; null: `credit`. */
    counted: Default<number | null>;
    points: number;
    source: "auto" | "person" | "ruling";
    rulingId: string | null;
    by: string | null;
    at: Date;
    counts: Default<boolean>;
    isEvidence: Default<boolean>;
  };
  rubricMark: Owned & {
    sittingId: string;
    position: number;
    levels: Json<Levels>;
    credit: number;
    comment: string;
    by: string;
    at: Date;
    version: Default<number>;
    /** null: from before this was kept; its student has seen it. */
    firstAt: Default<Date | null>;
  };
  /** What a second person said of an answer without seeing the first mark. */
  secondMark: Owned & {
    sittingId: string;
    position: number;
    levels: Json<Levels>;
    by: string;
    at: Date;
    /** What the first had said by then. */
    firstLevels: Json<Levels>;
    firstBy: string;
    settledBy: Default<string | null>;
    settledAt: Default<Date | null>;
  };
  /** What a department often says to students about written answers. */
  markingComment: Row & { text: string; by: string; at: Date };
  /** What a student draws in a go of a release: per place the ids of its items. */
  hand: Owned & {
    releaseId: string;
    ordinal: number;
    studentId: string;
    drawn: Json<Record<string, string[]>>;
    at: Date;
  };
  markingClaim: Owned & { sittingId: string; position: number; personId: string; at: Date };
  keyRuling: Row & {
    itemId: string;
    revisionId: string;
    releaseId: string | null;
    ruling: RulingName;
    answer: JsonOrNull<Answer>;
    mendedRevisionId: Default<string | null>;
    by: string;
    at: Date;
    undoneBy: Default<string | null>;
    undoneAt: Default<Date | null>;
  };
  /** When a student's device was heard of, and where the student is; written now and then, and nothing hangs on it. */
  sittingPresence: Owned & { sittingId: string; heardAt: Date; atPosition: number | null; helpAt: Date | null };
  noticeOpened: Owned & { releaseId: string; studentId: string; at: Date };
  releaseWatch: Owned & { releaseId: string; watchedUntil: Date };
  exposure: Owned & { classId: string; itemId: string; on: string };
  voidedGo: Row & {
    sittingId: string;
    at: Date;
    reason: string;
    by: string;
    /** Which go it was, and how it stood. */
    ordinal: number;
    state: "running" | "handedIn" | "closed";
    broughtBackAt: Default<Date | null>;
  };
}
