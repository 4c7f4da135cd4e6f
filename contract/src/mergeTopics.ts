/** Topics put together and taken apart. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Done, Id, Name } from "./wire.ts";

export const mergeTopics = endpoint({
  method: "post",
  path: "/topics/:topicId/merge",
  access: "member",
  summary:
    "Merges a topic into another: its items, units, plans, goals, evidence and what lies under it follow; recall is worked out again.",
  params: z.object({ topicId: Id }),
  body: z.object({ intoId: Id }),
  result: z.object({ batchId: Id, items: z.int(), classes: z.int() }),
});

export const undoMerge = endpoint({
  method: "post",
  path: "/topics/merges/:batchId/undo",
  access: "member",
  summary: "Takes two merged topics apart again, with all that each of them had.",
  params: z.object({ batchId: Id }),
  result: Done,
});

export const splitTopic = endpoint({
  method: "post",
  path: "/topics/:topicId/split",
  access: "member",
  summary: "Moves the items of a topic that serve some standards, with their evidence, into a new topic beside it.",
  params: z.object({ topicId: Id }),
  body: z.object({ name: Name, standardIds: z.array(Id).min(1, "chooseStandard").max(60) }),
  result: z.object({ topicId: Id, items: z.int() }),
});

export const mergeTopicsEndpoints = { mergeTopics, undoMerge, splitTopic };
