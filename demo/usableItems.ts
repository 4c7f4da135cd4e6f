/** The practice items of a school, as its past reviews draw on them. */
import type { Content } from "@verdant/core/items/kinds";
import type { Db } from "../server/src/platform/database.ts";

export interface BankItem {
  readonly id: string;
  readonly revisionId: string;
  readonly content: Content;
  readonly stimulusRevisionId: string | null;
  readonly topicId: string;
  readonly familyId: string;
  readonly kind: Content["kind"];
  readonly writerDifficulty: number;
  readonly expectedSeconds: number;
}

export function listUsable(db: Db, departmentId: string): Promise<BankItem[]> {
  return db
    .selectFrom("item")
    .innerJoin("itemRevision as revision", "revision.id", "item.approvedRevisionId")
    .leftJoin("stimulus", "stimulus.id", "item.stimulusId")
    .where("item.departmentId", "=", departmentId)
    .where("item.use", "=", "practice")
    .where("item.topicId", "is not", null)
    .where("item.kind", "not in", ["written", "opinion"])
    .select(["item.id", "revision.id as revisionId", "revision.content", "item.topicId", "item.familyId", "item.kind"])
    .select("stimulus.latestRevisionId as stimulusRevisionId")
    .select(["item.writerDifficulty", "item.expectedSeconds"])
    .orderBy("item.number")
    .execute() as Promise<BankItem[]>;
}
