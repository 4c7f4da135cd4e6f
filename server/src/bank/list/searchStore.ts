/** SQL for finding items by words. */
import { editDistance } from "@verdant/core/editDistance";
import type { Content } from "@verdant/core/items/kinds";
import { sql } from "kysely";
import type { Db } from "../../platform/database.ts";
import { newestOfItems } from "../../platform/itemRows.ts";

/** Every topic with those under it, and with those above it, itself included in both. */
export async function listTopicTree(db: Db, departmentId: string) {
  const rows = await db
    .selectFrom("topicAncestor")
    .select(["ancestorId", "topicId"])
    .where("departmentId", "=", departmentId)
    .execute();
  const under = new Map<string, string[]>();
  const above = new Map<string, string[]>();
  const add = (map: Map<string, string[]>, key: string, value: string) => {
    const list = map.get(key);
    if (list) list.push(value);
    else map.set(key, [value]);
  };
  for (const { ancestorId, topicId } of rows) {
    add(under, ancestorId, topicId);
    add(above, topicId, ancestorId);
  }
  return { under, above };
}

/** Ids of the standards whose code was typed, by the code in lower case. */
export async function findStandardsByCode(
  db: Db,
  departmentId: string,
  words: readonly string[],
): Promise<Map<string, string>> {
  const codes = words.map((word) => word.toLowerCase());
  const rows = await db
    .selectFrom("standard")
    .select(["id", sql<string>`lower(code)`.as("code")])
    .where("departmentId", "=", departmentId)
    .where(sql<boolean>`lower(code) = any(${codes})`)
    .execute();
  return new Map(rows.map((row) => [row.code, row.id]));
}

/** Standards that equal or overlap one of these. */
export async function listLinkedStandards(
  db: Db,
  departmentId: string,
  standardIds: readonly string[],
): Promise<string[]> {
  if (standardIds.length === 0) return [];
  const { rows } = await sql<{ id: string }>`
    select to_id as id from standard_link
    where department_id = ${departmentId} and from_id = any(${[...standardIds]}::uuid[])
    union
    select from_id from standard_link
    where department_id = ${departmentId} and to_id = any(${[...standardIds]}::uuid[])`.execute(db);
  return rows.map((row) => row.id);
}

/** Per term the words to look for: any of them will do. */
type Alternatives = readonly (readonly string[])[];

interface FoundWords {
  readonly numbers: readonly number[];
  readonly understood: { typed: string; words: string[] }[];
}

/**
 * Numbers of the items that hold all terms and all phrases; the last term may be unfinished. A term that no word of the
 * bank begins with means the words that differ least from it.
 *
 * @param isExact such a term means nothing instead
 */
export async function findWords(
  db: Db,
  departmentId: string,
  terms: readonly string[],
  phrases: readonly string[],
  isExact: boolean,
): Promise<FoundWords> {
  const { meant, numbers } = await lookUp(db, departmentId, terms, phrases);
  const known = meant.map(({ term, near }) => ({ term, words: near === null ? null : nearest(term, near) }));
  const understood = known.flatMap(({ term, words }) => (words === null ? [] : [{ typed: term, words }]));
  if (understood.length === 0 || isExact) return { numbers: numbers ?? [], understood: [] };
  const alternatives = known.map(({ term, words }) => words ?? [term]);
  return { numbers: await listNumbersWith(db, departmentId, alternatives, phrases), understood };
}

/** One statement for both questions: as good as always the terms are words of the bank, and nothing more is asked. */
async function lookUp(db: Db, departmentId: string, terms: readonly string[], phrases: readonly string[]) {
  const { rows } = await sql<{ meant: { term: string; near: string[] | null }[] | null; numbers: number[] | null }>`
    with given as materialized (
      select place, replace(lower(unaccent(term)), '''', '') as term
      from unnest(${[...terms]}::text[]) with ordinality as typed(term, place)
    ), wanted as materialized (
      select to_tsquery('english', string_agg(
        '''' || term || '''' || case when place = ${terms.length} then ':*' else '' end, ' & ' order by place)) as query
      from given
    )
    select
      (select json_agg(json_build_object('term', given.term, 'near', case
        when to_tsquery('english', '''' || given.term || '''')::text = '' then null
        when exists (select 1 from lexeme where department_id = ${departmentId} and word like given.term || '%') then null
        else (
          select array_agg(word) from (
            select word from lexeme
            where department_id = ${departmentId} and word % given.term
            order by similarity(word, given.term) desc, word limit 20
          ) as near)
        end) order by place) from given) as meant,
      (select array_agg(number) from item_search
       where department_id = ${departmentId}
       and ${sql.join([...(terms.length === 0 ? [] : [sql`doc @@ (select query from wanted)`]), ...phrases.map(holds)], sql` and `)}
      ) as numbers`.execute(db);
  return { meant: rows[0]?.meant ?? [], numbers: rows[0]?.numbers ?? null };
}

const holds = (phrase: string) => sql`doc @@ phraseto_tsquery('english', unaccent(${phrase}))`;

/** Of `words` those that need the fewest changes to become `term`, where that is no more than a third of its letters. */
function nearest(term: string, words: readonly string[]): string[] {
  const distances = words.map((word) => editDistance(word, term));
  const least = Math.min(...distances, Math.ceil(term.length / 3));
  return words.filter((_, i) => distances[i] === least).slice(0, 3);
}

async function listNumbersWith(
  db: Db,
  departmentId: string,
  alternatives: Alternatives,
  phrases: readonly string[],
): Promise<number[]> {
  if (alternatives.some((words) => words.length === 0)) return [];
  const query = alternatives
    .map((words, i) => {
      const ending = i === alternatives.length - 1 ? ":*" : "";
      return `(${words.map((word) => `'${word.replaceAll("'", "")}'${ending}`).join(" | ")})`;
    })
    .join(" & ");
  const terms = [sql`doc @@ to_tsquery('english', ${query})`, ...phrases.map(holds)];
  const { rows } = await sql<{ numbers: number[] | null }>`
    select array_agg(number) as numbers from item_search
    where department_id = ${departmentId} and ${sql.join(terms, sql` and `)}`.execute(db);
  return rows[0]?.numbers ?? [];
}

/** How many candidates are compared with one text. */
const mostNear = 40;

/** The words that are looked for: the longest of a text, without those that every text has ("where", "does"). */
const lookedFor = 4;

/**
 * Items that hold two at least of the words that tell most of a text, those that hold all of them first: what is asked
 * in the same words is always among them. Of a text with one such word, the items that hold it.
 *
 * @param besides items that do not count, nor do those of their families
 */
export async function listNear(db: Db, departmentId: string, texts: readonly string[], besides: readonly string[]) {
  const isOther = sql`item_id not in (
    select relative.id from item one
    join item relative on relative.department_id = one.department_id and relative.family_id = one.family_id
    where one.department_id = ${departmentId} and one.id = any(${[...besides]}::uuid[])
  )`;
  const { rows } = await sql<{
    place: number;
    itemId: string;
    number: number;
    use: "practice" | "reserved";
    content: Content;
  }>`
    select asked.place::int as place, item.id as item_id, item.number, item.use, revision.content
    from unnest(${texts}::text[]) with ordinality as asked(words, place)
    cross join lateral (
      select array_agg(quoted order by length(lexeme) desc, lexeme) as list from (
        select lexeme, '''' || replace(replace(lexeme, '\\', '\\\\'), '''', '''''') || '''' as quoted
        from unnest(to_tsvector('english', unaccent(asked.words)))
        order by length(lexeme) desc, lexeme limit ${lookedFor}
      ) as longest
    ) as telling
    cross join lateral (
      select array_to_string(telling.list, ' & ')::tsquery as whole, coalesce(
        (select string_agg('(' || telling.list[i] || ' & ' || telling.list[j] || ')', ' | ')
         from generate_subscripts(telling.list, 1) as i join generate_subscripts(telling.list, 1) as j on i < j),
        telling.list[1]
      )::tsquery as some
    ) as query
    cross join lateral (
      select item_id from (
        (select item_id, 0 as rank from item_search
         where department_id = ${departmentId} and doc @@ query.whole and ${isOther} limit ${mostNear})
        union all
        (select item_id, 1 from item_search
         where department_id = ${departmentId} and doc @@ query.some and ${isOther} limit ${mostNear})
      ) as found
      group by item_id order by min(rank) limit ${mostNear}
    ) as near
    join item on item.department_id = ${departmentId} and item.id = near.item_id and item.archived_at is null
    join item_revision revision on revision.department_id = item.department_id and revision.id = item.latest_revision_id`.execute(
    db,
  );
  return rows;
}

export function listRows(db: Db, departmentId: string, itemIds: readonly string[]) {
  if (itemIds.length === 0) return Promise.resolve([]);
  return (
    newestOfItems(db, departmentId)
      .where("item.id", "in", itemIds)
      .select(["item.id", "item.number", "item.kind", "item.status", "item.changedAt"])
      // Of a whole content, only what a list shows: the rest is most of what would be sent and read.
      .select(sql<Content["stem"]>`revision.content -> 'stem'`.as("stem"))
      .leftJoin("itemStats as stats", (join) =>
        join.onRef("stats.departmentId", "=", "item.departmentId").onRef("stats.itemId", "=", "item.id"),
      )
      .select(["stats.answers", "stats.creditSum", "stats.lastUsedOn"])
      .select([
        "item.label",
        "item.topicId",
        "item.demand",
        "item.use",
        "item.expectedSeconds",
        "item.writerDifficulty",
      ])
      .select((eb) =>
        eb
          .selectFrom("itemStandard")
          .innerJoin("standard", (join) =>
            join
              .onRef("standard.departmentId", "=", "itemStandard.departmentId")
              .onRef("standard.id", "=", "itemStandard.standardId"),
          )
          .whereRef("itemStandard.departmentId", "=", "item.departmentId")
          .whereRef("itemStandard.itemId", "=", "item.id")
          .select(
            sql<
              string[]
            >`coalesce(array_agg(standard.code || case when standard.retired_at is null then '' else ' (withdrawn)' end order by standard.code), '{}')`.as(
              "codes",
            ),
          )
          .as("standardCodes"),
      )
      .execute()
  );
}
