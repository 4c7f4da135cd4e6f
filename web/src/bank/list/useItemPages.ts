/** The list of items of which only what is in sight is there: any of 100,000 is one request away, and memory stays flat. */
import type { ItemRow } from "@verdant/contract/bank";
import { useCallback, useEffect, useState } from "react";
import { useListItemsQuery, type ItemQuery } from "../api.ts";

const pageSize = 60;
/** Pages that only fly past are not asked for: they must stay in sight so long, in milliseconds. */
const rest = 80;

const pageOf = (index: number) => Math.floor(index / pageSize);

export function useItemPages(query: Omit<ItemQuery, "from" | "limit">) {
  const [sight, setSight] = useState({ first: 0, last: 0 });
  const at = (page: number) => ({ query: { ...query, from: page * pageSize, limit: pageSize } });
  // The counts of the whole come with the first page, wherever one is.
  const head = useListItemsQuery(at(0));
  const upper = useListItemsQuery(at(sight.first));
  const lower = useListItemsQuery(at(sight.last));
  const isOfOlderFilter = head.currentData === undefined;

  // What is about to be replaced stays readable until then.
  const rowsOf = ({ currentData, data }: typeof head) => (currentData ?? (isOfOlderFilter ? data : undefined))?.items;
  const [first, last] = [rowsOf(upper), rowsOf(lower)];
  const itemAt = useCallback(
    (index: number): ItemRow | undefined => {
      const page = pageOf(index);
      const rows = page === sight.first ? first : page === sight.last ? last : undefined;
      return rows?.[index - page * pageSize];
    },
    [sight, first, last],
  );
  return {
    head: head.data,
    isLoading: head.isLoading,
    error: head.error ?? upper.error ?? lower.error,
    refetch: () => {
      for (const one of [head, upper, lower]) void one.refetch();
    },
    isOfOlderFilter,
    itemAt,
    /** Says which rows are drawn now. */
    see: useCallback((from: number, to: number) => {
      const next = { first: pageOf(from), last: pageOf(to) };
      setSight((before) => (before.first === next.first && before.last === next.last ? before : next));
    }, []),
  };
}

/** Tells `see` what is drawn, once it has been drawn for a moment. */
export function useSight(see: (from: number, to: number) => void, from: number, to: number): void {
  const [first, last] = [pageOf(from), pageOf(to)];
  useEffect(() => {
    const timer = setTimeout(() => {
      see(first * pageSize, last * pageSize);
    }, rest);
    return () => {
      clearTimeout(timer);
    };
  }, [see, first, last]);
}
