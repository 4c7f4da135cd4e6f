/** The values that the search suggests, filter by filter: the department's own and those that are the same everywhere. */
import type { ItemList } from "@verdant/contract/bank";
import type { Class } from "@verdant/contract/courses";
import type { Member } from "@verdant/contract/members";
import type { Standard, Topic } from "@verdant/contract/standards";
import { useMemo } from "react";
import { kindNames } from "@verdant/core/items/kindNames";
import type { KnownValues } from "./searchSuggestions.ts";

export function useKnownValues(of: {
  topics: readonly Topic[];
  standards: readonly Standard[];
  members: readonly Member[];
  classes: readonly Class[];
  counts: ItemList["facets"] | undefined;
}): KnownValues {
  const { topics, standards, members, classes, counts } = of;
  return useMemo(() => {
    const people = members.map((one) => one.name);
    return {
      topic: topics.map((one) => one.name),
      standard: standards.map((one) => one.code),
      kind: Object.values(kindNames),
      demand: ["recall", "apply", "reason"],
      status: ["draft", "in review", "approved", "retired"],
      use: ["practice", "reserved"],
      by: ["me", ...people],
      given: ["others", "me", ...people],
      tag: (counts?.tag ?? []).map((one) => one.id),
      language: (counts?.language ?? []).map((one) => one.id),
      lacks: ["topic", "standard", "explanation"],
      new: classes.map((one) => one.name),
      waits: ["me"],
    };
  }, [topics, standards, members, classes, counts]);
}
