/** The tables, as Kysely sees them: camelCase here, snake_case in PostgreSQL (CamelCasePlugin). */
import type { Many } from "@verdant/core/many/many";
import type { ColumnRole } from "@verdant/core/bank/workbook";
import type { Layout } from "@verdant/core/assembly/layout";
import type { KeptFinding } from "@verdant/core/checker/finding";
import type { Content, KindName } from "@verdant/core/items/kinds";
import type { Stimulus } from "@verdant/core/stimuli/stimulus";
import type { Rules } from "@verdant/core/delivery/rules";
import type { Blueprint, Shortfall } from "@verdant/contract/requirements";
import type { ColumnType } from "kysely";
import type { Default, Json, JsonOrNull, Owned, Row } from "./columns.ts";
import type { WritingTables } from "./writingTables.ts";
import type { SittingTables } from "./sittingTables.ts";
import type { BeforeGoTables } from "./beforeGoTables.ts";
import type { CourseTables } from "./courseTables.ts";
import type { MarkTables } from "./markTables.ts";
import type { PathTables } from "./pathTables.ts";
import type { StatisticsTables } from "./statisticsTables.ts";
import type { ClassListTables } from "./classListTables.ts";
import type { TransferTables } from "./transferTables.ts";

/** What the last composition of a quiz was asked for, and how well it did. */
export interface QuizBlueprint {
  readonly asked: number;
  readonly gap: number | null;
  readonly requirements?: Blueprint | null;
  readonly shortfalls?: readonly Shortfall[];
}

/** How a quiz stood on one side of a change. */
export interface QuizSide {
  readonly parts: Layout;
  readonly blueprint: QuizBlueprint | null;
}

/** A change of a quiz: as it stood before and after, or the order into which its questions were put. */
export type QuizChange =
  | { readonly kind: "layout"; readonly before: QuizSide; readonly after: QuizSide }
  | { readonly kind: "order"; readonly order: readonly (readonly number[])[] };

export interface Tables
  extends
    BeforeGoTables,
    CourseTables,
    MarkTables,
    PathTables,
    SittingTables,
    StatisticsTables,
    TransferTables,
    ClassListTables,
    WritingTables {
  installation: {
    onlyOne: Default<boolean>;
    secret: Buffer;
    keyCheck: Default<Buffer | null>;
    demoNow: Default<Date | null>;
  };
  department: {
    id: string;
    name: string;
    timeZone: string;
    settings: Default<unknown>;
    nextItemNumber: Default<number>;
    nextQuizNumber: Default<number>;
    bankVersion: Default<number>;
    isDemo: Default<boolean>;
    asksSecondFactor: Default<boolean>;
    createdAt: Date;
  };
  person: { id: string; email: string; name: string; passwordHash: string | null };
  membership: Row & {
    personId: string;
    role: "lead" | "teacher" | "guest";
    joinedAt: Date;
    leftAt: Date | null;
  };
  requirementSet: Row & { name: string; blueprint: Json<Blueprint>; by: string; at: Date };
  memberSeen: Owned & { personId: string; seenOn: string };
  session: Owned & {
    tokenHash: Buffer;
    personId: string | null;
    studentId: string | null;
    createdAt: Date;
    expiresAt: Date;
  };
  throttle: { key: string; windowStart: Date; failures: number };
  requestKey: Owned & { key: string; answered: JsonOrNull<unknown>; at: Date };
  history: Row & {
    at: Date;
    actorKind: "person" | "student" | "server";
    actorId: string | null;
    batchId: string;
    entity: string;
    entityId: string;
    action: string;
    before: JsonOrNull<unknown>;
    after: JsonOrNull<unknown>;
  };
  draft: Owned & {
    personId: string;
    entity: string;
    entityId: string;
    baseVersion: number;
    body: Json<unknown>;
    savedAt: Date;
  };

  framework: Row & { guid: string; title: string; raw: JsonOrNull<unknown> };
  standard: Row & {
    frameworkId: string;
    parentId: string | null;
    guid: string;
    code: string;
    statement: string;
    studentWording: string | null;
    position: number;
    secureLine: number | null;
    retiredAt: Date | null;
    raw: JsonOrNull<unknown>;
  };
  standardLink: Owned & { fromId: string; toId: string; kind: "equals" | "overlaps" };
  topic: Row & {
    parentId: string | null;
    name: string;
    note: string | null;
    letter: string | null;
    hue: number | null;
    position: number;
    mergedIntoId: string | null;
    archivedAt: Date | null;
  };
  topicAncestor: Owned & { ancestorId: string; topicId: string; depth: number };
  topicStandard: Owned & { topicId: string; standardId: string };
  family: Row & { note: string | null };
  misconception: Row & { name: string };
  item: Row & {
    number: number;
    label: string | null;
    kind: KindName;
    familyId: string;
    topicId: string | null;
    stimulusId: string | null;
    demand: "recall" | "apply" | "reason";
    status: "draft" | "inReview" | "approved" | "retired";
    use: "practice" | "reserved";
    twinId: string | null;
    ownerId: string;
    language: string;
    expectedSeconds: number;
    writerDifficulty: number;
    keptFindings: ColumnType<KeptFinding[], string | undefined, string>;
    tags: Default<string[]>;
    points: Default<number>;
    hasExplanation: Default<boolean>;
    origin: JsonOrNull<{ key: string; author?: string; licence?: string }>;
    latestRevisionId: string | null;
    approvedRevisionId: string | null;
    successorId: string | null;
    version: Default<number>;
    changeSeq: number;
    createdBy: string;
    createdAt: Date;
    changedAt: Date;
    archivedAt: Date | null;
  };
  itemRevision: Row & {
    itemId: string;
    n: number;
    content: Json<Content>;
    contentHash: string;
    changeKind: "first" | "typo" | "wording" | "rewritten" | "key";
    parameterId: string;
    authorId: string;
    note: string | null;
    at: Date;
  };
  itemStandard: Owned & { itemId: string; standardId: string };
  itemSearch: Owned & { itemId: string; number: number; doc: string };
  invitation: Row & {
    role: "lead" | "teacher" | "guest";
    note: Default<string>;
    grants: Json<{ topicId: string | null; seesReserved: boolean; mayEdit?: boolean }[]>;
    by: string;
    at: Date;
    expiresAt: Date;
    withdrawnAt: Default<Date | null>;
  };
  accessGrant: Row & {
    personId: string;
    topicId: string | null;
    seesReserved: boolean;
    mayEdit: Default<boolean>;
    invitationId: string | null;
  };
  secondFactor: { personId: string; secretSealed: Buffer; confirmedAt: Date | null; lastStep: Default<number> };
  recoveryCode: { personId: string; codeHash: Buffer };
  passwordReset: { tokenHash: Buffer; personId: string; departmentId: string; by: string; expiresAt: Date };
  savedView: Row & { personId: string | null; name: string; address: string; by: string; at: Date };
  lexeme: Owned & { word: string };
  many: Row & {
    name: string;
    topicId: string | null;
    body: Json<Many>;
    version: Default<number>;
    by: string;
    at: Date;
  };
  manyItem: Owned & { itemId: string; manyId: string; rowKey: string };
  columnMapping: Owned & { signature: string; roles: Json<readonly ColumnRole[]>; by: string; at: Date };
  trayItem: Owned & { personId: string; itemId: string; addedAt: Date };
  media: Owned & {
    hash: string;
    mime: string;
    bytes: Buffer;
    size: number;
    /** In pixels; null of a recording. */
    width: number | null;
    height: number | null;
    name: Default<string>;
    description: Default<string>;
    credit: Default<string>;
    addedBy: string | null;
    addedAt: Date;
  };
  itemMedia: Owned & { revisionId: string; hash: string };
  stimulus: Row & {
    latestRevisionId: string;
    version: Default<number>;
    createdBy: string;
    changedAt: Date;
    archivedAt: Default<Date | null>;
  };
  stimulusRevision: Row & { stimulusId: string; n: number; content: Json<Stimulus>; authorId: string; at: Date };
  stimulusMedia: Owned & { revisionId: string; hash: string };

  student: Row & { externalId: string | null; givenName: string; familyName: string; pseudonymisedAt: Date | null };
  enrolment: Owned & {
    classId: string;
    studentId: string;
    /** As a process of the version before wrote it; see courses/entryCard. */
    entryCard: string | null;
    cardMark: Default<Buffer | null>;
    cardSealed: Default<Buffer | null>;
    joinedOn: string;
    leftOn: string | null;
    arrangements: Json<{ extraTimePercent?: number | undefined }>;
  };
  studentTopic: Owned & {
    classId: string;
    studentId: string;
    topicId: string;
    taughtOn: string | null;
    /** The check that says so by having been passed; null: a colleague says so. */
    releaseId: Default<string | null>;
  };

  quiz: Row & {
    number: number;
    name: string;
    courseId: string | null;
    classId: string | null;
    wordsToStudents: string | null;
    blueprint: JsonOrNull<QuizBlueprint>;
    seed: string;
    version: Default<number>;
    createdBy: string;
    createdAt: Date;
    archivedAt: Date | null;
  };
  quizPart: Row & {
    quizId: string;
    position: number;
    heading: string | null;
    instruction: JsonOrNull<string>;
    orderRule: Default<"woven" | "asWritten" | "easyToHard">;
  };
  quizStep: Owned & {
    quizId: string;
    n: ColumnType<number, number, never>;
    by: string;
    at: Date;
    change: Json<QuizChange>;
    undone: Default<boolean>;
  };
  quizPlace: Row & {
    partId: string;
    position: number;
    kind: "fixed" | "draw" | "interlude";
    itemId: string | null;
    seenRevisionId: string | null;
    unitId: string | null;
    points: Default<number>;
    locked: Default<boolean>;
    take: number | null;
    pool: JsonOrNull<unknown>;
    text: JsonOrNull<string>;
  };
  release: Row & {
    quizId: string;
    name: string;
    state: "released" | "closed";
    rules: Json<Rules>;
    rulesVersion: Default<number>;
    seed: string;
    releasedBy: string;
    releasedAt: Date;
    closedAt: Date | null;
    resultsOpenedAt: Default<Date | null>;
    /** Students see marks of written answers given up to here, though others still wait. */
    marksShownAt: Default<Date | null>;
  };
  releaseTarget: Row & {
    releaseId: string;
    classId: string;
    groupId: string | null;
    studentId: string | null;
    opensAt: Date;
    handInBy: Date | null;
    shutsAt: Date | null;
  };
  releasePart: Row & {
    releaseId: string;
    position: number;
    heading: string | null;
    instruction: JsonOrNull<string>;
    orderRule: string;
  };
  releasePlace: Row & {
    partId: string;
    position: number;
    kind: string;
    unitId: string | null;
    points: number;
    take: number | null;
    pool: JsonOrNull<unknown>;
    text: JsonOrNull<string>;
  };
  releaseItem: Owned & {
    releaseId: string;
    placeId: string;
    itemId: string;
    revisionId: string;
    stimulusRevisionId: string | null;
  };

  evidence: Owned & {
    classId: string;
    seq: number;
    studentId: string;
    topicId: string;
    itemId: string;
    on: string;
    sittingId: string;
    position: number;
    chance: number;
    slip: number;
    credit: number;
    void: Default<boolean>;
  };
  plannedReturn: Owned & {
    classId: string;
    topicId: string;
    on: string;
    items: Default<number>;
    state: Default<"planned" | "held" | "skipped" | "done">;
    releaseId: Default<string | null>;
  };
  studentGroup: Row & { classId: string; name: string };
  studentGroupMember: Owned & { groupId: string; studentId: string };
  quizPoolItem: Owned & { placeId: string; itemId: string };
  classMemory: Owned & {
    classId: string;
    changedFrom: Default<number | null>;
    basis: Default<unknown>;
    basisDigest: Default<string>;
  };
  memoryCheckpoint: Owned & { classId: string; seq: number; states: unknown; offsets: unknown };
  memoryState: Owned & {
    classId: string;
    studentId: string;
    topicId: string;
    s: number;
    d: number;
    lastOn: string;
    beforeS: number;
    beforeD: number;
    beforeOn: string;
    throughSeq: number;
  };
  memoryOffset: Owned & {
    classId: string;
    kind: "class" | "topic" | "student";
    subjectId: string;
    value: number;
    lambda: number;
  };
}
