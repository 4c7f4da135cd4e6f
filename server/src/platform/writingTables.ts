/** The tables of writing together: looks that are asked for, comments, presence, goals, and the department's own words and sets. */
import type { ContentField } from "@verdant/core/bank/fields";
import type { Content } from "@verdant/core/items/kinds";
import type { Default, Json, JsonOrNull, Owned, Row } from "./columns.ts";

export interface WritingTables {
  twinRequest: Owned & { itemId: string; by: string; at: Date };
  reviewRequest: Row & {
    itemId: string;
    revisionId: string;
    kind: "review" | "secondLook";
    askedBy: string;
    askedAt: Date;
    state: Default<"open" | "approved" | "sentBack" | "withdrawn">;
    decidedBy: Default<string | null>;
    decidedAt: Default<Date | null>;
    words: Default<string>;
  };
  comment: Row & {
    itemId: string;
    revisionId: string;
    field: ContentField | null;
    body: string;
    suggestion: JsonOrNull<Content>;
    by: string;
    at: Date;
    settled: Default<"settled" | "taken" | null>;
    settledBy: Default<string | null>;
    settledAt: Default<Date | null>;
  };
  presence: Owned & { itemId: string; personId: string; topicId: string | null; seenAt: Date };
  optionSet: Row & { name: string; words: Json<string[]> };
  departmentWord: Owned & { word: string; by: string; at: Date };
  writingGoal: Row & {
    topicId: string;
    personId: string | null;
    wanted: number;
    since: Date;
    until: string | null;
    by: string;
  };
}
