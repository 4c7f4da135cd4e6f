/** Topics and the learning standards they serve. */
import { standardsNoteCodes } from "@verdant/core/standards/notes";
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Done, Id, Name } from "./wire.ts";

const SecureLine = z.number().min(0.3).max(0.95);

export const Standard = z.object({
  id: Id,
  parentId: Id.nullable(),
  code: z.string(),
  statement: z.string(),
  studentWording: z.string().nullable(),
  /** The framework that it belongs to. */
  framework: z.string(),
  /** The share from which it counts as secure; null: that of the course or the department. */
  secureLine: z.number().nullable(),
  /** Standards of other frameworks that ask the same, or in part: an item that has one is found by the other. */
  links: z.array(z.object({ standardId: Id, kind: z.enum(["equals", "overlaps"]) })),
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

/** One that its framework no longer holds, while items or topics still carry it. */
const WithdrawnStandard = Standard.extend({ items: z.int() });
export type WithdrawnStandard = z.infer<typeof WithdrawnStandard>;

const Topics = z.object({
  topics: z.array(Topic),
  standards: z.array(Standard),
  withdrawn: z.array(WithdrawnStandard),
});

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
    secureLine: SecureLine.nullable().optional(),
  }),
  result: Standard,
});

export const linkStandards = endpoint({
  method: "put",
  path: "/standards/:standardId/links/:otherId",
  access: "lead",
  summary: "Says that a standard equals or overlaps another, or that it does neither. It holds both ways.",
  params: z.object({ standardId: Id, otherId: Id }),
  body: z.object({ kind: z.enum(["equals", "overlaps"]).nullable() }),
  result: Done,
});

export const showSecureLines = endpoint({
  method: "get",
  path: "/secure-lines",
  access: "member",
  summary: "The shares from which a standard counts as secure: the department's, and those of courses that differ.",
  result: z.object({
    department: z.number(),
    courses: z.array(z.object({ courseId: Id, name: z.string(), secureLine: z.number().nullable() })),
  }),
});

export const setSecureLine = endpoint({
  method: "put",
  path: "/secure-lines",
  access: "lead",
  summary: "Sets the share from which a standard counts as secure, for the department or one of its courses.",
  body: z.object({
    /** null: the department. */
    courseId: Id.nullable(),
    /** null: what the department says. */
    line: SecureLine.nullable(),
  }),
  result: Done,
});

export const importStandards = endpoint({
  method: "post",
  path: "/standards/import",
  access: "lead",
  summary:
    "Reads standards from an indented list or a CASE file. What is known is changed in place, tags stay; what a CASE file no longer holds is retired. Items that named one of them by a tag, since they came before it, get it.",
  body: z.discriminatedUnion("kind", [
    z.object({ kind: z.literal("list"), title: Name, text: z.string().min(1).max(500_000) }),
    z.object({ kind: z.literal("case"), file: z.unknown() }),
  ]),
  result: z.object({
    title: z.string(),
    created: z.int(),
    changed: z.int(),
    retired: z.int(),
    notes: z.array(
      z.object({
        code: z.enum(standardsNoteCodes),
        terms: z.record(z.string(), z.union([z.string(), z.number()])),
      }),
    ),
    /** Items that got one of them in the place of a tag; undone as a change of many items. */
    given: z.object({ items: z.int(), batchId: Id }),
  }),
});

export const exportStandards = endpoint({
  method: "get",
  path: "/standards/case",
  access: "member",
  summary:
    "The frameworks of the department as CASE files, with every field of those they came in. Withdrawn standards are not in them; what has taken their place is said.",
  result: z.object({
    frameworks: z.array(z.object({ title: z.string(), standards: z.int(), file: z.record(z.string(), z.unknown()) })),
  }),
});

export const replaceStandard = endpoint({
  method: "post",
  path: "/standards/:standardId/replacement",
  access: "lead",
  summary:
    "Gives the items that carry a withdrawn standard another in its place; undone like any change of many items.",
  params: z.object({ standardId: Id }),
  body: z.object({ by: Id }),
  result: z.object({ batchId: Id, changed: z.int() }),
});

export const standardsEndpoints = {
  replaceStandard,
  exportStandards,
  listTopics,
  addTopic,
  changeTopic,
  archiveTopic,
  restoreTopic,
  changeStandard,
  linkStandards,
  showSecureLines,
  setSecureLine,
  importStandards,
};
