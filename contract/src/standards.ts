/** Topics and the learning standards they serve. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Id } from "./wire.ts";

export const Standard = z.object({
  id: Id,
  parentId: Id.nullable(),
  code: z.string(),
  statement: z.string(),
  studentWording: z.string().nullable(),
});
export type Standard = z.infer<typeof Standard>;

export const Topic = z.object({
  id: Id,
  parentId: Id.nullable(),
  name: z.string(),
  /** Its own, or its nearest ancestor's, or that of the unit that lists it. */
  letter: z.string(),
  hue: z.int(),
  standardIds: z.array(Id),
});
export type Topic = z.infer<typeof Topic>;

export const listTopics = endpoint({
  method: "get",
  path: "/topics",
  access: "member",
  summary: "The department's topic tree, parents before their children, and its standards.",
  result: z.object({ topics: z.array(Topic), standards: z.array(Standard) }),
});

export const standardsEndpoints = { listTopics };
