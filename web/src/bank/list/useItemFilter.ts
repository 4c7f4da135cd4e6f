/** What the bank shows, as the address says it: words, facets, sort and the chosen item. A link reopens the same view. */
import { facetNames, itemSorts, type FacetName } from "@verdant/contract/bank";
import { useDeferredValue, useMemo } from "react";
import { useAddress } from "../../platform/useAddress.ts";

export function useItemFilter() {
  const [search, change] = useAddress();
  const text = search.get("text") ?? "";
  const deferredText = useDeferredValue(text);
  const given = search.get("sort");
  const sort = itemSorts.find((one) => one === given) ?? "newest";
  const chosen = useMemo(
    () => Object.fromEntries(facetNames.map((name) => [name, search.getAll(name)])) as Record<FacetName, string[]>,
    [search],
  );
  const address = useMemo(() => addressOf(search), [search]);
  return {
    text,
    /** What makes this view, without the item that is open; null: everything. */
    address,
    sort,
    chosen,
    itemId: search.get("item"),
    isFiltered: text !== "" || facetNames.some((name) => chosen[name].length > 0),
    query: {
      text: deferredText || undefined,
      sort,
      topicId: chosen.topic,
      standardId: chosen.standard,
      kind: chosen.kind as never[],
      demand: chosen.demand as never[],
      status: chosen.status as never[],
      use: chosen.use as never[],
      lacks: chosen.lacks as never[],
      ownerId: chosen.owner,
      tag: chosen.tag,
      language: chosen.language,
      went: chosen.went as never[],
      used: chosen.used as never[],
    },
    set: (name: "text" | "sort" | "item", value: string | null) => {
      change((next) => {
        if (value) next.set(name, value);
        else next.delete(name);
      });
    },
    /** Topics exclude one another, being a tree; values of the other facets add up. */
    toggle: (name: FacetName, value: string) => {
      change((next) => {
        const others = name === "topic" ? [] : next.getAll(name).filter((one) => one !== value);
        const wasOn = next.getAll(name).includes(value);
        next.delete(name);
        for (const one of wasOn ? others : [...others, value]) next.append(name, one);
      });
    },
    clear: () => {
      change((next) => {
        for (const name of ["text", ...facetNames]) next.delete(name);
      });
    },
  };
}

export type ItemFilter = ReturnType<typeof useItemFilter>;

function addressOf(search: URLSearchParams): string | null {
  const kept = new URLSearchParams();
  for (const [name, value] of search) if (name !== "item" && value !== "") kept.append(name, value);
  kept.sort();
  const address = kept.toString();
  return address === "" ? null : address;
}
