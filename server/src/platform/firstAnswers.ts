/** Which answers statistics are made of: the one rule of it, for every store that counts them. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

/**
 * First goes of real classes that are handed in, questions that were reached, marks that say something about a student.
 * Joined as `si` (the question in the sitting), `sitting`, `class`, `mark` (the one that stands), `ruling` (what it was
 * given under, if anything) and `asMarked` (the revision whose key it was marked by).
 *
 * Marks given under different keys are not put together: a corrected key that went into the item counts as that
 * revision's, and what was decided for one release only is left out of figures over several.
 */
export const firstAnswers = (db: Db, departmentId: string) => ofFirstGoes(db, departmentId).where(isUnderOneKey);

/** The same with what was answered (`response`) and why, in the student's own words (`reason`), where there is any. */
export const firstAnswersGiven = (db: Db, departmentId: string) =>
  firstAnswers(db, departmentId)
    .leftJoin("response", (join) =>
      join
        .onRef("response.departmentId", "=", "si.departmentId")
        .onRef("response.sittingId", "=", "si.sittingId")
        .onRef("response.position", "=", "si.position")
        .on("response.round", "=", 1),
    )
    .leftJoin("reason", (join) =>
      join
        .onRef("reason.departmentId", "=", "si.departmentId")
        .onRef("reason.sittingId", "=", "si.sittingId")
        .onRef("reason.position", "=", "si.position"),
    );

/** The marks that {@link firstAnswers} leaves out: given under a ruling for one release only. */
export const answersUnderOtherKeys = (db: Db, departmentId: string) =>
  ofFirstGoes(db, departmentId).where(sql<boolean>`not (${isUnderOneKey})`);

const isUnderOneKey = sql<boolean>`(ruling.id is null or ruling.release_id is null or ruling.mended_revision_id is not null)`;

const ofFirstGoes = (db: Db, departmentId: string) =>
  db
    .selectFrom("sittingItem as si")
    .innerJoin("sitting", (join) =>
      join.onRef("sitting.departmentId", "=", "si.departmentId").onRef("sitting.id", "=", "si.sittingId"),
    )
    .innerJoin("class", (join) =>
      join.onRef("class.departmentId", "=", "sitting.departmentId").onRef("class.id", "=", "sitting.classId"),
    )
    .innerJoin("mark", (join) =>
      join
        .onRef("mark.departmentId", "=", "si.departmentId")
        .onRef("mark.sittingId", "=", "si.sittingId")
        .onRef("mark.position", "=", "si.position")
        .onRef("mark.version", "=", "sitting.markingVersion")
        .on("mark.round", "=", 1),
    )
    .leftJoin("keyRuling as ruling", (join) =>
      join.onRef("ruling.departmentId", "=", "mark.departmentId").onRef("ruling.id", "=", "mark.rulingId"),
    )
    .innerJoin("itemRevision as asMarked", (join) =>
      join
        .onRef("asMarked.departmentId", "=", "si.departmentId")
        .on((eb) => eb("asMarked.id", "=", eb.fn.coalesce("ruling.mendedRevisionId", "si.revisionId"))),
    )
    .where("si.departmentId", "=", departmentId)
    .where("si.shownAt", "is not", null)
    .where("sitting.ordinal", "=", 1)
    .where("sitting.state", "=", "handedIn")
    .where("class.rehearsal", "=", false)
    .where("mark.isEvidence", "=", true);

/** Credit earned, and how many answers it is of; for a query that groups {@link firstAnswers}. */
export const creditSums = [sql<number>`sum(mark.credit)`.as("right"), sql<number>`count(*)::int`.as("outOf")] as const;
