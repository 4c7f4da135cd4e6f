/** SQL for the item bank. No rules here: rows in, rows out. */
import type { Content } from "@verdant/core/items/kinds";
import { sql, type ExpressionBuilder, type Insertable, type Selectable } from "kysely";
import type { Db } from "../platform/database.ts";
import type { Tables } from "../platform/tables.ts";
import { oneOf } from "../platform/oneOf.ts";
import { newestOfItems } from "../platform/itemRows.ts";

const tagging = [
  "item.label",
  "item.topicId",
  "item.stimulusId",
  "item.demand",
  "item.use",
  "item.expectedSeconds",
  "item.writerDifficulty",
  "item.keptFindings",
  "item.tags",
  "item.points",
] as const;

type Tagged<Column> = Column extends `item.${infer Name extends keyof Tables["item"]}` ? Name : never;
export type Tagging = Pick<Selectable<Tables["item"]>, Tagged<(typeof tagging)[number]>>;

/** Only what belongs to the item of all that a row holds. */
export const taggingOf = (row: Tagging): Tagging => ({
  label: row.label,
  topicId: row.topicId,
  stimulusId: row.stimulusId,
  demand: row.demand,
  use: row.use,
  expectedSeconds: row.expectedSeconds,
  writerDifficulty: row.writerDifficulty,
  keptFindings: row.keptFindings,
  tags: row.tags,
  points: row.points,
});

/** What these items are before they are saved anew; without those that have left the bank. */
export const listToSave = (db: Db, departmentId: string, itemIds: readonly string[]) =>
  newestOfItems(db, departmentId)
    .where(oneOf("item.id", itemIds))
    .where("item.archivedAt", "is", null)
    .select(["item.id", "item.number", "item.version", "item.status", "item.approvedRevisionId", ...tagging])
    .select(["revision.id as revisionId", "revision.n", "revision.content", "revision.contentHash"])
    .select("revision.parameterId")
    .execute();

export function findItem(db: Db, departmentId: string, itemId: string) {
  return newestOfItems(db, departmentId)
    .innerJoin("person as author", "author.id", "revision.authorId")
    .innerJoin("person as owner", "owner.id", "item.ownerId")
    .where("item.id", "=", itemId)
    .select(["item.id", "item.number", "item.version", "item.status", "item.approvedRevisionId", ...tagging])
    .select("item.origin")
    .leftJoin("item as successor", (join) =>
      join.onRef("successor.departmentId", "=", "item.departmentId").onRef("successor.id", "=", "item.successorId"),
    )
    .select(["item.familyId", "item.successorId", "successor.number as successorNumber"])
    .select((eb) =>
      eb
        .selectFrom("item as sibling")
        .whereRef("sibling.departmentId", "=", "item.departmentId")
        .whereRef("sibling.familyId", "=", "item.familyId")
        .where("sibling.archivedAt", "is", null)
        .select(sql<number>`count(*)::int`.as("n"))
        .as("familySize"),
    )
    .select([
      "revision.id as revisionId",
      "revision.n",
      "revision.at",
      "revision.content",
      "revision.contentHash",
      "revision.parameterId",
    ])
    .select(["author.name as author", "owner.name as owner"])
    .executeTakeFirst();
}

export async function listStandardIds(db: Db, departmentId: string, itemId: string): Promise<string[]> {
  const rows = await db
    .selectFrom("itemStandard")
    .select("standardId")
    .where("departmentId", "=", departmentId)
    .where("itemId", "=", itemId)
    .execute();
  return rows.map((row) => row.standardId);
}

/** Takes the next bank version, and the next item number when `isNew`; holds the department's row until commit. */
export async function nextChange(db: Db, departmentId: string, newItems: number) {
  const row = await db
    .updateTable("department")
    .set((eb) => ({ bankVersion: eb("bankVersion", "+", 1), nextItemNumber: eb("nextItemNumber", "+", newItems) }))
    .where("id", "=", departmentId)
    .returning(["bankVersion", "nextItemNumber"])
    .executeTakeFirstOrThrow();
  return { changeSeq: row.bankVersion, firstNumber: row.nextItemNumber - newItems };
}

/** How many of these topics the department has. */
export async function countTopics(db: Db, departmentId: string, ids: readonly string[]): Promise<number> {
  if (ids.length === 0) return 0;
  const rows = await db
    .selectFrom("topic")
    .select("id")
    .where("departmentId", "=", departmentId)
    .where("id", "in", ids)
    .execute();
  return rows.length;
}

/** How many of these texts, maps and charts the department has in use. */
export async function countStimuli(db: Db, departmentId: string, ids: readonly string[]): Promise<number> {
  if (ids.length === 0) return 0;
  const rows = await db
    .selectFrom("stimulus")
    .select("id")
    .where("departmentId", "=", departmentId)
    .where("id", "in", ids)
    .where("archivedAt", "is", null)
    .execute();
  return rows.length;
}

/** The family of each of these items that the department has. */
export async function listFamiliesOf(db: Db, departmentId: string, itemIds: readonly string[]) {
  if (itemIds.length === 0) return new Map<string, string>();
  const rows = await db
    .selectFrom("item")
    .select(["id", "familyId"])
    .where("departmentId", "=", departmentId)
    .where("id", "in", itemIds)
    .execute();
  return new Map(rows.map((row) => [row.id, row.familyId]));
}

export async function itemExists(db: Db, departmentId: string, itemId: string): Promise<boolean> {
  const row = await db
    .selectFrom("item")
    .select("id")
    .where("departmentId", "=", departmentId)
    .where("id", "=", itemId)
    .executeTakeFirst();
  return row !== undefined;
}

export async function insertFamilies(db: Db, departmentId: string, ids: readonly string[]): Promise<void> {
  if (ids.length === 0) return;
  await db
    .insertInto("family")
    .values(ids.map((id) => ({ departmentId, id, note: null })))
    .execute();
}

/** Rows that one statement takes: each value is a parameter, of which there are 65,535 at most. */
const atOnce = 1000;

async function inBatches<T>(rows: readonly T[], write: (some: readonly T[]) => Promise<unknown>): Promise<void> {
  for (let from = 0; from < rows.length; from += atOnce) await write(rows.slice(from, from + atOnce));
}

export const insertItems = (db: Db, rows: readonly Insertable<Tables["item"]>[]): Promise<void> =>
  inBatches(rows, (some) => db.insertInto("item").values(some).execute());

/** Tags items with standards; returns how many of the pairs name a standard that the department has. */
export async function insertStandards(
  db: Db,
  departmentId: string,
  pairs: readonly { itemId: string; standardId: string }[],
): Promise<number> {
  if (pairs.length === 0) return 0;
  const done = await sql`
    insert into item_standard (department_id, item_id, standard_id)
    select standard.department_id, pair.item_id, standard.id
    from unnest(${pairs.map((one) => one.itemId)}::uuid[], ${pairs.map((one) => one.standardId)}::uuid[])
      as pair (item_id, standard_id)
    join standard on standard.department_id = ${departmentId} and standard.id = pair.standard_id`.execute(db);
  return Number(done.numAffectedRows ?? 0);
}

/**
 * By item, the identity that the statistics of this content go by, when an earlier revision of the item was the same: a
 * key that is put right and taken back loses nothing.
 */
export async function findParameters(
  db: Db,
  departmentId: string,
  contents: readonly { readonly itemId: string; readonly contentHash: string }[],
): Promise<Map<string, string>> {
  if (contents.length === 0) return new Map();
  const { rows } = await sql<{ itemId: string; parameterId: string }>`
    select distinct on (revision.item_id) revision.item_id, revision.parameter_id
    from unnest(${contents.map((one) => one.itemId)}::uuid[], ${contents.map((one) => one.contentHash)}::text[])
      as given (item_id, content_hash)
    join item_revision revision on revision.department_id = ${departmentId} and revision.item_id = given.item_id
      and revision.content_hash = given.content_hash
    order by revision.item_id, revision.n desc`.execute(db);
  return new Map(rows.map((row) => [row.itemId, row.parameterId]));
}

export const insertRevisions = (
  db: Db,
  rows: readonly (Omit<Insertable<Tables["itemRevision"]>, "content"> & { content: Content })[],
): Promise<void> =>
  inBatches(rows, (some) =>
    db
      .insertInto("itemRevision")
      .values(some.map((row) => ({ ...row, content: JSON.stringify(row.content) })))
      .execute(),
  );

export interface SavedItem extends Tagging {
  readonly itemId: string;
  /** The version that it is moved on from. */
  readonly version: number;
  readonly kind: string;
  readonly hasExplanation: boolean;
  readonly status: string;
  readonly latestRevisionId: string;
  readonly approvedRevisionId: string | null;
}

/** Moves items from their `version` to the next; returns how many of them were at it. */
export async function updateItems(
  db: Db,
  departmentId: string,
  { changeSeq, at }: { readonly changeSeq: number; readonly at: Date },
  items: readonly SavedItem[],
): Promise<number> {
  let count = 0;
  await inBatches(items, async (some) => {
    const done = await sql`
      update item set version = item.version + 1, change_seq = ${changeSeq}, changed_at = ${at}, kind = saved.kind,
        label = saved.label, topic_id = saved."topicId", stimulus_id = saved."stimulusId", demand = saved.demand,
        "use" = saved."use", expected_seconds = saved."expectedSeconds", writer_difficulty = saved."writerDifficulty",
        kept_findings = saved."keptFindings", tags = saved.tags, points = saved.points, status = saved.status,
        has_explanation = saved."hasExplanation", latest_revision_id = saved."latestRevisionId",
        approved_revision_id = saved."approvedRevisionId"
      from jsonb_to_recordset(${JSON.stringify(some)}::jsonb) as saved (
        "itemId" uuid, version int, kind text, label text, "topicId" uuid, "stimulusId" uuid, demand text, "use" text,
        "expectedSeconds" int, "writerDifficulty" int, "keptFindings" jsonb, tags text[], points numeric, status text,
        "hasExplanation" boolean, "latestRevisionId" uuid, "approvedRevisionId" uuid)
      where item.department_id = ${departmentId} and item.id = saved."itemId" and item.version = saved.version`.execute(
      db,
    );
    count += Number(done.numAffectedRows ?? 0);
  });
  return count;
}

/** Moves the item from `version` to the next; undefined when it is no longer at `version`. */
export function updateItem(
  db: Db,
  key: { departmentId: string; itemId: string; version: number },
  change: Partial<Omit<Insertable<Tables["item"]>, "departmentId" | "id" | "version">>,
) {
  return db
    .updateTable("item")
    .set(change)
    .set((eb) => ({ version: eb("version", "+", 1) }))
    .where("departmentId", "=", key.departmentId)
    .where("id", "=", key.itemId)
    .where("version", "=", key.version)
    .returning("version")
    .executeTakeFirst();
}

export async function deleteStandards(db: Db, departmentId: string, itemIds: readonly string[]): Promise<void> {
  await db
    .deleteFrom("itemStandard")
    .where("departmentId", "=", departmentId)
    .where(oneOf("itemId", itemIds))
    .execute();
}

export function findDraft(db: Db, departmentId: string, personId: string, itemId: string) {
  return db
    .selectFrom("draft")
    .select(["baseVersion", "body", "savedAt"])
    .where("departmentId", "=", departmentId)
    .where("personId", "=", personId)
    .where("entity", "=", "item")
    .where("entityId", "=", itemId)
    .executeTakeFirst();
}

export async function upsertDraft(db: Db, row: Insertable<Tables["draft"]>): Promise<void> {
  const { baseVersion, body, savedAt } = row;
  await db
    .insertInto("draft")
    .values(row)
    .onConflict((conflict) =>
      conflict.columns(["departmentId", "personId", "entity", "entityId"]).doUpdateSet({ baseVersion, body, savedAt }),
    )
    .execute();
}

export async function deleteDrafts(
  db: Db,
  departmentId: string,
  personId: string,
  itemIds: readonly string[],
): Promise<void> {
  await db
    .deleteFrom("draft")
    .where("departmentId", "=", departmentId)
    .where("personId", "=", personId)
    .where("entity", "=", "item")
    .where("entityId", "in", itemIds)
    .execute();
}

export function listMisconceptions(db: Db, departmentId: string) {
  return db
    .selectFrom("misconception")
    .select(["id", "name"])
    .where("departmentId", "=", departmentId)
    .orderBy("name")
    .execute();
}

/** The misconception of this name, made with `id` where there was none. */
export async function insertMisconception(db: Db, row: { departmentId: string; id: string; name: string }) {
  await db
    .insertInto("misconception")
    .values(row)
    .onConflict((conflict) => conflict.doNothing())
    .execute();
  return db
    .selectFrom("misconception")
    .select(["id", "name"])
    .where("departmentId", "=", row.departmentId)
    .where(sql<boolean>`lower(name) = lower(${row.name})`)
    .executeTakeFirstOrThrow();
}

/** Ids among `ids` that are misconceptions of the department. */
export async function countMisconceptions(db: Db, departmentId: string, ids: readonly string[]): Promise<number> {
  if (ids.length === 0) return 0;
  const row = await db
    .selectFrom("misconception")
    .where("departmentId", "=", departmentId)
    .where("id", "in", ids)
    .select((eb) => eb.fn.countAll<number>().as("n"))
    .executeTakeFirstOrThrow();
  return row.n;
}

/** The others of a family. */
export function listSiblings(db: Db, departmentId: string, itemId: string, familyId: string, limit = 200) {
  return newestOfItems(db, departmentId)
    .where("item.familyId", "=", familyId)
    .where("item.id", "<>", itemId)
    .where("item.archivedAt", "is", null)
    .select(["item.id", "item.number", "item.status", "revision.content"])
    .orderBy("item.number")
    .limit(limit)
    .execute();
}

/** Archives those of these items that their writer has not changed and that nobody has used since they were written. */
export async function archiveUntouched(
  db: Db,
  given: { departmentId: string; personId: string; itemIds: readonly string[]; changeSeq: number; at: Date },
): Promise<string[]> {
  const { departmentId, personId, itemIds, changeSeq, at } = given;
  const isUsedIn = (table: "quizPlace" | "quizPoolItem" | "releaseItem") => (eb: ExpressionBuilder<Tables, "item">) =>
    eb.not(
      eb.exists(
        eb
          .selectFrom(table)
          .whereRef(`${table}.departmentId`, "=", "item.departmentId")
          .whereRef(`${table}.itemId`, "=", "item.id")
          .select(sql`1`.as("one")),
      ),
    );
  const rows = await db
    .updateTable("item")
    .set((eb) => ({ archivedAt: at, changedAt: at, changeSeq, version: eb("version", "+", 1) }))
    .where("departmentId", "=", departmentId)
    .where("id", "in", itemIds)
    .where("createdBy", "=", personId)
    .where("version", "=", 1)
    .where("archivedAt", "is", null)
    .where(isUsedIn("quizPlace"))
    .where(isUsedIn("quizPoolItem"))
    .where(isUsedIn("releaseItem"))
    .returning("id")
    .execute();
  return rows.map((row) => row.id);
}
