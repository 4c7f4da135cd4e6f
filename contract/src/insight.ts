/** Results: what the answers of a release say. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { KindName } from "./items/kinds.ts";
import { Id, Moment, Share, Strand } from "./wire.ts";

export const Choice = z.object({
  /** null: left blank. */
  id: z.string().nullable(),
  text: z.string(),
  isKey: z.boolean(),
  count: z.int(),
  share: Share,
  misconception: z.string().nullable(),
});

export const ItemResult = z.object({
  itemId: Id,
  position: z.int(),
  number: z.int(),
  kind: KindName,
  stem: z.string(),
  topic: z.string(),
  strand: Strand.nullable(),
  /** Credit earned over those who were given it; a blank counts as wrong. */
  facility: Share,
  choices: z.array(Choice),
});
export type ItemResult = z.infer<typeof ItemResult>;

export const Results = z.object({
  releaseId: Id,
  name: z.string(),
  classId: Id,
  className: z.string(),
  schoolYear: z.string(),
  releasedAt: Moment,
  students: z.int(),
  begun: z.int(),
  handedIn: z.int(),
  /** First goes only, weakest item first. */
  items: z.array(ItemResult),
  waiting: z.array(z.object({ studentId: Id, name: z.string(), state: z.enum(["notBegun", "running"]) })),
  /** Topics that this release brought back, with the day they are next due. */
  plan: z.array(
    z.object({
      topicId: Id,
      topic: z.string(),
      strand: Strand,
      dueOn: z.iso.date().nullable(),
      /** The day it would have been due next had nobody answered. */
      dueOnBefore: z.iso.date().nullable(),
    }),
  ),
});
export type Results = z.infer<typeof Results>;

export const showResults = endpoint({
  method: "get",
  path: "/releases/:releaseId/results",
  access: "member",
  summary: "What the first goes of a release say, item by item, weakest first, and what they changed in the plan.",
  params: z.object({ releaseId: Id }),
  result: Results,
});

export const insightEndpoints = { showResults };
