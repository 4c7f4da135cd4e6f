/** SQL for the bank index. */
import type { KindName } from "@verdant/core/items/kinds";
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

export interface IndexRow {
  readonly itemId: string;
  readonly number: number;
  readonly kind: KindName;
  readonly topicId: string | null;
  readonly standardIds: readonly string[];
  readonly familyId: string;
  readonly stimulusId: string | null;
  readonly demand: "recall" | "apply" | "reason";
  readonly use: "practice" | "reserved";
  readonly status: string;
  readonly revisionId: string | null;
  readonly expectedSeconds: number;
  readonly writerDifficulty: number;
  readonly changeSeq: number;
  readonly isArchived: boolean;
}

export async function findBankVersion(db: Db, departmentId: string): Promise<number> {
  const row = await db.selectFrom("department").select("bankVersion").where("id", "=", departmentId).executeTakeFirst();
  return row?.bankVersion ?? 0;
}

/** Rows of items that changed after `version`, in the order of their numbers. */
export async function listIndexRows(db: Db, departmentId: string, version: number): Promise<IndexRow[]> {
  const { rows } = await sql<IndexRow>`
    with tagged as (
      select item_id, array_agg(standard_id::text) as standard_ids from item_standard
      where department_id = ${departmentId}
      group by item_id
    )
    select item.id as item_id, number, kind, topic_id, coalesce(tagged.standard_ids, '{}') as standard_ids, family_id,
      stimulus_id,      demand, use, status, approved_revision_id as revision_id, expected_seconds, writer_difficulty, change_seq,
      archived_at is not null as is_archived
    from item left join tagged on tagged.item_id = item.id
    where department_id = ${departmentId} and change_seq > ${version}
    order by number`.execute(db);
  return rows;
}
