/** Finding in a bank of 1,000, 10,000 and 100,000 made-up items, beside one SQL statement that gives the same answer. */
import { sql } from "kysely";
import { randomFrom } from "../core/src/random.ts";
import { findLikeItems, listItems } from "../server/src/bank/service.ts";
import { changeItems, undoChange } from "../server/src/bank/list/bulk.ts";
import { openInstallation, type BenchInstallation } from "./installation.ts";
import type { Measure } from "./main.ts";
import { p95 } from "./median.ts";

const runs = 60;
const words = "river bank";

export async function bankSearch(): Promise<Measure[]> {
  const bench = await openInstallation();
  const root = await bench.db.selectFrom("topic").select("id").where("name", "=", "Rivers").executeTakeFirstOrThrow();
  const measures: Measure[] = [];
  let filled = 0;
  for (const [name, size] of [
    ["bank-search-1k", 1_000],
    ["bank-search-10k", 10_000],
    ["bank-search-100k", 100_000],
  ] as const) {
    await fill(bench, filled, size);
    filled = size;
    measures.push(await measure(bench, name, root.id));
  }
  measures.push(await withFilters(bench));
  measures.push(await similar(bench));
  measures.push(...(await bulk(bench)));
  await bench.close();
  return measures;
}

/** What is very like an item, in the bank of 100,000: one question at a time, as while it is typed. */
async function similar(bench: BenchInstallation): Promise<Measure> {
  const rows = await bench.db.selectFrom("itemRevision").select("content").limit(40).execute();
  const times: number[] = [];
  for (const { content } of rows) {
    const start = performance.now();
    await findLikeItems(bench.lead, { body: { contents: [content], besides: [] } });
    times.push(performance.now() - start);
  }
  return {
    name: "similar-100k",
    value: p95(times),
    unit: "ms p95",
    target: "at most 150",
    note: "40 items, one at a time",
  };
}

/** Words with a slip, a phrase, and filters that were typed, of every sort that is worked out in another way. */
async function withFilters(bench: BenchInstallation): Promise<Measure> {
  const times: number[] = [];
  for (let run = 0; run < runs; run++) {
    const start = performance.now();
    await listItems(bench.lead, {
      query: {
        text: "rivr topic:rivers kind:one by:me given:others new:8B right>10 last>2020-01-01 use:practice",
        sort: "hardest",
        limit: 60,
      },
    });
    times.push(performance.now() - start);
  }
  return {
    name: "bank-filters-100k",
    value: p95(times),
    unit: "ms p95",
    target: "at most 150",
    note: `a misspelt word and eight typed filters; ${String(runs)} runs`,
  };
}

/** 5,000 items changed together in four ways, and taken back; beside one bare update of as many. */
async function bulk(bench: BenchInstallation): Promise<Measure[]> {
  const { rows } = await sql<{ id: string }>`
    select id from item where department_id = ${bench.departmentId} order by number desc limit 5000`.execute(bench.db);
  const itemIds = rows.map((row) => row.id);
  const start = performance.now();
  const { batchId } = await changeItems(bench.lead, {
    body: {
      which: { itemIds },
      change: { demand: "reason", addTags: ["moved"], expectedSeconds: 60, family: "apart" },
    },
  });
  const changed = performance.now();
  await undoChange(bench.lead, { params: { batchId } });
  const undone = performance.now();
  await sql`update item set expected_seconds = expected_seconds + 1 where id = any(${itemIds}::uuid[])`.execute(
    bench.db,
  );
  const bare = performance.now() - undone;
  const shared = { unit: "ms", baseline: Math.round(bare), target: "at most 3000" };
  const note = "with history of each; the baseline is one bare update of the same rows";
  return [
    { name: "bulk-5k", value: changed - start, ratio: (changed - start) / bare, ...shared, note },
    { name: "bulk-5k-undo", value: undone - changed, ratio: (undone - changed) / bare, ...shared, note },
  ];
}

async function measure(bench: BenchInstallation, name: string, topicId: string): Promise<Measure> {
  const ours = async () => {
    const found = await listItems(bench.lead, {
      query: { text: words, topicId: [topicId], kind: ["oneRightAnswer"], sort: "newest", limit: 60 },
    });
    return found.total;
  };
  const bare = () => bySql(bench, topicId);
  const [total, same] = [await ours(), await bare()];
  if (total !== same) throw new Error(`the list finds ${String(total)} items, SQL ${String(same)}`);
  const times: { ours: number[]; bare: number[] } = { ours: [], bare: [] };
  for (let run = 0; run < runs; run++)
    for (const [key, work] of [
      ["ours", ours],
      ["bare", bare],
    ] as const) {
      const start = performance.now();
      await work();
      times[key].push(performance.now() - start);
    }
  const [value, baseline] = [p95(times.ours), p95(times.bare)];
  return {
    name,
    value,
    unit: "ms p95",
    baseline: Math.round(baseline * 10) / 10,
    ratio: value / baseline,
    target: "at most 150 for 100k, and below the SQL",
    note: `two words, a topic with what lies under it, a kind, six facets, first page of ${String(total)} found; ${String(runs)} runs each, in turn`,
  };
}

/** Copies the demo's items with words drawn from theirs, so that common words are common and rare ones rare. */
export async function fill({ db, departmentId }: BenchInstallation, from: number, to: number): Promise<void> {
  const { rows: vocabulary } = await sql<{ word: string }>`
    select word from item_search, lateral unnest(tsvector_to_array(doc)) as word
    where department_id = ${departmentId} and number < 1000 order by number, word`.execute(db);
  const next = randomFrom(`bank of ${String(to)}`);
  const texts = Array.from({ length: to - from }, (_, i) =>
    Array.from({ length: 14 + (i % 5) }, () => vocabulary[Math.floor(next() * vocabulary.length)]?.word).join(" "),
  );
  await db.transaction().execute(async (tx) => {
    await sql`
      create temporary table made on commit drop as
      with pattern as (
        select id, row_number() over (order by number) - 1 as at, count(*) over () as amount from item
        where department_id = ${departmentId} and number < 1000 and approved_revision_id is not null
      )
      select gen_random_uuid() as item_id, gen_random_uuid() as revision_id, (1000 + ${from}::int + n)::int as number,
        pattern.id as pattern_id, words
      from unnest(${texts}::text[]) with ordinality as given (words, n) join pattern on at = n % amount`.execute(tx);
    await sql`
      insert into item select copy.* from made join item on item.id = made.pattern_id,
      lateral jsonb_populate_record(null::item, to_jsonb(item) || jsonb_build_object(
        'id', made.item_id, 'number', made.number, 'origin', null, 'twin_id', null,
        'latest_revision_id', null, 'approved_revision_id', null, 'change_seq', 100000 + made.number)) as copy`.execute(
      tx,
    );
    await sql`
      insert into item_revision select copy.* from made join item on item.id = made.pattern_id
      join item_revision as revision on revision.id = item.approved_revision_id,
      lateral jsonb_populate_record(null::item_revision, to_jsonb(revision) ||
        jsonb_build_object('id', made.revision_id, 'item_id', made.item_id, 'n', 1)) as copy`.execute(tx);
    await sql`update item set latest_revision_id = revision_id, approved_revision_id = revision_id
      from made where item.id = made.item_id`.execute(tx);
    await sql`
      insert into item_standard (department_id, item_id, standard_id)
      select department_id, made.item_id, standard_id from made join item_standard on item_standard.item_id = pattern_id`.execute(
      tx,
    );
    await sql`
      insert into item_search (department_id, item_id, number, doc)
      select ${departmentId}::uuid, item_id, number, to_tsvector('english', words) from made`.execute(tx);
    await sql`update department set bank_version = ${101_000 + to} where id = ${departmentId}`.execute(tx);
  });
  for (const table of ["item", "item_revision", "item_search", "item_standard"])
    await sql.raw(`vacuum analyze ${table}`).execute(db);
}

/** All in one statement: what the words match once, each facet under the other's filter, and the first page. */
async function bySql({ db, departmentId }: BenchInstallation, topicId: string): Promise<number> {
  const { rows } = await sql<{ facet: string; amount: number }>`
    with recursive under as (
      select id from topic where department_id = ${departmentId} and id = ${topicId}
      union all select topic.id from topic join under on topic.parent_id = under.id
    ), hit as materialized (
      select item.id, item.number, item.topic_id, item.kind, item.demand, item.status, item.use,
        item.topic_id in (select id from under) as in_topic, item.kind = 'oneRightAnswer' as in_kind
      from item_search as search join item on item.id = search.item_id
      where search.department_id = ${departmentId} and item.archived_at is null
        and doc @@ to_tsquery('english', 'river & bank:*')
    ), page as (
      select hit.id, revision.content from hit join item on item.id = hit.id
      join item_revision as revision on revision.id = item.latest_revision_id
      where in_topic and in_kind order by hit.number desc limit 60
    )
    select 'total' as facet, null as value, count(*)::int as amount from hit where in_topic and in_kind
    union all select 'topic', topic_id::text, count(*)::int from hit where in_kind group by 2
    union all select 'kind', kind, count(*)::int from hit where in_topic group by 2
    union all select 'demand', demand, count(*)::int from hit where in_topic and in_kind group by 2
    union all select 'status', status, count(*)::int from hit where in_topic and in_kind group by 2
    union all select 'use', use, count(*)::int from hit where in_topic and in_kind group by 2
    union all select 'standard', standard_id::text, count(*)::int from hit join item_standard on item_id = hit.id
      where in_topic and in_kind group by 2
    union all select 'page', content::text, 0 from page`.execute(db);
  return rows.find((row) => row.facet === "total")?.amount ?? 0;
}
