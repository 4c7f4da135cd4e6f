/** What was done about answers that went wrong, a starter or teaching it again, and whether it helped. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Change } from "./change.ts";
import { Done, Id, LocalDate, Moment, Share } from "./wire.ts";

/** A question taken up at the beginning of a lesson; a topic taught once more. */
export const remedyKinds = ["starter", "taughtAgain"] as const;
export type RemedyKind = (typeof remedyKinds)[number];

/**
 * Of answers that were wrong before it, how many were right the next time that the item or a look-alike came back to the same
 * student, within the school year. Each such answer counts for the last thing done in between.
 */
const Outcome = Share;

const Remedy = z.object({
  id: Id,
  kind: z.enum(remedyKinds),
  topic: z.object({ id: Id, name: z.string() }).nullable(),
  /** Of a starter. */
  item: z.object({ id: Id, number: z.int(), stem: z.string() }).nullable(),
  at: Moment,
  by: z.string(),
  outcome: Outcome,
});
export type Remedy = z.infer<typeof Remedy>;

/** Of each kind together, beside wrong answers that came back with nothing done in between. */
const Helped = z.object({ kind: z.enum(remedyKinds), outcome: Outcome, change: Change.nullable() });
export type Helped = z.infer<typeof Helped>;

/** When it was; absent: now. What is still to come counts as now. */
const at = Moment.optional();

const ofRemedy = z.object({ classId: Id, remedyId: Id });

export const ClassRemedies = z.object({
  classId: Id,
  className: z.string(),
  /** The newest first. */
  remedies: z.array(Remedy),
  isMore: z.boolean(),
  helped: z.array(Helped),
  /** Nothing was done in between. */
  without: Outcome,
  /** Topics of the course that one can say were taught again. */
  topics: z.array(z.object({ id: Id, name: z.string() })),
});
export type ClassRemedies = z.infer<typeof ClassRemedies>;

export const showClassRemedies = endpoint({
  method: "get",
  path: "/classes/:classId/remedies",
  access: "member",
  summary: "What was done with a class about wrong answers, and what came out when the questions came back.",
  params: z.object({ classId: Id }),
  result: ClassRemedies,
});

export const addRemedy = endpoint({
  method: "put",
  path: "/classes/:classId/remedies/:remedyId",
  access: "member",
  summary: "Says that a starter was shown to a class, or a topic taught again.",
  params: ofRemedy,
  body: z.discriminatedUnion("kind", [
    z.object({ kind: z.literal("starter"), itemId: Id, at }),
    z.object({ kind: z.literal("taughtAgain"), topicId: Id, at }),
  ]),
  result: Done,
});

export const removeRemedy = endpoint({
  method: "delete",
  path: "/classes/:classId/remedies/:remedyId",
  access: "member",
  summary: "Takes back that something was done.",
  params: ofRemedy,
  result: Done,
});

export const listRemedyDays = endpoint({
  method: "get",
  path: "/classes/:classId/remedies/days",
  access: "member",
  summary: "On which days of the last weeks something was done with a class, by the topics that its course lists.",
  params: z.object({ classId: Id }),
  result: z.object({
    days: z.array(z.object({ kind: z.enum(remedyKinds), topicId: Id, on: LocalDate })),
  }),
});

export const listWhatHelped = endpoint({
  method: "get",
  path: "/what-helped",
  access: "member",
  summary:
    "Over all classes of this school year and the one before with which something was done: which remedy was followed by right answers, all together and by the wrong idea that the answer had shown.",
  result: z.object({
    ideas: z.array(
      z.object({
        /** null: all wrong answers together. */
        idea: z.string().nullable(),
        without: Outcome,
        helped: z.array(Helped),
      }),
    ),
    /** More answers than could be looked at: the newest are in it. */
    isCut: z.boolean(),
  }),
});

export const remediesEndpoints = { showClassRemedies, listRemedyDays, addRemedy, removeRemedy, listWhatHelped };
