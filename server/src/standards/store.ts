/** SQL for topics and standards. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

/** Topics that are in use, each with its own or nearest inherited letter and hue, and the letter of a unit that lists it. */
export function listTopics(db: Db, departmentId: string) {
  return db
    .selectFrom("topic")
    .where("topic.departmentId", "=", departmentId)
    .where("archivedAt", "is", null)
    .where("mergedIntoId", "is", null)
    .select(["id", "parentId", "name", "letter", "hue", "position"])
    .select((eb) => [
      eb
        .selectFrom("topicStandard")
        .whereRef("topicStandard.departmentId", "=", "topic.departmentId")
        .whereRef("topicStandard.topicId", "=", "topic.id")
        .select(sql<string[]>`coalesce(array_agg(standard_id), '{}')`.as("ids"))
        .as("standardIds"),
      eb
        .selectFrom("unitTopic")
        .innerJoin("unit", (join) =>
          join.onRef("unit.departmentId", "=", "unitTopic.departmentId").onRef("unit.id", "=", "unitTopic.unitId"),
        )
        .whereRef("unitTopic.departmentId", "=", "topic.departmentId")
        .whereRef("unitTopic.topicId", "=", "topic.id")
        .select(
          sql<{
            letter: string;
            hue: number;
          } | null>`(array_agg(json_build_object('letter', unit.letter, 'hue', unit.hue) order by unit.id))[1]`.as(
            "strand",
          ),
        )
        .as("strand"),
    ])
    .orderBy("position")
    .execute();
}

export function listStandards(db: Db, departmentId: string) {
  return db
    .selectFrom("standard")
    .select(["id", "parentId", "code", "statement", "studentWording"])
    .where("departmentId", "=", departmentId)
    .where("retiredAt", "is", null)
    .orderBy("position")
    .execute();
}
