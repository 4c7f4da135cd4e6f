/** SQL for quizzes and their places. */
import { sql, type Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import { oneOf } from "../platform/oneOf.ts";
import { holding } from "../platform/holding.ts";
import type { Tables } from "../platform/tables.ts";
import { stepColumns } from "./stepStore.ts";

/** Puts a quiz in with the department's next number, which it returns. */
export async function insertQuiz(db: Db, quiz: Omit<Insertable<Tables["quiz"]>, "number">): Promise<number> {
  const row = await db
    .with("taken", (qb) =>
      qb
        .updateTable("department")
        .set((eb) => ({ nextQuizNumber: eb("nextQuizNumber", "+", 1) }))
        .where("id", "=", quiz.departmentId)
        .returning("nextQuizNumber"),
    )
    .insertInto("quiz")
    .values((eb) => ({
      ...quiz,
      number: eb.selectFrom("taken").select((taken) => taken("nextQuizNumber", "-", 1).as("number")),
    }))
    .returning("number")
    .executeTakeFirstOrThrow();
  return row.number;
}

export function findQuiz(db: Db, departmentId: string, quizId: string) {
  return db
    .selectFrom("quiz")
    .select(["id", "number", "name", "version", "classId", "blueprint", "seed"])
    .select(stepColumns)
    .where("departmentId", "=", departmentId)
    .where("id", "=", quizId)
    .where("archivedAt", "is", null)
    .executeTakeFirst();
}

export function listParts(db: Db, departmentId: string, quizId: string) {
  return db
    .selectFrom("quizPart")
    .select(["id", "heading", "instruction", "orderRule"])
    .where("departmentId", "=", departmentId)
    .where("quizId", "=", quizId)
    .orderBy("position")
    .execute();
}

/** Places of all types in order; of a fixed one also the item as it is now. */
export function listPlaces(db: Db, departmentId: string, quizId: string) {
  return db
    .selectFrom("quizPlace as place")
    .innerJoin("quizPart as part", (join) =>
      join.onRef("part.departmentId", "=", "place.departmentId").onRef("part.id", "=", "place.partId"),
    )
    .leftJoin("unit", (join) =>
      join.onRef("unit.departmentId", "=", "place.departmentId").onRef("unit.id", "=", "place.unitId"),
    )
    .where("place.departmentId", "=", departmentId)
    .where("part.quizId", "=", quizId)
    .select(["place.id", "place.partId", "place.kind", "place.itemId", "place.unitId", "place.seenRevisionId"])
    .select(["place.points", "place.locked", "place.take", "place.text"])
    .select(["unit.name as unit", "unit.letter", "unit.hue"])
    .orderBy("part.position")
    .orderBy("place.position")
    .execute();
}

/** Places of a quiz in order, with what an order is judged by; of a part without places one row with none. */
export function listPlaceStrands(db: Db, departmentId: string, quizId: string) {
  return db
    .selectFrom("quiz")
    .innerJoin("quizPart as part", (join) =>
      join.onRef("part.departmentId", "=", "quiz.departmentId").onRef("part.quizId", "=", "quiz.id"),
    )
    .leftJoin("quizPlace as place", (join) =>
      join.onRef("place.departmentId", "=", "part.departmentId").onRef("place.partId", "=", "part.id"),
    )
    .leftJoin("item", (join) =>
      join.onRef("item.departmentId", "=", "place.departmentId").onRef("item.id", "=", "place.itemId"),
    )
    .leftJoinLateral(
      (eb) =>
        eb
          .selectFrom("topicAncestor")
          .innerJoin("unitTopic", (join) =>
            join
              .onRef("unitTopic.departmentId", "=", "topicAncestor.departmentId")
              .onRef("unitTopic.topicId", "=", "topicAncestor.ancestorId"),
          )
          .select(["unitTopic.topicId", "unitTopic.unitId"])
          .whereRef("topicAncestor.departmentId", "=", "item.departmentId")
          .whereRef("topicAncestor.topicId", "=", "item.topicId")
          .whereRef("unitTopic.courseId", "=", "quiz.courseId")
          .orderBy("topicAncestor.depth")
          .limit(1)
          .as("listed"),
      (join) => join.onTrue(),
    )
    .where("quiz.departmentId", "=", departmentId)
    .where("quiz.id", "=", quizId)
    .where("quiz.archivedAt", "is", null)
    .select(["part.id as partId", "place.id", "place.itemId", "item.topicId", "item.stimulusId", "item.kind"])
    .select(["item.writerDifficulty", "listed.topicId as listedId", "listed.unitId"])
    .orderBy("part.position")
    .orderBy("place.position")
    .execute();
}

/** Numbers the places of each part in this order. */
export async function setPositions(db: Db, departmentId: string, parts: readonly (readonly string[])[]): Promise<void> {
  const places = parts.flatMap((ids) => ids.map((id, i) => ({ id, position: i + 1 })));
  await sql`
    update quiz_place set position = moved.position
    from jsonb_to_recordset(${JSON.stringify(places)}::jsonb) as moved (id uuid, position int)
    where quiz_place.department_id = ${departmentId} and quiz_place.id = moved.id
      and quiz_place.position <> moved.position`.execute(db);
}

/** Items of the pools of a quiz's draws. */
export function listPools(db: Db, departmentId: string, quizId: string) {
  return db
    .selectFrom("quizPoolItem as pool")
    .innerJoin("quizPlace as place", (join) =>
      join.onRef("place.departmentId", "=", "pool.departmentId").onRef("place.id", "=", "pool.placeId"),
    )
    .innerJoin("quizPart as part", (join) =>
      join.onRef("part.departmentId", "=", "place.departmentId").onRef("part.id", "=", "place.partId"),
    )
    .where("pool.departmentId", "=", departmentId)
    .where("part.quizId", "=", quizId)
    .select(["pool.placeId", "pool.itemId"])
    .execute();
}

/** Items with the revision that a quiz would give: the approved one, or the latest where there is none. */
export function listItemsById(db: Db, departmentId: string, itemIds: readonly string[]) {
  if (itemIds.length === 0) return Promise.resolve([]);
  return db
    .selectFrom("item")
    .innerJoin("itemRevision as revision", (join) =>
      join
        .onRef("revision.departmentId", "=", "item.departmentId")
        .on("revision.id", "=", (eb) => eb.fn.coalesce("item.approvedRevisionId", "item.latestRevisionId")),
    )
    .leftJoin("topic", (join) =>
      join.onRef("topic.departmentId", "=", "item.departmentId").onRef("topic.id", "=", "item.topicId"),
    )
    .leftJoin("stimulus", (join) =>
      join.onRef("stimulus.departmentId", "=", "item.departmentId").onRef("stimulus.id", "=", "item.stimulusId"),
    )
    .where("item.departmentId", "=", departmentId)
    .where(oneOf("item.id", itemIds))
    .select(["item.id", "item.number", "item.kind", "item.label", "item.familyId", "item.topicId", "item.status"])
    .select(["item.expectedSeconds", "item.writerDifficulty", "item.demand", "item.approvedRevisionId", "item.points"])
    .select(["revision.id as revisionId", "revision.content", "topic.name as topic"])
    .select(["item.stimulusId", "item.ownerId", "stimulus.latestRevisionId as stimulusRevisionId"])
    .execute();
}

/** Moves the quiz from `version` to the next; undefined when it is no longer at `version`. */
export function updateQuiz(
  db: Db,
  key: { departmentId: string; quizId: string; version: number },
  change: { name?: string; blueprint?: string; seed?: string },
) {
  return db
    .updateTable("quiz")
    .set(change)
    .set((eb) => ({ version: eb("version", "+", 1) }))
    .where("departmentId", "=", key.departmentId)
    .where("id", "=", key.quizId)
    .where("version", "=", key.version)
    .returning("version")
    .executeTakeFirst();
}

/** Puts parts and places in place of all that a quiz has; each part and place by a new id. */
export async function replaceLayout(
  db: Db,
  departmentId: string,
  quizId: string,
  laid: {
    readonly parts: readonly Omit<Insertable<Tables["quizPart"]>, "departmentId" | "quizId">[];
    readonly places: readonly Omit<Insertable<Tables["quizPlace"]>, "departmentId" | "pool">[];
    readonly pools: readonly Omit<Insertable<Tables["quizPoolItem"]>, "departmentId">[];
  },
): Promise<void> {
  const rows = (list: readonly unknown[]) => sql`jsonb_to_recordset(${JSON.stringify(list)}::jsonb)`;
  await sql`
    with gone_parts as (
      delete from quiz_part where department_id = ${departmentId} and quiz_id = ${quizId} returning id),
    gone_places as (
      delete from quiz_place using gone_parts
      where quiz_place.department_id = ${departmentId} and quiz_place.part_id = gone_parts.id),
    parts as (
      insert into quiz_part (department_id, quiz_id, id, position, heading, instruction, order_rule)
      select ${departmentId}, ${quizId}, part.* from ${rows(laid.parts)} as part
        (id uuid, position int, heading text, instruction jsonb, "orderRule" text)),
    places as (
      insert into quiz_place
        (department_id, id, part_id, position, kind, item_id, seen_revision_id, unit_id, points, locked, take, text)
      select ${departmentId}, place.* from ${rows(laid.places)} as place
        (id uuid, "partId" uuid, position int, kind text, "itemId" uuid, "seenRevisionId" uuid, "unitId" uuid,
         points numeric, locked boolean, take int, text jsonb))
    insert into quiz_pool_item (department_id, place_id, item_id)
    select ${departmentId}, pool.* from ${rows(laid.pools)} as pool ("placeId" uuid, "itemId" uuid)`.execute(db);
}

/** The last day on which each item met anybody of the class. */
export async function listLastUse(db: Db, departmentId: string, classId: string): Promise<Map<string, string>> {
  const rows = await db
    .selectFrom("exposure")
    .where("departmentId", "=", departmentId)
    .where("classId", "=", classId)
    .groupBy("itemId")
    .select(["itemId"])
    .select((eb) => eb.fn.max("on").as("on"))
    .execute();
  return new Map(rows.map((row) => [row.itemId, row.on]));
}

export function listReleasesOf(db: Db, departmentId: string, quizId: string) {
  return db
    .selectFrom("release")
    .select(["id", "releasedAt"])
    .where("departmentId", "=", departmentId)
    .where("quizId", "=", quizId)
    .orderBy("releasedAt", "desc")
    .execute();
}

export interface QuizFilter {
  readonly itemId?: string | undefined;
  readonly classId?: string | undefined;
  /** Not released yet, or released at least once. */
  readonly state?: "waiting" | "released" | undefined;
  readonly text?: string | undefined;
}

/** Those that stand, and of them those that the filter lets through. */
const standing = (db: Db, departmentId: string, { itemId, classId, state, text }: QuizFilter) =>
  db
    .selectFrom("quiz")
    .innerJoin("class", (join) =>
      join.onRef("class.departmentId", "=", "quiz.departmentId").onRef("class.id", "=", "quiz.classId"),
    )
    .where("quiz.departmentId", "=", departmentId)
    .where("quiz.archivedAt", "is", null)
    .$if(classId !== undefined, (query) => query.where("quiz.classId", "=", classId ?? ""))
    .$if(state !== undefined, (query) =>
      query.where(
        sql<boolean>`${state === "released"} = exists (
          select 1 from release where release.department_id = quiz.department_id and release.quiz_id = quiz.id)`,
      ),
    )
    .$if(text !== undefined && text !== "", (query) =>
      query.where(
        sql<boolean>`(unaccent(quiz.name) ilike unaccent(${holding(text ?? "")}) or quiz.number::text = ${(text ?? "").replace(/^#/, "")})`,
      ),
    )
    .$if(itemId !== undefined, (query) =>
      query.where(
        sql<boolean>`exists (
          select 1 from quiz_place place
          join quiz_part part on part.department_id = place.department_id and part.id = place.part_id
          left join quiz_pool_item pool on pool.department_id = place.department_id and pool.place_id = place.id
          where part.department_id = quiz.department_id and part.quiz_id = quiz.id
            and ${itemId ?? null} in (place.item_id, pool.item_id))`,
      ),
    );

export async function countQuizzes(db: Db, departmentId: string, filter: QuizFilter): Promise<number> {
  const row = await standing(db, departmentId, filter)
    .select((eb) => eb.cast<number>(eb.fn.countAll(), "integer").as("n"))
    .executeTakeFirstOrThrow();
  return row.n;
}

/** The units of the questions of quizzes, in order; of what is drawn as often as it is taken. */
export async function listStrands(db: Db, departmentId: string, quizIds: readonly string[]) {
  const { rows } = await sql<{ quizId: string; unitId: string; name: string; letter: string; hue: number }>`
    select part.quiz_id, unit.id as unit_id, unit.name, unit.letter, unit.hue
    from quiz_part part
    join quiz_place place on place.department_id = part.department_id and place.part_id = part.id
    join unit on unit.department_id = place.department_id and unit.id = place.unit_id,
      lateral generate_series(1, case place.kind when 'draw' then place.take else 1 end)
    where part.department_id = ${departmentId} and part.quiz_id = any(${[...quizIds]}::uuid[])
    order by part.quiz_id, part.position, place.position`.execute(db);
  return rows;
}

/** A page of quizzes, the newest or the oldest first. */
export function listQuizzes(
  db: Db,
  departmentId: string,
  filter: QuizFilter,
  { after, limit, order }: { after: number | undefined; limit: number; order: "newest" | "oldest" },
) {
  return standing(db, departmentId, filter)
    .$if(after !== undefined, (query) => query.where("quiz.number", order === "newest" ? "<" : ">", after ?? 0))
    .leftJoinLateral(
      (eb) =>
        eb
          .selectFrom("release")
          .whereRef("release.departmentId", "=", "quiz.departmentId")
          .whereRef("release.quizId", "=", "quiz.id")
          .select(["id as releaseId", "releasedAt"])
          .orderBy("releasedAt", "desc")
          .limit(1)
          .as("newest"),
      (join) => join.onTrue(),
    )
    .select([
      "quiz.id",
      "quiz.number",
      "quiz.name",
      "quiz.createdAt",
      "class.id as classId",
      "class.name as className",
      "newest.releaseId",
      "newest.releasedAt",
    ])
    .select((eb) =>
      eb
        .selectFrom("quizPlace")
        .innerJoin("quizPart", (join) =>
          join
            .onRef("quizPart.departmentId", "=", "quizPlace.departmentId")
            .onRef("quizPart.id", "=", "quizPlace.partId"),
        )
        .whereRef("quizPart.departmentId", "=", "quiz.departmentId")
        .whereRef("quizPart.quizId", "=", "quiz.id")
        .select(
          sql<number>`coalesce(sum(case quiz_place.kind when 'fixed' then 1 when 'draw' then take else 0 end), 0)::int`.as(
            "n",
          ),
        )
        .as("questions"),
    )
    .orderBy("quiz.number", order === "newest" ? "desc" : "asc")
    .limit(limit)
    .execute();
}

export function findQuizzes(db: Db, departmentId: string, text: string, limit: number) {
  return db
    .selectFrom("quiz")
    .innerJoin("class", (join) =>
      join.onRef("class.departmentId", "=", "quiz.departmentId").onRef("class.id", "=", "quiz.classId"),
    )
    .where("quiz.departmentId", "=", departmentId)
    .where("quiz.archivedAt", "is", null)
    .where((eb) =>
      eb.or([
        eb("quiz.name", "ilike", holding(text)),
        ...(/^\d{1,9}$/.test(text) ? [eb("quiz.number", "=", Number(text))] : []),
      ]),
    )
    .select(["quiz.id", "quiz.number", "quiz.name", "class.name as className"])
    .orderBy("quiz.createdAt", "desc")
    .limit(limit)
    .execute();
}

export async function lockVersion(db: Db, departmentId: string, quizId: string): Promise<number | null> {
  const row = await db
    .selectFrom("quiz")
    .select("version")
    .where("departmentId", "=", departmentId)
    .where("id", "=", quizId)
    .forShare()
    .executeTakeFirst();
  return row?.version ?? null;
}
