/** SQL for what an import would do, item by item. */
import type { FindingChoice, findingFacets } from "@verdant/contract/importFindings";
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

type Facet = (typeof findingFacets)[number];
interface Of {
  readonly departmentId: string;
  readonly transferId: string;
}

const inFacet = (facet: Facet | undefined) => {
  if (facet === undefined) return sql<boolean>`true`;
  if (facet === "like") return sql<boolean>`finding.like_item_id is not null`;
  if (facet === "left") return sql<boolean>`finding.choice = 'leave'`;
  return sql<boolean>`finding.state = ${facet}`;
};

/** In the order of the file, after a place. */
export const listFindings = (
  db: Db,
  { departmentId, transferId }: Of,
  { facet, after, limit }: { readonly facet: Facet | undefined; readonly after: number; readonly limit: number },
) =>
  db
    .selectFrom("importFinding as finding")
    .leftJoin("item", (join) =>
      join.onRef("item.departmentId", "=", "finding.departmentId").onRef("item.id", "=", "finding.itemId"),
    )
    .leftJoin("item as like", (join) =>
      join.onRef("like.departmentId", "=", "finding.departmentId").onRef("like.id", "=", "finding.likeItemId"),
    )
    .where("finding.departmentId", "=", departmentId)
    .where("finding.transferId", "=", transferId)
    .where("finding.n", ">", after)
    .where(inFacet(facet))
    .select(["finding.n", "finding.state", "finding.kind", "finding.stem", "finding.topic", "finding.choice"])
    .select(["finding.itemId", "item.number", "finding.likeItemId", "like.number as likeNumber"])
    .orderBy("finding.n")
    .limit(limit)
    .execute();

export const findFinding = (db: Db, { departmentId, transferId }: Of, n: number) =>
  db
    .selectFrom("importFinding")
    .select(["itemId", "likeItemId", "content", "tagging"])
    .where("departmentId", "=", departmentId)
    .where("transferId", "=", transferId)
    .where("n", "=", n)
    .executeTakeFirst();

/** What files call that which an item points at. */
export async function nameTagging(
  db: Db,
  departmentId: string,
  itemId: string,
): Promise<{ topic: string | null; stimulus: string | null; standards: string[] }> {
  const { rows } = await sql<{ topic: string | null; stimulus: string | null; standards: string[] }>`
    select topic.name as topic, said.content ->> 'title' as stimulus,
      array(select standard.code from item_standard tagged
        join standard on standard.department_id = tagged.department_id and standard.id = tagged.standard_id
        where tagged.department_id = item.department_id and tagged.item_id = item.id) as standards
    from item
    left join topic on topic.department_id = item.department_id and topic.id = item.topic_id
    left join stimulus on stimulus.department_id = item.department_id and stimulus.id = item.stimulus_id
    left join stimulus_revision said on said.department_id = item.department_id and said.id = stimulus.latest_revision_id
    where item.department_id = ${departmentId} and item.id = ${itemId}`.execute(db);
  return rows[0] ?? { topic: null, stimulus: null, standards: [] };
}

export async function countFindings(db: Db, { departmentId, transferId }: Of) {
  const { rows } = await sql<{
    new: number;
    differs: number;
    same: number;
    like: number;
    left: number;
    takenNew: number;
    takenDiffers: number;
  }>`
    select count(*) filter (where state = 'new')::int as new, count(*) filter (where state = 'differs')::int as differs,
      count(*) filter (where state = 'same')::int as same, count(like_item_id)::int as like,
      count(*) filter (where choice = 'leave')::int as left,
      count(*) filter (where state = 'new' and choice <> 'leave')::int as taken_new,
      count(*) filter (where state = 'differs' and choice <> 'leave')::int as taken_differs
    from import_finding
    where department_id = ${departmentId} and transfer_id = ${transferId}`.execute(db);
  return rows[0] ?? { new: 0, differs: 0, same: 0, like: 0, left: 0, takenNew: 0, takenDiffers: 0 };
}

/** What there is nothing to choose about, and what is like nothing, stays as it was. */
export async function setChoice(
  db: Db,
  { departmentId, transferId }: Of,
  choice: FindingChoice,
  which: { readonly places: readonly number[] } | { readonly facet?: Facet | undefined },
): Promise<void> {
  const wanted = "places" in which ? sql<boolean>`finding.n = any(${[...which.places]}::int[])` : inFacet(which.facet);
  await sql`
    update import_finding finding set choice = ${choice}
    where finding.department_id = ${departmentId} and finding.transfer_id = ${transferId} and ${wanted}
      and finding.state <> 'same' and (${choice}::text <> 'variant' or finding.like_item_id is not null)`.execute(db);
}

/** Items as they were read, in the order of the file, after a place. */
export const listRead = (
  db: Db,
  { departmentId, transferId }: Of,
  { after, limit }: { after: number; limit: number },
) =>
  db
    .selectFrom("importFinding")
    .select(["n", "item"])
    .where("departmentId", "=", departmentId)
    .where("transferId", "=", transferId)
    .where("n", ">", after)
    .orderBy("n")
    .limit(limit)
    .execute();

/** What each item of the file was when it was looked at, and what was chosen. */
export const listChosen = (db: Db, { departmentId, transferId }: Of) =>
  db
    .selectFrom("importFinding")
    .select(["key", "state", "itemId", "version", "choice", "likeItemId"])
    .where("departmentId", "=", departmentId)
    .where("transferId", "=", transferId)
    .execute();

export async function deleteFindings(db: Db, { departmentId, transferId }: Of): Promise<void> {
  await db
    .deleteFrom("importFinding")
    .where("departmentId", "=", departmentId)
    .where("transferId", "=", transferId)
    .execute();
}

/** Whether an import waits for a yes, held until the transaction ends. */
export async function holdRead(db: Db, { departmentId, transferId }: Of): Promise<boolean> {
  const row = await db
    .selectFrom("transfer")
    .select("id")
    .where("departmentId", "=", departmentId)
    .where("id", "=", transferId)
    .where("state", "=", "read")
    .forUpdate()
    .executeTakeFirst();
  return row !== undefined;
}
