/** Finding items: words from PostgreSQL, filters and counts from the bank index, the page's rows from PostgreSQL. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/bank";
import { countFacets, type Facet } from "@verdant/core/bank/facets";
import { headline } from "@verdant/core/richText";
import type { Member, Scope } from "../platform/scope.ts";
import type { DepartmentIndex } from "./bankIndex.ts";
import type { Dictionary } from "./dictionary.ts";
import type { IndexRow } from "./indexStore.ts";
import * as store from "./searchStore.ts";

type List = Result<typeof contract.listItems>;
type Query = Input<typeof contract.listItems>["query"];

const orders: Record<Query["sort"], (a: IndexRow, b: IndexRow) => number> = {
  newest: (a, b) => b.number - a.number,
  oldest: (a, b) => a.number - b.number,
  changed: (a, b) => b.changeSeq - a.changeSeq,
  easiest: (a, b) => a.writerDifficulty - b.writerDifficulty,
  hardest: (a, b) => b.writerDifficulty - a.writerDifficulty,
  quickest: (a, b) => a.expectedSeconds - b.expectedSeconds,
};

const several = <T>(value: T | readonly T[] | undefined): readonly T[] =>
  value === undefined ? [] : Array.isArray(value) ? (value as readonly T[]) : [value as T];

export async function listItems(scope: Scope<Member>, { query }: { readonly query: Query }): Promise<List> {
  const { departmentId } = scope.caller;
  const [tree, { index, words }] = await Promise.all([
    store.listTopicTree(scope.db, departmentId),
    scope.bank
      .of(departmentId)
      .then(async (found) => ({ index: found, words: await wordsIn(scope, found, query.text ?? "") })),
  ]);
  const standardIds = [...several(query.standardId), ...words.standardIds];
  const facets = facetsOf(index, { ...query, standardId: standardIds }, tree.under);
  const { matches, counts } = countFacets(words.among, facets);
  const places = pageOf(index, matches, query);
  const items = await rowsOf(
    scope,
    places.map((place) => index.rows[place]?.itemId ?? ""),
  );
  const [topic, standard, kind, demand, status, use, lacks] = counts as [Int32Array, ...Int32Array[]];
  return {
    items,
    total: matches.length,
    understood: words.understood,
    facets: {
      topic: rolledUp(named(index.topics, topic), tree.above),
      standard: named(index.standards, standard),
      kind: named(index.kinds, kind),
      demand: named(index.demands, demand),
      status: named(index.statuses, status),
      use: named(index.uses, use),
      lacks: named(index.lacks, lacks),
    },
  };
}

function facetsOf(index: DepartmentIndex, query: Query, under: ReadonlyMap<string, readonly string[]>): Facet[] {
  const facet = (column: Facet["column"], dictionary: Dictionary, chosen: readonly string[]): Facet => ({
    column,
    size: dictionary.size,
    wanted: dictionary.flags(chosen),
  });
  const topics = several(query.topicId).flatMap((id) => under.get(id) ?? [id]);
  return [
    facet({ one: index.topic }, index.topics, topics),
    facet({ many: index.standard }, index.standards, several(query.standardId)),
    facet({ one: index.kind }, index.kinds, several(query.kind)),
    facet({ one: index.demand }, index.demands, several(query.demand)),
    facet({ one: index.status }, index.statuses, several(query.status)),
    facet({ one: index.use }, index.uses, several(query.use)),
    facet({ many: index.lack }, index.lacks, several(query.lacks)),
  ];
}

/** One page of the matches in the wanted order. */
function pageOf(index: DepartmentIndex, matches: Int32Array, { sort, after, limit }: Query): number[] {
  const order = index.order(sort, orders[sort]);
  const isMatch = new Uint8Array(index.rows.length);
  for (const place of matches) isMatch[place] = 1;
  const last = after === undefined ? undefined : index.placeOf.get(after);
  const start = last === undefined ? 0 : order.indexOf(last) + 1;
  const page: number[] = [];
  for (let at = start; at < order.length && page.length < limit; at++) {
    const place = order[at] ?? 0;
    if (isMatch[place] === 1) page.push(place);
  }
  return page;
}

const named = (dictionary: Dictionary, counts: Int32Array | undefined) =>
  dictionary.words.flatMap((id, i) => ((counts?.[i] ?? 0) > 0 ? [{ id, count: counts?.[i] ?? 0 }] : []));

/** A topic counts what lies under it; an item has one topic, so nothing counts twice. */
function rolledUp(leaves: { id: string; count: number }[], above: ReadonlyMap<string, readonly string[]>) {
  const sums = new Map<string, number>();
  for (const { id, count } of leaves)
    for (const ancestor of above.get(id) ?? [id]) sums.set(ancestor, (sums.get(ancestor) ?? 0) + count);
  return [...sums].map(([id, count]) => ({ id, count }));
}

interface Words {
  /** By place: 1 where the words match and the item is not archived. */
  readonly among: Uint8Array;
  readonly understood: List["understood"];
  /** Standards whose code was typed. */
  readonly standardIds: readonly string[];
}

async function wordsIn({ db, caller }: Scope<Member>, index: DepartmentIndex, text: string): Promise<Words> {
  const { departmentId } = caller;
  const among = Uint8Array.from(index.rows, (row) => (row.isArchived ? 0 : 1));
  const given = text.trim().split(/\s+/).filter(Boolean);
  const byCode =
    given.length === 0 ? new Map<string, string>() : await store.findStandardsByCode(db, departmentId, given);
  const rest = given.filter((word) => !byCode.has(word.toLowerCase()));
  const standardIds = [...byCode.values()];
  const [, hash, number] = rest.length === 1 ? (/^(#?)(\d{1,9})$/.exec(rest[0] ?? "") ?? []) : [];
  const place = number === undefined ? undefined : index.placeOfNumber.get(Number(number));
  // A number that no item has is a word like any other: a scale, a year.
  if (number !== undefined && (place !== undefined || hash !== "")) {
    return { among: among.map((one, i) => (i === place ? one : 0)), understood: [], standardIds };
  }
  const terms = rest
    .join(" ")
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .slice(0, 12);
  if (terms.length === 0) return { among, understood: [], standardIds };
  const { alternatives, understood } = await store.understand(db, departmentId, terms);
  const matched = new Uint8Array(among.length);
  for (const one of await store.listNumbersWith(db, departmentId, alternatives)) {
    const place = index.placeOfNumber.get(one);
    if (place !== undefined) matched[place] = among[place] ?? 0;
  }
  return { among: matched, understood, standardIds };
}

/** The rows of a list, in the order of `itemIds`. */
export async function rowsOf({ db, caller }: Scope<Member>, itemIds: readonly string[]): Promise<List["items"]> {
  const rows = new Map((await store.listRows(db, caller.departmentId, itemIds)).map((row) => [row.id, row]));
  return itemIds.flatMap((id) => {
    const row = rows.get(id);
    if (!row) return [];
    const { content, standardCodes, changedAt, ...rest } = row;
    return [
      {
        ...rest,
        stem: headline(content.stem),
        standardCodes: standardCodes ?? [],
        changedAt: changedAt.toISOString(),
      },
    ];
  });
}
