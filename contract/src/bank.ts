/** The item bank: finding items, writing them, keeping drafts. */
import type { ChangeKind } from "@verdant/core/bank/changeKind";
import { ruleNames } from "@verdant/core/checker/finding";
import { wents } from "@verdant/core/insight/figures";
import { faultCodes } from "@verdant/core/items/kind";
import { z } from "zod";
import { customsEndpoints } from "./customs.ts";
import { endpoint } from "./endpoint.ts";
import { Content, KindName } from "./items/kinds.ts";
import { likeEndpoints } from "./like.ts";
import { SearchProblem } from "./searchProblem.ts";
import { viewsEndpoints } from "./views.ts";
import { count, Done, Id, limits, Moment, Share } from "./wire.ts";

export const Status = z.enum(["draft", "inReview", "approved", "retired"]);
export const Use = z.enum(["practice", "reserved"]);
export const Demand = z.enum(["recall", "apply", "reason"]);

export const ItemRow = z.object({
  id: Id,
  number: z.int(),
  kind: KindName,
  label: z.string().nullable(),
  /** The words of the stem, for lists. */
  stem: z.string(),
  topicId: Id.nullable(),
  status: Status,
  use: Use,
  demand: Demand,
  expectedSeconds: z.int(),
  writerDifficulty: z.int(),
  standardCodes: z.array(z.string()),
  changedAt: Moment,
  /** First answers to its newest lineage. */
  facility: Share,
  lastUsedOn: z.iso.date().nullable(),
});
export type ItemRow = z.infer<typeof ItemRow>;

export const KeptFindings = z
  .array(
    z.strictObject({
      rule: z.enum(ruleNames),
      reason: z.string().trim().min(1, "sayWhy").max(limits.reason),
    }),
  )
  .max(ruleNames.length)
  .refine((all) => new Set(all.map((one) => one.rule)).size === all.length, "ruleTwice");

export const Tags = z.array(z.string().trim().toLowerCase().min(1).max(limits.tag)).max(limits.tags);

/** What serves finding and planning: belongs to the item, not to its revisions. */
/** What an item is worth in a quiz that does not say otherwise. */
export const ItemPoints = z.number().min(0).max(100).multipleOf(0.25, "quarterPoints");

export const Tagging = z.object({
  label: z.string().trim().max(limits.label).nullable(),
  topicId: Id.nullable(),
  /** The shared text, map or chart it hangs on. */
  stimulusId: Id.nullable().default(null),
  standardIds: z.array(Id).max(20),
  demand: Demand,
  use: Use,
  expectedSeconds: z.int().min(5).max(7200),
  writerDifficulty: z.int().min(1).max(5),
  /** What the checker says of it and its writers keep on purpose. */
  keptFindings: KeptFindings.default([]),
  /** The department's own words for finding it. */
  tags: Tags.default([]),
  points: ItemPoints.default(1),
});
export type Tagging = z.infer<typeof Tagging>;

export const Fault = z.object({
  path: z.array(z.union([z.string(), z.int()])),
  code: z.enum(faultCodes),
  terms: z.object({ n: z.int().optional(), text: z.string().optional() }).optional(),
});

export const Item = z.object({
  id: Id,
  number: z.int(),
  familyId: Id,
  /** Items of its family, itself included. */
  familySize: z.int(),
  /** Grows with every change; a save names the version it was made to. */
  version: z.int(),
  status: Status,
  /** Of a retired item: the one that takes its place. */
  successor: z.object({ id: Id, number: z.int() }).nullable(),
  owner: z.string(),
  /** Who made it and under which licence, of an item that came from elsewhere; empty where its file did not say. */
  source: z.object({ author: z.string(), licence: z.string() }).nullable(),
  revision: z.object({ id: Id, n: z.int(), at: Moment, author: z.string() }),
  tagging: Tagging,
  content: Content,
  /** What keeps it from being used; empty when it is usable. */
  faults: z.array(Fault),
});
export type Item = z.infer<typeof Item>;

/** One value or several of the same key. */
const some = <T extends z.ZodType>(value: T) => z.union([value, z.array(value).max(200)]).optional();

export const itemSorts = ["newest", "oldest", "changed", "easiest", "hardest", "quickest"] as const;

/** What an item may still lack. */
export const itemLacks = ["topic", "standard", "explanation"] as const;

/** The ways in which a list of items is narrowed and counted. */
export const facetNames = [
  "topic",
  "standard",
  "kind",
  "demand",
  "status",
  "use",
  "lacks",
  "owner",
  "tag",
  "language",
  "went",
  "used",
] as const;
export type FacetName = (typeof facetNames)[number];

const FacetCount = z.object({ id: z.string(), count: z.int() });

export const listItems = endpoint({
  method: "get",
  path: "/items",
  access: "member",
  summary:
    "Items of the bank that match words and filters, with how many there are and, per facet, how many each of its values would give.",
  query: z.object({
    /** Words, phrases in quotes, and filters such as topic:rivers or right<40 (docs/finding.md). */
    text: z.string().max(400).optional(),
    topicId: some(Id),
    standardId: some(Id),
    kind: some(KindName),
    demand: some(Demand),
    status: some(Status),
    use: some(Use),
    lacks: some(z.enum(itemLacks)),
    ownerId: some(Id),
    tag: some(z.string().max(limits.tag)),
    language: some(z.string().max(20)),
    went: some(z.enum(wents)),
    used: some(z.enum(["never", "given"])),
    sort: z.enum(itemSorts).default("newest"),
    /** How many items come before these: a list may be entered anywhere. */
    from: count.max(10_000_000).optional(),
    limit: count.max(200).default(60),
  }),
  result: z.object({
    items: z.array(ItemRow),
    total: z.int(),
    /** Counts that follow the words and all filters but the facet's own. A topic counts what lies under it. */
    facets: z.record(z.enum(facetNames), z.array(FacetCount)),
    /** What the filters in `text` were understood as: values of a facet, something else, or why not at all. */
    meant: z.array(
      z.object({
        typed: z.string(),
        facet: z.enum(facetNames).nullable(),
        ids: z.array(z.string()),
        /** Why it means nothing here; then it finds nothing. */
        problem: SearchProblem.nullable(),
      }),
    ),
    /** Words that the bank does not know, and what was looked for instead. */
    understood: z.array(z.object({ typed: z.string(), words: z.array(z.string()) })),
  }),
});
export type ItemList = z.infer<typeof listItems.result>;

export const showItem = endpoint({
  method: "get",
  path: "/items/:itemId",
  access: "member",
  summary: "One item with the content of its latest revision.",
  params: z.object({ itemId: Id }),
  result: Item,
});

export const changeKinds = ["first", "typo", "wording", "rewritten", "key"] as const satisfies readonly ChangeKind[];

export const Revision = z.object({
  id: Id,
  n: z.int(),
  at: Moment,
  author: z.string(),
  /** How it differs from the one before. */
  changeKind: z.enum(changeKinds),
  content: Content,
  /** Whether others' quizzes draw this one. */
  isApproved: z.boolean(),
  /** Releases that gave this revision, and those of them that are open now. */
  releases: z.int(),
  openReleases: z.int(),
  /** First answers of real classes to this revision only. */
  facility: Share,
});
export type Revision = z.infer<typeof Revision>;

export const listRevisions = endpoint({
  method: "get",
  path: "/items/:itemId/revisions",
  access: "member",
  summary: "Every revision of an item, the newest first, with where it was given and how it was answered.",
  params: z.object({ itemId: Id }),
  result: z.object({ revisions: z.array(Revision) }),
});

export const saveItem = endpoint({
  method: "put",
  path: "/items/:itemId",
  access: "member",
  summary: "Makes a revision of an item, or the item itself when version is 0. A stale version is refused.",
  params: z.object({ itemId: Id }),
  body: z.object({
    version: z.int().nonnegative(),
    tagging: Tagging,
    content: Content,
    /** Of a new item: the item it is a look-alike of, whose family it joins. */
    variantOf: Id.optional(),
  }),
  result: Item,
});

export const addItems = endpoint({
  method: "post",
  path: "/items",
  access: "member",
  summary:
    "Puts several new items into the bank, all or none. One may be a variant of an item that is there, or merged into it, which then takes what it lacks.",
  body: z.object({
    items: z
      .array(
        z.object({
          content: Content,
          topicId: Id.nullable(),
          standardIds: Tagging.shape.standardIds.default([]),
          variantOf: Id.optional(),
          mergeInto: Id.optional(),
          /** An earlier one of these, counted from 0: both are variants of one another. */
          alike: z.int().nonnegative().optional(),
          /** What is known of it besides; the rest is assumed. */
          about: Tagging.pick({
            label: true,
            use: true,
            demand: true,
            expectedSeconds: true,
            writerDifficulty: true,
            points: true,
          })
            .partial()
            .optional(),
        }),
      )
      .min(1)
      .max(limits.itemsAtOnce),
  }),
  result: z.object({
    itemIds: z.array(Id),
    /** Those of them that are new; the others took something in. */
    added: z.array(Id),
  }),
});

export const takeOutItems = endpoint({
  method: "post",
  path: "/items/taken-out",
  access: "member",
  summary:
    "Takes items out of the bank again that I have just put in: those that nobody has changed, put into a quiz or given since. The others stay, and are counted.",
  body: z.object({ itemIds: z.array(Id).min(1).max(limits.itemsAtOnce) }),
  result: z.object({ takenOut: z.int(), kept: z.int() }),
});

export const setItemStatus = endpoint({
  method: "put",
  path: "/items/:itemId/status",
  access: "member",
  summary:
    "Retires an item, so that it is drawn no more, takes it back to a draft, or takes it back into use. What was given stays as it was.",
  params: z.object({ itemId: Id }),
  body: z.object({
    version: z.int().positive(),
    status: z.enum(["draft", "approved", "retired"]),
    /** Of a retired item: the one that takes its place. */
    successorId: Id.nullable().default(null),
  }),
  result: Item,
});

export const listFamily = endpoint({
  method: "get",
  path: "/items/:itemId/family",
  access: "member",
  summary: "The look-alikes of an item: the others of its family, in the order of their numbers.",
  params: z.object({ itemId: Id }),
  result: z.object({
    isMore: z.boolean(),
    items: z.array(z.object({ id: Id, number: z.int(), status: Status, content: Content })),
  }),
});

export const changeFamily = endpoint({
  method: "put",
  path: "/items/:itemId/family",
  access: "member",
  summary:
    "Puts an item into the family of another, or into one of its own. Of a family never two come into one sitting.",
  params: z.object({ itemId: Id }),
  body: z.object({
    version: z.int().positive(),
    /** An item of the family it joins; null: a family of its own. */
    joins: Id.nullable(),
  }),
  result: Item,
});

export const listTray = endpoint({
  method: "get",
  path: "/tray",
  access: "member",
  summary: "The items I have set aside, in the order I did.",
  result: z.object({ items: z.array(ItemRow) }),
});

export const changeTray = endpoint({
  method: "post",
  path: "/tray",
  access: "member",
  summary: "Sets items aside and takes others out of the tray.",
  body: z.object({ add: z.array(Id).max(500), remove: z.array(Id).max(500) }),
  result: Done,
});

export const DraftBody = z.object({ tagging: Tagging, content: Content });

export const showDraft = endpoint({
  method: "get",
  path: "/items/:itemId/draft",
  access: "member",
  summary: "My unfinished work on an item, if there is any.",
  params: z.object({ itemId: Id }),
  result: z.object({
    draft: z.object({ baseVersion: z.int(), savedAt: Moment, body: DraftBody }).nullable(),
  }),
});

export const keepDraft = endpoint({
  method: "put",
  path: "/items/:itemId/draft",
  access: "member",
  summary: "Keeps my unfinished work on an item, so that a reload or a crash loses nothing.",
  params: z.object({ itemId: Id }),
  body: z.object({ baseVersion: z.int().nonnegative(), body: DraftBody }),
  result: Done,
});

export const dropDraft = endpoint({
  method: "delete",
  path: "/items/:itemId/draft",
  access: "member",
  summary: "Throws my unfinished work on an item away.",
  params: z.object({ itemId: Id }),
  result: Done,
});

export const bankEndpoints = {
  listItems,
  showItem,
  listRevisions,
  saveItem,
  addItems,
  takeOutItems,
  setItemStatus,
  listFamily,
  changeFamily,
  showDraft,
  keepDraft,
  dropDraft,
  listTray,
  changeTray,
  ...customsEndpoints,
  ...viewsEndpoints,
  ...likeEndpoints,
};
