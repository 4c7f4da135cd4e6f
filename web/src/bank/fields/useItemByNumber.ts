/** An item of the bank by the number that somebody types, with or without the sign before it. */
import type { ItemRow } from "@verdant/contract/bank";
import { useCallback } from "react";
import { useLazyListItemsQuery } from "../api.ts";

export function useItemByNumber(): (typed: string) => Promise<ItemRow | undefined> {
  const [find] = useLazyListItemsQuery();
  return useCallback(
    async (typed) => {
      const number = typed.replace("#", "").trim();
      const found = await find({ query: { text: `#${number}`, limit: 1 } });
      return found.data?.items.find((one) => String(one.number) === number);
    },
    [find],
  );
}
