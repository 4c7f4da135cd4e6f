/** SQL for the item bank. No rules here: rows in, rows out. */
import type { Content } from "@verdant/core/items/kinds";
import { sql, type Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import type { Tables } from "../platform/tables.ts";

export interface IndexRow {
  readonly itemId: string;
  readonly topicId: string | null;
  readonly familyId: string;
  readonly use: "practice" | "reserved";
  readonly status: string;
  readonly revisionId: string | null;
  readonly expectedSeconds: number;
  readonly writerDifficulty: number;
  readonly isArchived: boolean;
}

export async function findBankVersion(db: Db, departmentId: string): Promise<number> {
  const row = await db.selectFrom("department").select("bankVersion").where("id", "=", departmentId).executeTakeFirst();
  return row?.bankVersion ?? 0;
}

/** Rows of items that changed after `version`. */
export function listIndexRows(db: Db, departmentId: string, version: number): Promise<IndexRow[]> {
  return db
    .selectFrom("item")
    .where("departmentId", "=", departmentId)
    .where("changeSeq", ">", version)
    .select(["id as itemId", "topicId", "familyId", "use", "status", "expectedSeconds", "writerDifficulty"])
    .select("approvedRevisionId as revisionId")
    .select((eb) => eb("archivedAt", "is not", null).$castTo<boolean>().as("isArchived"))
    .execute();
}

const tagging = [
  "item.label",
  "item.topicId",
  "item.demand",
  "item.use",
  "item.expectedSeconds",
  "item.writerDifficulty",
] as const;

export function findItem(db: Db, departmentId: string, itemId: string) {
  return db
    .selectFrom("item")
    .innerJoin("itemRevision as revision", (join) =>
      join.onRef("revision.departmentId", "=", "item.departmentId").onRef("revision.id", "=", "item.latestRevisionId"),
    )
    .innerJoin("person as author", "author.id", "revision.authorId")
    .innerJoin("person as owner", "owner.id", "item.ownerId")
    .where("item.departmentId", "=", departmentId)
    .where("item.id", "=", itemId)
    .select(["item.id", "item.number", "item.version", "item.status", "item.approvedRevisionId", ...tagging])
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

export async function searchItems(
  db: Db,
  departmentId: string,
  filter: { text?: string | undefined; topicId?: string | undefined; limit: number },
) {
  const terms = (filter.text ?? "").split(/[^\p{L}\p{N}]+/u).filter(Boolean);
  const found = db
    .selectFrom("item")
    .innerJoin("itemRevision as revision", (join) =>
      join.onRef("revision.departmentId", "=", "item.departmentId").onRef("revision.id", "=", "item.latestRevisionId"),
    )
    .where("item.departmentId", "=", departmentId)
    .where("item.archivedAt", "is", null)
    .$if(terms.length > 0, (query) =>
      query
        .innerJoin("itemSearch", (join) =>
          join.onRef("itemSearch.departmentId", "=", "item.departmentId").onRef("itemSearch.itemId", "=", "item.id"),
        )
        .where((eb) =>
          eb.or([
            sql<boolean>`item_search.doc @@ ${prefixQuery(terms)}`,
            sql<boolean>`item.number::text = ${terms.join(" ")}`,
          ]),
        ),
    )
    .$if(filter.topicId !== undefined, (query) =>
      query.where("item.topicId", "in", (eb) =>
        eb
          .selectFrom("topicAncestor")
          .select("topicId")
          .where("departmentId", "=", departmentId)
          .where("ancestorId", "=", filter.topicId ?? ""),
      ),
    );
  const [items, { total }] = await Promise.all([
    found
      .select(["item.id", "item.number", "item.kind", "item.status", "item.changedAt", ...tagging, "revision.content"])
      .select((eb) =>
        eb
          .selectFrom("itemStandard")
          .innerJoin("standard", (join) =>
            join
              .onRef("standard.departmentId", "=", "itemStandard.departmentId")
              .onRef("standard.id", "=", "itemStandard.standardId"),
          )
          .whereRef("itemStandard.departmentId", "=", "item.departmentId")
          .whereRef("itemStandard.itemId", "=", "item.id")
          .select(sql<string[]>`coalesce(array_agg(standard.code order by standard.code), '{}')`.as("codes"))
          .as("standardCodes"),
      )
      .orderBy("item.number", "desc")
      .limit(filter.limit)
      .execute(),
    found.select((eb) => eb.fn.countAll<number>().as("total")).executeTakeFirstOrThrow(),
  ]);
  return { items, total };
}

/** All words must occur, the last one as a beginning. */
function prefixQuery(terms: readonly string[]) {
  const query = terms.map((term, i) => `'${term}'${i === terms.length - 1 ? ":*" : ""}`).join(" & ");
  return sql`to_tsquery('english', unaccent(${query}))`;
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

export async function topicExists(db: Db, departmentId: string, topicId: string): Promise<boolean> {
  const row = await db
    .selectFrom("topic")
    .select("id")
    .where("departmentId", "=", departmentId)
    .where("id", "=", topicId)
    .executeTakeFirst();
  return row !== undefined;
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

export async function insertFamily(db: Db, departmentId: string, id: string): Promise<void> {
  await db.insertInto("family").values({ departmentId, id, note: null }).execute();
}

export async function insertItem(db: Db, row: Insertable<Tables["item"]>): Promise<void> {
  await db.insertInto("item").values(row).execute();
}

export async function insertRevision(
  db: Db,
  row: Omit<Insertable<Tables["itemRevision"]>, "content"> & { content: Content },
): Promise<void> {
  await db
    .insertInto("itemRevision")
    .values({ ...row, content: JSON.stringify(row.content) })
    .execute();
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

/** Replaces the item's standards; returns how many of `standardIds` the department knows. */
export async function replaceStandards(
  db: Db,
  departmentId: string,
  itemId: string,
  standardIds: readonly string[],
): Promise<number> {
  await db.deleteFrom("itemStandard").where("departmentId", "=", departmentId).where("itemId", "=", itemId).execute();
  if (standardIds.length === 0) return 0;
  const inserted = await db
    .insertInto("itemStandard")
    .columns(["departmentId", "itemId", "standardId"])
    .expression((eb) =>
      eb
        .selectFrom("standard")
        .where("departmentId", "=", departmentId)
        .where("id", "in", standardIds)
        .select((column) => [
          column.ref("departmentId").as("departmentId"),
          column.val(itemId).$castTo<string>().as("itemId"),
          "id",
        ]),
    )
    .executeTakeFirst();
  return Number(inserted.numInsertedOrUpdatedRows ?? 0);
}

export async function replaceSearch(db: Db, departmentId: string, itemId: string, words: string): Promise<void> {
  const doc = sql<string>`to_tsvector('english', unaccent(${words}))`;
  await db
    .insertInto("itemSearch")
    .values({ departmentId, itemId, doc })
    .onConflict((conflict) => conflict.columns(["departmentId", "itemId"]).doUpdateSet({ doc }))
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

export async function deleteDraft(db: Db, departmentId: string, personId: string, itemId: string): Promise<void> {
  await db
    .deleteFrom("draft")
    .where("departmentId", "=", departmentId)
    .where("personId", "=", personId)
    .where("entity", "=", "item")
    .where("entityId", "=", itemId)
    .execute();
}
