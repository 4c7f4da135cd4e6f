/** SQL for pictures and recordings. */
import { sql, type Insertable } from "kysely";
import { guestItems } from "../platform/guestItems.ts";
import type { Db } from "../platform/database.ts";
import { holding } from "../platform/holding.ts";
import type { Tables } from "../platform/tables.ts";

export async function insertMedia(db: Db, row: Insertable<Tables["media"]>): Promise<void> {
  await db
    .insertInto("media")
    .values(row)
    .onConflict((conflict) => conflict.doNothing())
    .execute();
}

export function findMedia(db: Db, departmentId: string, hash: string) {
  return db
    .selectFrom("media")
    .select(["mime", "size", "width", "height", "name", "description", "credit"])
    .where("departmentId", "=", departmentId)
    .where("hash", "=", hash)
    .executeTakeFirst();
}

/** The bytes, or a part of them: the column is stored so that a part is read without the rest. */
export async function readBytes(
  db: Db,
  departmentId: string,
  hash: string,
  range: { from: number; to: number } | undefined,
): Promise<Buffer | undefined> {
  const part = range
    ? sql<Buffer>`substring(bytes from ${range.from + 1} for ${range.to - range.from + 1})`
    : sql<Buffer>`bytes`;
  const row = await db
    .selectFrom("media")
    .select(part.as("part"))
    .where("departmentId", "=", departmentId)
    .where("hash", "=", hash)
    .executeTakeFirst();
  return row?.part;
}

export async function mayWriteSomewhere(db: Db, departmentId: string, personId: string): Promise<boolean> {
  const grant = await db
    .selectFrom("accessGrant")
    .select("id")
    .where("departmentId", "=", departmentId)
    .where("personId", "=", personId)
    .where("mayEdit", "=", true)
    .limit(1)
    .executeTakeFirst();
  return grant !== undefined;
}

/** In an item that the guest may see, or in what it hangs on; or brought by the guest and not in any item yet. */
export async function isShownToGuest(db: Db, departmentId: string, personId: string, hash: string): Promise<boolean> {
  const shown = guestItems(db, departmentId, personId)
    .leftJoin("itemMedia", (join) =>
      join
        .onRef("itemMedia.departmentId", "=", "item.departmentId")
        .on(
          sql<boolean>`item_media.revision_id in (item.approved_revision_id, case when granted.may_edit then item.latest_revision_id end)`,
        )
        .on("itemMedia.hash", "=", hash),
    )
    .leftJoin("stimulus", (join) =>
      join.onRef("stimulus.departmentId", "=", "item.departmentId").onRef("stimulus.id", "=", "item.stimulusId"),
    )
    .leftJoin("stimulusMedia", (join) =>
      join
        .onRef("stimulusMedia.departmentId", "=", "stimulus.departmentId")
        .onRef("stimulusMedia.revisionId", "=", "stimulus.latestRevisionId")
        .on("stimulusMedia.hash", "=", hash),
    )
    .where((eb) => eb.or([eb("itemMedia.hash", "is not", null), eb("stimulusMedia.hash", "is not", null)]))
    .select("item.id")
    .limit(1);
  if ((await shown.executeTakeFirst()) !== undefined) return true;
  const brought = db
    .selectFrom("media")
    .where("departmentId", "=", departmentId)
    .where("hash", "=", hash)
    .where("addedBy", "=", personId)
    .select("hash");
  return (await brought.executeTakeFirst()) !== undefined;
}

/** True when the picture belongs to a revision that stands in one of the student's sittings, or to its stimulus. */
export async function isMetBy(db: Db, departmentId: string, studentId: string, hash: string): Promise<boolean> {
  const inItem = db
    .selectFrom("itemMedia")
    .innerJoin("sittingItem", (join) =>
      join
        .onRef("sittingItem.departmentId", "=", "itemMedia.departmentId")
        .onRef("sittingItem.revisionId", "=", "itemMedia.revisionId"),
    )
    .innerJoin("sitting", (join) =>
      join
        .onRef("sitting.departmentId", "=", "sittingItem.departmentId")
        .onRef("sitting.id", "=", "sittingItem.sittingId"),
    )
    .where("itemMedia.departmentId", "=", departmentId)
    .where("itemMedia.hash", "=", hash)
    .where("sitting.studentId", "=", studentId)
    .select("itemMedia.hash")
    .limit(1);
  if ((await inItem.executeTakeFirst()) !== undefined) return true;
  const inStimulus = db
    .selectFrom("stimulusMedia")
    .innerJoin("releaseItem", (join) =>
      join
        .onRef("releaseItem.departmentId", "=", "stimulusMedia.departmentId")
        .onRef("releaseItem.stimulusRevisionId", "=", "stimulusMedia.revisionId"),
    )
    .innerJoin("sitting", (join) =>
      join
        .onRef("sitting.departmentId", "=", "releaseItem.departmentId")
        .onRef("sitting.releaseId", "=", "releaseItem.releaseId"),
    )
    .innerJoin("sittingItem", (join) =>
      join
        .onRef("sittingItem.departmentId", "=", "sitting.departmentId")
        .onRef("sittingItem.sittingId", "=", "sitting.id")
        .onRef("sittingItem.itemId", "=", "releaseItem.itemId"),
    )
    .where("stimulusMedia.departmentId", "=", departmentId)
    .where("stimulusMedia.hash", "=", hash)
    .where("sitting.studentId", "=", studentId)
    .select("stimulusMedia.hash")
    .limit(1);
  return (await inStimulus.executeTakeFirst()) !== undefined;
}

export async function listKnown(db: Db, departmentId: string, hashes: readonly string[]): Promise<Set<string>> {
  if (hashes.length === 0) return new Set();
  const rows = await db
    .selectFrom("media")
    .select("hash")
    .where("departmentId", "=", departmentId)
    .where("hash", "in", hashes)
    .execute();
  return new Set(rows.map((row) => row.hash));
}

export async function insertItemMedia(db: Db, rows: Insertable<Tables["itemMedia"]>[]): Promise<void> {
  if (rows.length > 0) await db.insertInto("itemMedia").values(rows).execute();
}

/** Newest first. `lacks` "use": what no newest revision of an item or a stimulus shows. */
export async function listMedia(
  db: Db,
  departmentId: string,
  given: {
    text?: string | undefined;
    kind?: "picture" | "audio" | "video" | undefined;
    lacks?: "credit" | "use" | undefined;
    limit: number;
  },
) {
  const words = (given.text ?? "").split(/\s+/).filter((word) => word !== "");
  const kindLike = { picture: "image/%", audio: "audio/%", video: "video/%" };
  const found = db
    .selectFrom("media")
    .where("departmentId", "=", departmentId)
    .$if(given.kind !== undefined, (query) => query.where("mime", "like", kindLike[given.kind ?? "picture"]))
    .$if(given.lacks === "credit", (query) => query.where("credit", "=", ""))
    .$if(given.lacks === "use", (query) =>
      query.where((eb) =>
        eb.and([
          eb("hash", "not in", shownByItems(db, departmentId).select("itemMedia.hash")),
          eb("hash", "not in", shownByStimuli(db, departmentId).select("stimulusMedia.hash")),
        ]),
      ),
    )
    .where((eb) =>
      eb.and(words.map((word) => eb(sql`name || ' ' || description || ' ' || credit`, "ilike", holding(word)))),
    );
  const rows = await found
    .select(["hash", "mime", "size", "width", "height", "name", "description", "credit", "addedAt"])
    .orderBy("addedAt", "desc")
    .orderBy("hash")
    .limit(given.limit)
    .execute();
  const { total } = await found.select(sql<number>`count(*)::int`.as("total")).executeTakeFirstOrThrow();
  return { rows, total };
}

const shownByItems = (db: Db, departmentId: string) =>
  db
    .selectFrom("itemMedia")
    .innerJoin("item", (join) =>
      join
        .onRef("item.departmentId", "=", "itemMedia.departmentId")
        .onRef("item.latestRevisionId", "=", "itemMedia.revisionId"),
    )
    .where("itemMedia.departmentId", "=", departmentId);

const shownByStimuli = (db: Db, departmentId: string) =>
  db
    .selectFrom("stimulusMedia")
    .innerJoin("stimulus", (join) =>
      join
        .onRef("stimulus.departmentId", "=", "stimulusMedia.departmentId")
        .onRef("stimulus.latestRevisionId", "=", "stimulusMedia.revisionId"),
    )
    .where("stimulusMedia.departmentId", "=", departmentId)
    .where("stimulus.archivedAt", "is", null);

export function listItemsShowing(db: Db, departmentId: string, hashes: readonly string[]) {
  if (hashes.length === 0) return Promise.resolve([]);
  return shownByItems(db, departmentId)
    .innerJoin("itemRevision as revision", (join) =>
      join.onRef("revision.departmentId", "=", "item.departmentId").onRef("revision.id", "=", "item.latestRevisionId"),
    )
    .where("itemMedia.hash", "in", hashes)
    .select(["itemMedia.hash", "item.id", "item.number", "item.label", "revision.content"])
    .orderBy("item.number")
    .execute();
}

export function listStimuliShowing(db: Db, departmentId: string, hashes: readonly string[]) {
  if (hashes.length === 0) return Promise.resolve([]);
  return shownByStimuli(db, departmentId)
    .innerJoin("stimulusRevision as revision", (join) =>
      join
        .onRef("revision.departmentId", "=", "stimulus.departmentId")
        .onRef("revision.id", "=", "stimulus.latestRevisionId"),
    )
    .where("stimulusMedia.hash", "in", hashes)
    .select(["stimulusMedia.hash", "stimulus.id", sql<string>`revision.content ->> 'title'`.as("title")])
    .execute();
}

export async function updateMedia(
  db: Db,
  departmentId: string,
  hash: string,
  change: { name: string; description: string; credit: string },
): Promise<void> {
  await db.updateTable("media").set(change).where("departmentId", "=", departmentId).where("hash", "=", hash).execute();
}

/** Whether any revision, of whatever age, shows it. */
export async function isShown(db: Db, departmentId: string, hash: string): Promise<boolean> {
  const [inItem, inStimulus] = [
    await db
      .selectFrom("itemMedia")
      .select("hash")
      .where("departmentId", "=", departmentId)
      .where("hash", "=", hash)
      .limit(1)
      .executeTakeFirst(),
    await db
      .selectFrom("stimulusMedia")
      .select("hash")
      .where("departmentId", "=", departmentId)
      .where("hash", "=", hash)
      .limit(1)
      .executeTakeFirst(),
  ];
  return inItem !== undefined || inStimulus !== undefined;
}

export async function deleteMedia(db: Db, departmentId: string, hash: string): Promise<void> {
  await db.deleteFrom("media").where("departmentId", "=", departmentId).where("hash", "=", hash).execute();
}
