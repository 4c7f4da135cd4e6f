/** Topics and the learning standards they serve. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Done, Id, Name } from "./wire.ts";

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

const Topics = z.object({ topics: z.array(Topic), standards: z.array(Standard) });

export const listTopics = endpoint({
  method: "get",
  path: "/topics",
  access: "member",
  summary: "The department's topic tree, parents before their children, and its standards.",
  result: Topics,
});

export const addTopic = endpoint({
  method: "post",
  path: "/topics",
  access: "member",
  summary: "Adds a topic at the end of its siblings.",
  body: z.object({ parentId: Id.nullable(), name: Name }),
  result: Topic,
});

export const changeTopic = endpoint({
  method: "patch",
  path: "/topics/:topicId",
  access: "member",
  summary: "Renames a topic, moves it under another or among its siblings, or sets the standards it serves.",
  params: z.object({ topicId: Id }),
  body: z.object({
    name: Name.optional(),
    parentId: Id.nullable().optional(),
    /** One place up or down among its siblings. */
    step: z.union([z.literal(1), z.literal(-1)]).optional(),
    standardIds: z.array(Id).max(60).optional(),
  }),
  result: Topic,
});

export const archiveTopic = endpoint({
  method: "delete",
  path: "/topics/:topicId",
  access: "member",
  summary: "Puts a topic away. Refused while items, topics or units stand on it.",
  params: z.object({ topicId: Id }),
  result: Done,
});

export const restoreTopic = endpoint({
  method: "post",
  path: "/topics/:topicId/restored",
  access: "member",
  summary: "Brings a topic back that was put away.",
  params: z.object({ topicId: Id }),
  result: Topic,
});

export const changeStandard = endpoint({
  method: "patch",
  path: "/standards/:standardId",
  access: "lead",
  summary: "Changes the code or the wording of a standard.",
  params: z.object({ standardId: Id }),
  body: z.object({
    code: z.string().trim().min(1).max(80).optional(),
    statement: z.string().trim().min(1).max(2000).optional(),
    studentWording: z.string().trim().max(2000).nullable().optional(),
  }),
  result: Standard,
});

export const importStandards = endpoint({
  method: "post",
  path: "/standards/import",
  access: "lead",
  summary:
    "Reads standards from an indented list or a CASE file. What is known is changed in place, tags stay; what a CASE file no longer holds is retired.",
  body: z.discriminatedUnion("kind", [
    z.object({ kind: z.literal("list"), title: Name, text: z.string().min(1).max(500_000) }),
    z.object({ kind: z.literal("case"), file: z.unknown() }),
  ]),
  result: z.object({
    title: z.string(),
    created: z.int(),
    changed: z.int(),
    retired: z.int(),
    notes: z.array(z.string()),
  }),
});

export const standardsEndpoints = {
  listTopics,
  addTopic,
  changeTopic,
  archiveTopic,
  restoreTopic,
  changeStandard,
  importStandards,
};
