/** What the filters that were typed into a search mean in this department: values of facets, and conditions on items. */
import type { FacetName } from "@verdant/contract/bank";
import type { SearchProblem } from "@verdant/contract/searchProblem";
import { passesMeasure, readSearch, type SearchFilter } from "@verdant/core/bank/searchNotation";
import { foldedText } from "@verdant/core/foldedText";
import type { Guest, Member, Scope } from "../../platform/scope.ts";
import type { IndexRow } from "../index/indexStore.ts";
import * as store from "./searchMeaningStore.ts";
import { closedValues } from "./searchValues.ts";

export interface Meaning {
  readonly words: string;
  readonly phrases: readonly string[];
  readonly chosen: ReadonlyMap<FacetName, readonly string[]>;
  /** All of these an item must pass. */
  readonly conditions: readonly ((row: IndexRow) => boolean)[];
  readonly meant: readonly Meant[];
}

export interface Meant {
  readonly typed: string;
  /** The facet that it chooses values of; null: it chooses by something else. */
  readonly facet: FacetName | null;
  readonly ids: string[];
  readonly problem: SearchProblem | null;
}

/** Reads `text`; what means nothing here is said, and lets no item through. */
export async function meaningOf(scope: Scope<Member | Guest>, text: string): Promise<Meaning> {
  const { words, phrases, filters, unclear } = readSearch(text);
  const chosen = new Map<FacetName, readonly string[]>();
  const conditions: ((row: IndexRow) => boolean)[] = [];
  const meant: Meant[] = unclear.map(({ typed, why }) => ({
    typed,
    facet: null,
    ids: [],
    problem: problemOf(why, typed),
  }));
  for (const filter of filters) {
    const found = await resolve(scope, filter);
    meant.push({
      typed: filter.typed,
      facet: found.facet ?? null,
      ids: found.facet ? [...(found.ids ?? [])] : [],
      problem: found.problem ?? null,
    });
    if (found.problem !== undefined) conditions.push(() => false);
    else if (found.facet) chosen.set(found.facet, [...(chosen.get(found.facet) ?? []), ...(found.ids ?? [])]);
    else if (found.passes) conditions.push(found.passes);
  }
  return { words, phrases, chosen, conditions, meant };
}

const problemOf = (code: SearchProblem["code"], said: string, choices: string[] = []): SearchProblem => ({
  code,
  said,
  choices,
});

interface Resolved {
  readonly facet?: FacetName;
  readonly ids?: readonly string[];
  readonly passes?: (row: IndexRow) => boolean;
  readonly problem?: SearchProblem;
}

const measures = {
  right: (row: IndexRow) => (row.answers === 0 ? null : (100 * row.creditSum) / row.answers),
  agrees: (row: IndexRow) => row.agreement,
  used: (row: IndexRow) => row.uses,
  seen: (row: IndexRow) => row.students,
  last: (row: IndexRow) => row.lastUsedOn,
} as const;

async function resolve(scope: Scope<Member | Guest>, filter: SearchFilter): Promise<Resolved> {
  if ("comparison" in filter) {
    const measure = measures[filter.name];
    return { passes: (row) => passesMeasure(measure(row), filter.comparison, filter.value) };
  }
  const { db, caller } = scope;
  const { departmentId, personId } = caller;
  const { name, values } = filter;
  const said = values.join(", ");
  switch (name) {
    case "topic":
      return chosenBy("topic", await store.listTopics(db, departmentId), values, problemOf("topicUnknown", said));
    case "standard": {
      const standards = await store.listStandards(db, departmentId);
      return chosenBy("standard", standards, values, problemOf("standardUnknown", said));
    }
    case "tag": {
      const tags = (await store.listTags(db, departmentId)).map((tag) => ({ id: tag, name: tag }));
      return chosenBy("tag", tags, values, problemOf("tagUnknown", said));
    }
    case "by":
    case "given": {
      const people = await store.listPeople(db, departmentId);
      const me = people.map((one) => (one.id === personId ? { ...one, name: "me" } : one));
      const ids =
        said === "others"
          ? people.filter((one) => one.id !== personId).map((one) => one.id)
          : values.flatMap((value) => [...named(me, value), ...named(people, value)].map((one) => one.id));
      if (ids.length === 0) return { problem: problemOf("personUnknown", said) };
      if (name === "by") return { facet: "owner", ids };
      return among(await store.listGivenBy(db, departmentId, ids));
    }
    case "new": {
      const classes = await store.listClasses(db, departmentId);
      const found = values.flatMap((value) => named(classes, value).slice(0, 1));
      if (found.length === 0) return { problem: problemOf("classUnknown", said) };
      const seen = new Set(
        await store.listSeenBy(
          db,
          departmentId,
          found.map((one) => one.id),
        ),
      );
      return { passes: (row) => !seen.has(row.itemId) };
    }
    case "waits":
      if (said !== "me") return { problem: problemOf("onlyMe", said) };
      return among(await store.listWaiting(db, departmentId, personId));
    default: {
      const all = Object.entries(closedValues[name]).map(([id, word]) => ({ id, name: word }));
      const problem = problemOf(
        "noneOf",
        said,
        all.map((one) => one.name),
      );
      return chosenBy(name, all, values, problem);
    }
  }
}

const among = (itemIds: readonly string[]): Resolved => {
  const wanted = new Set(itemIds);
  return { passes: (row) => wanted.has(row.itemId) };
};

interface Named {
  readonly id: string;
  readonly name: string;
}

function chosenBy(
  facet: FacetName,
  all: readonly Named[],
  values: readonly string[],
  problem: SearchProblem,
): Resolved {
  const ids = values.flatMap((value) => named(all, value).map((one) => one.id));
  return ids.length === 0 ? { problem } : { facet, ids: [...new Set(ids)] };
}

/** Those that are called so; else those whose name begins so; else those that hold it. */
function named<T extends Named>(all: readonly T[], value: string): T[] {
  const wanted = foldedText(value);
  const names = all.map((one) => foldedText(one.name));
  for (const fits of [
    (name: string) => name === wanted,
    (name: string) => name.startsWith(wanted),
    (name: string) => name.includes(wanted),
  ]) {
    const found = all.filter((_, i) => fits(names[i] ?? ""));
    if (found.length > 0) return found;
  }
  return [];
}
