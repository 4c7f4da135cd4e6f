/** Finding items: words from PostgreSQL, filters and counts from the bank index, the page's rows from PostgreSQL. */
import type { Input, Result } from "@verdant/contract/endpoint";
import { facetNames, type FacetName } from "@verdant/contract/bank";
import type * as contract from "@verdant/contract/bank";
import { countFacets, type Facet } from "@verdant/core/bank/facets";
import { shareOf } from "@verdant/core/insight/wilson";
import { headline } from "@verdant/core/richText";
import type { Guest, Member, Scope, OpenScope } from "../../platform/scope.ts";
import { indexOf, type DepartmentIndex } from "../index/bankIndex.ts";
import type { Dictionary } from "../index/dictionary.ts";
import type { IndexRow } from "../index/indexStore.ts";
import { meaningOf, type Meaning } from "./searchMeaning.ts";
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

/** Where items may be looked for: words and filters, without order and page. */
type Filter = Omit<Query, "sort" | "from" | "limit">;

/** @param within ids of the items that the caller may see; absent: all. What lies outside gives no hint either. */
async function findMatches(scope: OpenScope<Member | Guest>, filter: Filter, within?: ReadonlySet<string>) {
  const { departmentId } = scope.caller;
  const meaning = await meaningOf(scope, filter.text ?? "");
  const given = meaning.words.trim().split(/\s+/).filter(Boolean);
  // Side by side, though what is no word but a code or a number makes looking for words in vain: few type those.
  const look = (typed: readonly string[]) => lookFor(scope, typed, meaning.phrases, within !== undefined);
  const [tree, index, byCode, found] = await Promise.all([
    store.listTopicTree(scope.db, departmentId),
    indexOf(scope, departmentId),
    given.length === 0 ? new Map<string, string>() : store.findStandardsByCode(scope.db, departmentId, given),
    look(given),
  ]);
  const rest = given.filter((word) => !byCode.has(word.toLowerCase()));
  const words = wordsIn(
    index,
    meaning,
    rest,
    byCode.size === 0 ? found : await look(rest),
    [...byCode.values()],
    within,
  );
  const typed = chosenIn(filter, meaning, words.standardIds);
  // An item that was tagged in one framework is found by what another asks for.
  const linked = await store.listLinkedStandards(scope.db, departmentId, typed.standard);
  const chosen = { ...typed, standard: [...typed.standard, ...linked] };
  return { tree, index, words, meaning, chosen, ...countFacets(words.among, facetsOf(index, chosen, tree.under)) };
}

/** The ids of all items that match, in no order. */
export async function listMatchingIds(scope: OpenScope<Member>, filter: Filter): Promise<string[]> {
  const { index, matches } = await findMatches(scope, filter);
  return Array.from(matches, (place) => index.rows[place]?.itemId ?? "");
}

export const listItems = (scope: OpenScope<Member>, { query }: { readonly query: Query }): Promise<List> =>
  listWithin(scope, query);

export async function listWithin(
  scope: OpenScope<Member | Guest>,
  query: Query,
  within?: ReadonlySet<string>,
): Promise<List> {
  const { tree, index, words, meaning, chosen, matches, counts } = await findMatches(scope, query, within);
  const places = pageOf(index, matches, query);
  const items = await rowsOf(
    scope,
    places.map((place) => index.rows[place]?.itemId ?? ""),
  );
  const named = Object.fromEntries(
    facetNames.map((name, i) => [name, namedCounts(dictionariesOf(index)[name], counts[i])]),
  ) as Record<FacetName, { id: string; count: number }[]>;
  return {
    items,
    total: matches.length,
    understood: words.understood,
    meant: [...meaning.meant],
    facets: {
      ...named,
      topic: rolledUp(named.topic, tree.above),
      tag: mostFrequent(named.tag, chosen.tag),
    },
  };
}

type Chosen = Record<FacetName, readonly string[]>;

/** What was clicked and what was typed, facet by facet. */
function chosenIn(query: Filter, { chosen }: Meaning, standardIds: readonly string[]): Chosen {
  const clicked: Chosen = {
    topic: several(query.topicId),
    standard: [...several(query.standardId), ...standardIds],
    kind: several(query.kind),
    demand: several(query.demand),
    status: several(query.status),
    use: several(query.use),
    lacks: several(query.lacks),
    owner: several(query.ownerId),
    tag: several(query.tag),
    language: several(query.language),
    went: several(query.went),
    used: several(query.used),
  };
  return Object.fromEntries(facetNames.map((name) => [name, [...clicked[name], ...(chosen.get(name) ?? [])]])) as never;
}

const dictionariesOf = (index: DepartmentIndex): Record<FacetName, Dictionary> => ({
  topic: index.topics,
  standard: index.standards,
  kind: index.kinds,
  demand: index.demands,
  status: index.statuses,
  use: index.uses,
  lacks: index.lacks,
  owner: index.owners,
  tag: index.tags,
  language: index.languages,
  went: index.wents,
  used: index.useds,
});

const columnsOf = (index: DepartmentIndex): Record<FacetName, Facet["column"]> => ({
  topic: { one: index.topic },
  standard: { many: index.standard },
  kind: { one: index.kind },
  demand: { one: index.demand },
  status: { one: index.status },
  use: { one: index.use },
  lacks: { many: index.lack },
  owner: { one: index.owner },
  tag: { many: index.tag },
  language: { one: index.language },
  went: { one: index.went },
  used: { one: index.used },
});

function facetsOf(index: DepartmentIndex, chosen: Chosen, under: ReadonlyMap<string, readonly string[]>): Facet[] {
  const [dictionaries, columns] = [dictionariesOf(index), columnsOf(index)];
  return facetNames.map((name) => {
    const dictionary = dictionaries[name];
    const ids = name === "topic" ? chosen.topic.flatMap((id) => under.get(id) ?? [id]) : chosen[name];
    return { column: columns[name], size: dictionary.size, wanted: dictionary.flags(ids) };
  });
}

/** One page of the matches in the wanted order. */
function pageOf(index: DepartmentIndex, matches: Int32Array, { sort, from = 0, limit }: Query): number[] {
  const isMatch = new Uint8Array(index.rows.length);
  for (const place of matches) isMatch[place] = 1;
  const page: number[] = [];
  let before = 0;
  for (const place of index.order(sort, orders[sort])) {
    if (page.length >= limit) break;
    if (isMatch[place] === 1 && before++ >= from) page.push(place);
  }
  return page;
}

const namedCounts = (dictionary: Dictionary, counts: Int32Array | undefined) =>
  dictionary.words.flatMap((id, i) => ((counts?.[i] ?? 0) > 0 ? [{ id, count: counts?.[i] ?? 0 }] : []));

/** A department may have thousands of tags; a list shows those that most items have, and what was chosen. */
const tagsShown = 200;

const mostFrequent = (tags: { id: string; count: number }[], chosen: readonly string[]) =>
  tags
    .sort((a, b) => Number(chosen.includes(b.id)) - Number(chosen.includes(a.id)) || b.count - a.count)
    .slice(0, tagsShown);

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

/**
 * The items that hold what was typed; null: nothing that is a word was.
 *
 * @param isExact a word that is offered instead could come from an item that the caller may not see
 */
async function lookFor(
  { db, caller }: Scope<Member | Guest>,
  typed: readonly string[],
  phrases: readonly string[],
  isExact: boolean,
) {
  const terms = typed
    .join(" ")
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .slice(0, 12);
  if (terms.length === 0 && phrases.length === 0) return null;
  return store.findWords(db, caller.departmentId, terms, phrases, isExact);
}

function wordsIn(
  index: DepartmentIndex,
  { conditions }: Meaning,
  typed: readonly string[],
  found: Awaited<ReturnType<typeof lookFor>>,
  standardIds: readonly string[],
  within: ReadonlySet<string> | undefined,
): Words {
  const among = Uint8Array.from(index.rows, (row) =>
    row.isArchived || within?.has(row.itemId) === false || !conditions.every((passes) => passes(row)) ? 0 : 1,
  );
  const [, hash, number] = typed.length === 1 ? (/^(#?)(\d{1,9})$/.exec(typed[0] ?? "") ?? []) : [];
  const place = number === undefined ? undefined : index.placeOfNumber[Number(number)];
  // A number that no item has is a word like any other: a scale, a year.
  if (number !== undefined && (place !== undefined || hash !== "")) {
    return { among: among.map((one, i) => (i === place ? one : 0)), understood: [], standardIds };
  }
  if (!found) return { among, understood: [], standardIds };
  const matched = new Uint8Array(among.length);
  for (const one of found.numbers) {
    const at = index.placeOfNumber[one];
    if (at !== undefined) matched[at] = among[at] ?? 0;
  }
  return { among: matched, understood: found.understood, standardIds };
}

/** The rows of a list, in the order of `itemIds`. */
export async function rowsOf(
  { db, caller }: Scope<Member | Guest>,
  itemIds: readonly string[],
): Promise<List["items"]> {
  const rows = new Map((await store.listRows(db, caller.departmentId, itemIds)).map((row) => [row.id, row]));
  return itemIds.flatMap((id) => {
    const row = rows.get(id);
    if (!row) return [];
    const { stem, standardCodes, changedAt, answers, creditSum, ...rest } = row;
    return [
      {
        ...rest,
        stem: headline(stem),
        standardCodes: standardCodes ?? [],
        changedAt: changedAt.toISOString(),
        facility: shareOf(creditSum ?? 0, answers ?? 0),
      },
    ];
  });
}
