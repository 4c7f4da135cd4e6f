/** The tables of review: looks that are asked for, and comments. */
import type { ContentField } from "@verdant/core/bank/fields";
import type { Content } from "@verdant/core/items/kinds";
import type { Default, JsonOrNull, Row } from "./columns.ts";

export interface ReviewTables {
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
}
