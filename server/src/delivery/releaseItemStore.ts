/** SQL for the items of a release. */
import { fewestToCalibrate } from "@verdant/core/insight/rasch";
import { sql, type Selectable } from "kysely";
import type { Db } from "../platform/database.ts";
import type { Tables } from "../platform/tables.ts";

type Of<Table extends keyof Tables, Column extends keyof Selectable<Tables[Table]>> = Selectable<Tables[Table]>[Column];

export interface ReleaseItemRow {
  readonly itemId: string;
  readonly number: number;
  readonly kind: Of<"item", "kind">;
  readonly use: Of<"item", "use">;
  readonly familyId: string;
  readonly topicId: string | null;
  readonly topic: string | null;
  readonly expectedSeconds: number;
  readonly writerDifficulty: number;
  readonly knownAnswers: number | null;
  readonly knownCredit: number | null;
  /** On the scale of all items, where enough answered it. */
  readonly difficulty: number | null;
  readonly revisionId: string;
  readonly content: Of<"itemRevision", "content">;
  readonly stimulusRevisionId: string | null;
  readonly stimulusId: string | null;
  readonly stimulus: Of<"stimulusRevision", "content"> | null;
  readonly placeId: string;
  readonly points: number;
  readonly partId: string;
  readonly partNumber: number;
  readonly heading: string;
  readonly unitId: string | null;
  readonly unit: string | null;
  readonly letter: string | null;
  readonly hue: number | null;
}

/**
 * The items of a release in order, with the content of the revision that was released. What belongs to each is looked up
 * row by row: a plan is made once for all departments, and one that joins sets suits a department of the average size and
 * goes through the whole bank of a large one.
 */
export async function listReleaseItems(db: Db, departmentId: string, releaseId: string): Promise<ReleaseItemRow[]> {
  const { rows } = await sql<ReleaseItemRow>`
    with released as materialized (
      select department_id, place_id, item_id, revision_id, stimulus_revision_id
      from release_item where department_id = ${departmentId} and release_id = ${releaseId}
    )
    select item.id as item_id, item.number, item.kind, item.use, item.family_id, item.topic_id, topic.name as topic,
      item.expected_seconds, item.writer_difficulty, stats.answers as known_answers, stats.credit_sum as known_credit,
      on_scale.difficulty, released.revision_id, revision.content, released.stimulus_revision_id, stimulus.stimulus_id,
      stimulus.content as stimulus, released.place_id, place.points, place.part_id, part.position as part_number,
      part.heading, place.unit_id, unit.name as unit, unit.letter, unit.hue
    from released
    cross join lateral (
      select part_id, position, points, unit_id from release_place
      where department_id = released.department_id and id = released.place_id limit 1
    ) as place
    cross join lateral (
      select position, heading from release_part
      where department_id = released.department_id and id = place.part_id limit 1
    ) as part
    cross join lateral (
      select id, number, kind, use, family_id, topic_id, expected_seconds, writer_difficulty from item
      where department_id = released.department_id and id = released.item_id limit 1
    ) as item
    cross join lateral (
      select content, parameter_id from item_revision
      where department_id = released.department_id and id = released.revision_id limit 1
    ) as revision
    left join lateral (
      select name from topic where department_id = released.department_id and id = item.topic_id limit 1
    ) as topic on true
    left join lateral (
      select name, letter, hue from unit where department_id = released.department_id and id = place.unit_id limit 1
    ) as unit on true
    left join lateral (
      select stimulus_id, content from stimulus_revision
      where department_id = released.department_id and id = released.stimulus_revision_id limit 1
    ) as stimulus on true
    left join lateral (
      select answers, credit_sum from item_stats
      where department_id = released.department_id and item_id = released.item_id limit 1
    ) as stats on true
    left join lateral (
      select difficulty from item_calibration
      where department_id = released.department_id and parameter_id = revision.parameter_id
        and answers >= ${fewestToCalibrate}
      limit 1
    ) as on_scale on true
    order by part.position, place.position`.execute(db);
  return rows;
}
