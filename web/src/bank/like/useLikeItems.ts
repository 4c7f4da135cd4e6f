/** Items of the bank that are very like what is being written or brought; asked for once the typing rests. */
import type { findLikeItems } from "@verdant/contract/like";
import type { Result } from "@verdant/contract/endpoint";
import { limits } from "@verdant/contract/wire";
import type { Content } from "@verdant/core/items/kinds";
import { useEffect, useState } from "react";
import { useFindLikeItemsQuery } from "../api.ts";

export type LikeItem = NonNullable<Result<typeof findLikeItems>["like"][number]>;

/** The pause after which is looked, in milliseconds. */
const pause = 600;

/**
 * @param contents what to compare; the same list for as long as nothing changes
 * @param besides items that do not count, with all of their families
 * @returns by content what is very like it
 */
export function useLikeItems(
  contents: readonly Content[],
  besides: readonly string[] = [],
): ReadonlyMap<Content, LikeItem> {
  const [asked, setAsked] = useState<readonly Content[]>([]);
  useEffect(() => {
    const timer = setTimeout(() => {
      setAsked(contents.slice(0, limits.itemsAtOnce));
    }, pause);
    return () => {
      clearTimeout(timer);
    };
  }, [contents]);
  const { currentData } = useFindLikeItemsQuery(
    { body: { contents: [...asked], besides: [...besides] } },
    { skip: asked.length === 0 },
  );
  return new Map(asked.flatMap((content, i) => (currentData?.like[i] ? [[content, currentData.like[i]]] : [])));
}
