/** SQL for the bank index. */
import type { KindName } from "@verdant/core/items/kinds";
import { sql } from "kysely";
import type { Db } from "../../platform/database.ts";

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
  readonly ownerId: string;
  readonly tags: readonly string[];
  readonly language: string;
  readonly hasExplanation: boolean;
  /** First answers to its newest lineage, and the credit they earned. */
  readonly answers: number;
  readonly creditSum: number;
  /** Correlation with the rest of the quizzes it was in; null: too few answers. */
  readonly agreement: number | null;
  /** Releases that gave it, students who saw it, and the last day it was given. */
  readonly uses: number;
  readonly students: number;
  readonly lastUsedOn: string | null;
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
      stimulus_id, demand, use, status, approved_revision_id as revision_id, expected_seconds, writer_difficulty,
      item.change_seq, archived_at is not null as is_archived, owner_id, tags, language, has_explanation,
      coalesce(answers, 0) as answers, coalesce(credit_sum, 0) as credit_sum, agreement, coalesce(uses, 0) as uses,
      coalesce(students, 0) as students, last_used_on::text as last_used_on
    from item left join tagged on tagged.item_id = item.id
    left join item_stats stats on stats.department_id = item.department_id and stats.item_id = item.id
    where item.department_id = ${departmentId} and (item.change_seq > ${version} or stats.change_seq > ${version})
    order by number`.execute(db);
  return rows;
}
