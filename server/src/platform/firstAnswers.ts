/** Which answers statistics are made of: the one rule of it, for every store that counts them. */
import { sql } from "kysely";
import type { Db } from "./database.ts";

/**
 * First goes of real classes that are handed in, questions that were shown, marks that say something about a student.
 * Joined as `si` (the question in the sitting), `sitting`, `class` and `mark` (the one that stands).
 */
export const firstAnswers = (db: Db, departmentId: string) =>
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
    .where("si.departmentId", "=", departmentId)
    .where("si.shownAt", "is not", null)
    .where("sitting.ordinal", "=", 1)
    .where("sitting.state", "=", "handedIn")
    .where("class.rehearsal", "=", false)
    .where("mark.isEvidence", "=", true);

/** Credit earned, and how many answers it is of; for a query that groups {@link firstAnswers}. */
export const creditSums = [sql<number>`sum(mark.credit)`.as("right"), sql<number>`count(*)::int`.as("outOf")] as const;
