/** What the bank has for each topic, against what is wanted and what reviews to come will need. */
import { z } from "zod";
import { Use } from "./bank.ts";
import { endpoint } from "./endpoint.ts";
import { Id, LocalDate, Strand } from "./wire.ts";

export const coverageAxes = ["standard", "demand", "kind"] as const;

/** Items in use, and those that are still drafts or being looked over. */
const Counts = { usable: z.int(), inProgress: z.int() };

export const CoveredTopic = z.object({
  topicId: Id,
  /** Of this topic itself, not of what lies under it. */
  practice: z.int(),
  reserved: z.int(),
  inProgress: z.int(),
  /** In use without an explanation, where one is due. */
  unexplained: z.int(),
  /** By standard, demand or kind; those that are wanted or that some item has. */
  cells: z.array(z.object({ id: z.string(), ...Counts })),
  /** Sum of the goals of the topic; 0: none is set. */
  wanted: z.int(),
  /** What was written towards them. */
  written: z.int(),
  /** The next day by which a goal is to be reached. */
  until: LocalDate.nullable(),
  /** Who has a goal there; empty with a goal of nobody in particular. */
  writers: z.array(z.string()),
});
export type CoveredTopic = z.infer<typeof CoveredTopic>;

export const showCoverage = endpoint({
  method: "get",
  path: "/coverage",
  access: "member",
  summary: "Per topic how many items can be used, are in progress and lack an explanation, and how they spread.",
  query: z.object({
    by: z.enum(coverageAxes).default("standard"),
    /** Counts of cells are of this use only; absent: of both. */
    use: Use.optional(),
  }),
  result: z.object({ topics: z.array(CoveredTopic) }),
});

export const TopicNeed = z.object({
  topicId: Id,
  name: z.string(),
  strand: Strand,
  /** Returns to come, planned or foreseen, and the items that they will take. */
  returns: z.int(),
  needed: z.int(),
  /** Usable practice items of different families that the class has not met this year. */
  unseen: z.int(),
  /** The day of the first return for which nothing unseen is left; null: it lasts. */
  runsOutOn: LocalDate.nullable(),
});
export type TopicNeed = z.infer<typeof TopicNeed>;

export const showNeeds = endpoint({
  method: "get",
  path: "/classes/:classId/needs",
  access: "member",
  summary:
    "What the reviews of a class will need until its exam or the end of its year, against what the bank has unseen.",
  params: z.object({ classId: Id }),
  result: z.object({
    className: z.string(),
    until: LocalDate,
    /** Items that one return is taken to ask. */
    itemsPerReturn: z.int(),
    /** Topics that run out first. */
    topics: z.array(TopicNeed),
  }),
});
export type Needs = z.infer<typeof showNeeds.result>;

export const Check = z.object({
  quizId: Id,
  number: z.int(),
  name: z.string(),
  /** Goes of one student before an item or a look-alike has to come again. */
  goes: z.int(),
  /** What runs out first: the parts (several where their pools overlap) and how much they draw from how much. */
  bottleneck: z.object({ parts: z.array(z.string()), take: z.int(), families: z.int() }),
});
export type Check = z.infer<typeof Check>;

export const listChecks = endpoint({
  method: "get",
  path: "/coverage/checks",
  access: "member",
  summary: "Quizzes that draw: how many goes there are before anything repeats, and what runs out first.",
  result: z.object({
    checks: z.array(Check),
    /** Only the newest quizzes that draw were looked at. */
    isMore: z.boolean(),
  }),
});

export const coverageEndpoints = { showCoverage, showNeeds, listChecks };
