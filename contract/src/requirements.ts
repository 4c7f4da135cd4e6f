/** What a quiz must meet, why it cannot, and requirements that are kept under a name. */
import { z } from "zod";
import { Demand, Use } from "./bank.ts";
import { endpoint } from "./endpoint.ts";
import { KindName } from "./items/kinds.ts";
import { Done, Id, limits, Name } from "./wire.ts";

const Range = { atLeast: z.int().min(0).max(60), atMost: z.int().min(0).max(60) };

/** What a quiz must meet. Never two of a family, whatever is asked. */
export const Blueprint = z.strictObject({
  schemaVersion: z.literal(1),
  count: z.int().min(1, "atLeastOneQuestion").max(limits.quizItems),
  units: z.array(z.strictObject({ unitId: Id, ...Range })).max(20),
  /** Of a topic, with what lies under it. */
  topics: z
    .array(z.strictObject({ topicId: Id, ...Range }))
    .max(60)
    .default([]),
  /** Only from these topics of the course; empty: from all that have been taught. */
  topicIds: z.array(Id).max(200),
  standards: z.array(z.strictObject({ standardId: Id, atLeast: z.int().min(1).max(60) })).max(60),
  kinds: z.array(z.strictObject({ kind: KindName, ...Range })).max(KindName.options.length),
  demands: z.array(z.strictObject({ demand: Demand, ...Range })).max(3),
  minutesAtMost: z.int().min(1).max(240).nullable(),
  /** Most questions of one topic; null: two, or as many as it takes where few topics are open or many are asked for. */
  perTopicAtMost: z.int().min(1).max(20).nullable().default(null),
  use: Use,
  /** Not met by this class within so many weeks; null: whenever. */
  unseenWeeks: z.int().min(1).max(200).nullable(),
});
export type Blueprint = z.infer<typeof Blueprint>;

/** What a requirement is about. */
export const Subject = z.discriminatedUnion("of", [
  /** All questions of the quiz. */
  z.object({ of: z.literal("all") }),
  z.object({ of: z.literal("unit"), unitId: Id }),
  z.object({ of: z.literal("topic"), topicId: Id }),
  z.object({ of: z.literal("standard"), standardId: Id }),
  z.object({ of: z.literal("kind"), kind: KindName }),
  z.object({ of: z.literal("demand"), demand: Demand }),
  /** The expected minutes. */
  z.object({ of: z.literal("time") }),
]);
export type Subject = z.infer<typeof Subject>;

/** Where items are that would serve, were it not for this. */
export const causes = [
  "practiceOnly",
  "keptForTests",
  "justTaught",
  "notTaught",
  "leftOut",
  "otherCourse",
  "topicsNotChosen",
  "lookAlikes",
] as const;

export const Cause = z.discriminatedUnion("code", [
  z.object({ code: z.enum(causes), count: z.int() }),
  /** `enough`: the longest rest in weeks with which there would be enough; null: there would not be. */
  z.object({ code: z.literal("metLately"), count: z.int(), weeks: z.int(), enough: z.int().nullable() }),
  z.object({ code: z.literal("perTopic"), most: z.int(), without: z.int() }),
]);
export type Cause = z.infer<typeof Cause>;

export const Shortfall = z.discriminatedUnion("code", [
  /** The bank has too few, whatever else is asked. */
  z.object({ code: z.literal("noRoom"), subject: Subject, wanted: z.int(), room: z.int(), causes: z.array(Cause) }),
  /** Each could be met, but not all together; what follows is of the nearest quiz. */
  z.object({ code: z.literal("conflict") }),
  z.object({ code: z.literal("missed"), subject: Subject, lower: z.int(), upper: z.int(), nearest: z.int() }),
]);
export type Shortfall = z.infer<typeof Shortfall>;

export const countServing = endpoint({
  method: "post",
  path: "/quizzes/:quizId/serving",
  access: "member",
  changesNothing: true,
  summary: "How many questions of the bank could serve each requirement, look-alikes counted once; nothing is changed.",
  params: z.object({ quizId: Id }),
  body: z.object({ blueprint: Blueprint }),
  result: z.object({
    /** Beside the requirements the whole quiz, as `all`. */
    serving: z.array(z.object({ subject: Subject, room: z.int() })),
  }),
});

export const RequirementSet = z.object({ id: Id, name: z.string(), blueprint: Blueprint, by: z.string() });
export type RequirementSet = z.infer<typeof RequirementSet>;

export const listRequirementSets = endpoint({
  method: "get",
  path: "/requirement-sets",
  access: "member",
  summary: "Requirements that the department keeps under a name.",
  result: z.object({ sets: z.array(RequirementSet) }),
});

export const keepRequirementSet = endpoint({
  method: "post",
  path: "/requirement-sets",
  access: "member",
  summary: "Keeps requirements under a name, in place of those that had it.",
  body: z.object({ name: Name, blueprint: Blueprint }),
  result: z.object({ id: Id }),
});

export const removeRequirementSet = endpoint({
  method: "delete",
  path: "/requirement-sets/:setId",
  access: "member",
  summary: "Removes requirements from those that are kept; quizzes that were composed by them stay as they are.",
  params: z.object({ setId: Id }),
  result: Done,
});

export const requirementEndpoints = { countServing, listRequirementSets, keepRequirementSet, removeRequirementSet };
