/** SQL for review: rules, requests and comments. */
import { sql, type Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import type { Tables } from "../platform/tables.ts";

const openRequests = (db: Db, departmentId: string) =>
  db
    .selectFrom("reviewRequest as request")
    .innerJoin("item", (join) =>
      join.onRef("item.departmentId", "=", "request.departmentId").onRef("item.id", "=", "request.itemId"),
    )
    .where("request.departmentId", "=", departmentId)
    .where("request.state", "=", "open");

/** The longest waiting first. */
export function listOpen(db: Db, departmentId: string, limit: number) {
  return openRequests(db, departmentId)
    .innerJoin("itemRevision as revision", (join) =>
      join.onRef("revision.departmentId", "=", "request.departmentId").onRef("revision.id", "=", "request.revisionId"),
    )
    .leftJoin("itemRevision as inUse", (join) =>
      join.onRef("inUse.departmentId", "=", "item.departmentId").onRef("inUse.id", "=", "item.approvedRevisionId"),
    )
    .innerJoin("person", "person.id", "request.askedBy")
    .select(["request.id", "request.kind", "request.itemId", "request.revisionId", "request.askedAt"])
    .select(["request.askedBy as askedById", "person.name as askedBy"])
    .select(["item.number", "item.label", "item.topicId", "item.use"])
    .select(["revision.content", "inUse.id as inUseId", "inUse.content as inUse"])
    .orderBy("request.askedAt")
    .orderBy("item.number")
    .limit(limit)
    .execute();
}

/** What waits to be approved, all of it: the item and the revision alone. */
export const listOpenRevisions = (db: Db, departmentId: string) =>
  openRequests(db, departmentId).select(["request.itemId", "request.revisionId"]).orderBy("request.askedAt").execute();

/** Locked until the transaction ends. */
export function findOpen(db: Db, departmentId: string, requestId: string) {
  return db
    .selectFrom("reviewRequest")
    .select(["id", "kind", "itemId", "revisionId", "askedBy"])
    .where("departmentId", "=", departmentId)
    .where("id", "=", requestId)
    .where("state", "=", "open")
    .forUpdate()
    .executeTakeFirst();
}

export async function countWaiting(db: Db, departmentId: string, besides: string | null): Promise<number> {
  const row = await openRequests(db, departmentId)
    .$if(besides !== null, (query) => query.where("request.askedBy", "<>", besides ?? ""))
    .select(sql<number>`count(*)::int`.as("n"))
    .executeTakeFirstOrThrow();
  return row.n;
}

/** Drafts of a person whose newest request was sent back. */
export function listSentBack(db: Db, departmentId: string, personId: string, limit: number) {
  return db
    .selectFrom("reviewRequest as request")
    .innerJoin("item", (join) =>
      join.onRef("item.departmentId", "=", "request.departmentId").onRef("item.id", "=", "request.itemId"),
    )
    .innerJoin("person", "person.id", "request.decidedBy")
    .where("request.departmentId", "=", departmentId)
    .where("request.askedBy", "=", personId)
    .where("request.state", "=", "sentBack")
    .where("item.status", "=", "draft")
    .where((eb) =>
      eb.not(
        eb.exists(
          eb
            .selectFrom("reviewRequest as later")
            .select("later.id")
            .whereRef("later.departmentId", "=", "request.departmentId")
            .whereRef("later.itemId", "=", "request.itemId")
            .whereRef("later.askedAt", ">", "request.askedAt"),
        ),
      ),
    )
    .select(["request.itemId", "item.number", "request.words", "person.name as by"])
    .orderBy("item.number")
    .limit(limit)
    .execute();
}

export async function insertComment(db: Db, row: Insertable<Tables["comment"]>): Promise<void> {
  await db.insertInto("comment").values(row).execute();
}

/** Every comment on an item: people wrote them one by one, so that they stay few. */
export function listComments(db: Db, departmentId: string, itemId: string) {
  return db
    .selectFrom("comment")
    .innerJoin("itemRevision as revision", (join) =>
      join.onRef("revision.departmentId", "=", "comment.departmentId").onRef("revision.id", "=", "comment.revisionId"),
    )
    .innerJoin("person", "person.id", "comment.by")
    .where("comment.departmentId", "=", departmentId)
    .where("comment.itemId", "=", itemId)
    .select(["comment.id", "revision.n", "comment.field", "comment.body", "comment.suggestion", "comment.at"])
    .select(["comment.settled", "comment.by as byId", "person.name as by", "revision.content as base"])
    .orderBy("comment.at")
    .orderBy("comment.id")
    .execute();
}

/** Locked until the transaction ends. */
export function findUnsettled(db: Db, departmentId: string, commentId: string) {
  return db
    .selectFrom("comment")
    .select(["id", "itemId", "revisionId", "suggestion"])
    .where("departmentId", "=", departmentId)
    .where("id", "=", commentId)
    .where("settled", "is", null)
    .forUpdate()
    .executeTakeFirst();
}

export async function settleComment(
  db: Db,
  departmentId: string,
  commentId: string,
  change: { settled: "settled" | "taken"; settledBy: string; settledAt: Date },
): Promise<void> {
  await db
    .updateTable("comment")
    .set(change)
    .where("departmentId", "=", departmentId)
    .where("id", "=", commentId)
    .execute();
}

/** What others have said about a person's items and nobody has settled. */
export function listUnsettledFor(db: Db, departmentId: string, personId: string, limit: number) {
  return db
    .selectFrom("comment")
    .innerJoin("item", (join) =>
      join.onRef("item.departmentId", "=", "comment.departmentId").onRef("item.id", "=", "comment.itemId"),
    )
    .innerJoin("person", "person.id", "comment.by")
    .where("comment.departmentId", "=", departmentId)
    .where("comment.settled", "is", null)
    .where("item.ownerId", "=", personId)
    .where("comment.by", "<>", personId)
    .select(["comment.itemId", "item.number", "comment.body", "person.name as by"])
    .orderBy("comment.at", "desc")
    .limit(limit)
    .execute();
}
