/** Quizzes: composed from what is due, put in a woven order, changed by hand. */
import { orderRules } from "@verdant/core/assembly/layout";
import { z } from "zod";
import { listQuizzes } from "./quizList.ts";
import { ShownStimulus } from "./stimuli.ts";
import { endpoint } from "./endpoint.ts";
import { Blueprint, requirementEndpoints, Shortfall } from "./requirements.ts";
import { StudentView, KindName } from "./items/kinds.ts";
import { LayoutPart } from "./layout.ts";
import { count, Id, limits, Moment, Name, Share, Strand } from "./wire.ts";

/** Why no student can get an item. */
export const Hindrance = z.enum(["retired", "unfinished", "notApproved"]);
export type Hindrance = z.infer<typeof Hindrance>;

const placeBase = { id: Id, partId: Id };

const FixedPlace = z.object({
  ...placeBase,
  type: z.literal("fixed"),
  itemId: Id,
  number: z.int(),
  kind: KindName,
  label: z.string().nullable(),
  stem: z.string(),
  view: StudentView,
  topic: z.string(),
  strand: Strand,
  points: z.number(),
  expectedSeconds: z.int(),
  writerDifficulty: z.int(),
  /** Keeps its place when the quiz is woven or composed anew. */
  locked: z.boolean(),
  /** Share right of all first answers in the department; null: nobody has had it. */
  facility: Share.nullable(),
  /** Last day this class met the item; null: never. */
  lastOn: z.iso.date().nullable(),
  /** True when the item has a newer approved revision than the quiz was built with. */
  changed: z.boolean(),
});

const DrawPlace = z.object({
  ...placeBase,
  type: z.literal("draw"),
  /** Each student gets so many of the pool, never two of a family. */
  take: z.int(),
  points: z.number(),
  strand: Strand.nullable(),
  pool: z.array(
    z.object({
      itemId: Id,
      number: z.int(),
      stem: z.string(),
      topicId: Id.nullable(),
      topic: z.string(),
      /** Why nobody can draw it: "retired", "unfinished", "not approved yet"; null when it can be drawn. */
      hindrance: Hindrance.nullable(),
    }),
  ),
  expectedSeconds: z.int(),
});

/** Text only; it is no item. */
const InterludePlace = z.object({ ...placeBase, type: z.literal("interlude"), text: z.string() });

export const Place = z.discriminatedUnion("type", [FixedPlace, DrawPlace, InterludePlace]);
export type Place = z.infer<typeof Place>;
export type FixedPlace = z.infer<typeof FixedPlace>;

export const Part = z.object({
  id: Id,
  heading: z.string().nullable(),
  instruction: z.string().nullable(),
  orderRule: z.enum(orderRules),
});

/** A unit of the class's course in the mix of a quiz. */
export const MixUnit = z.object({
  strand: Strand,
  /** Questions of this unit in the quiz, draws counted by what they give. */
  count: z.int(),
  standing: z.enum(["open", "taughtThisWeek", "notTaught"]),
  /** "about 6 to 7 in 10" as { low, high }; null before it is taught. */
  recall: z.object({ low: z.int(), high: z.int() }).nullable(),
  /** Distinct families of practice items that the bank has for it. */
  available: z.int(),
});

/** Something a teacher should look at before releasing; the sentence is made where it is read. */
export const Check = z.object({
  code: z.enum([
    "fewerThanAsked",
    "sameTopicNeighbours",
    "sameFamily",
    "stimulusApart",
    "itemChanged",
    "itemNotUsable",
    "drawTooSmall",
    "drawsAlike",
    "partEmpty",
    "dueLeftOut",
    "drawItemLeftOut",
    "optionMoves",
    "metLately",
  ]),
  /** What the sentence is made with: counts, numbers of questions and items, names. */
  terms: z.record(z.string(), z.union([z.string(), z.number(), z.array(z.string()), z.array(z.number())])),
  /** Items of a draw that no student can get. */
  leftOut: z.array(z.object({ number: z.int(), hindrance: Hindrance })).optional(),
  /** The item it is about, where it is about one. */
  itemId: Id.optional(),
});
export type Check = z.infer<typeof Check>;

const Step = z.object({ by: z.string(), isMine: z.boolean() });
/** Whose change can be taken back next, and made again; null: there is none. */
const steps = { undo: Step.nullable(), redo: Step.nullable() };

export const Quiz = z.object({
  id: Id,
  number: z.int(),
  name: z.string(),
  version: z.int(),
  classId: Id,
  className: z.string(),
  students: z.int(),
  asked: z.int(),
  /** Questions that each student gets. */
  questions: z.int(),
  /** Topics of the class's course that its questions are on. */
  topicIds: z.array(Id),
  parts: z.array(Part),
  places: z.array(Place),
  mix: z.array(MixUnit),
  blueprint: Blueprint.nullable(),
  /** Why the last composition could not meet the blueprint; empty when it did. */
  shortfalls: z.array(Shortfall),
  /** Of the draws: how many different quizzes there are, as a power of ten, and the chance that two students get the same. */
  draws: z
    .object({
      powerOfTen: z.number(),
      /** Questions that two students share on average, look-alikes counted, of those drawn. */
      shared: z.number(),
      drawn: z.int(),
      chanceOfSame: z.number(),
      /** Goes that a student can take before a question, or a look-alike of it, comes again. */
      goes: z.int(),
      /** Of several draws, which stand in the way of one more: the numbers of their parts, and what they draw from how many. */
      shortest: z.object({ parts: z.array(z.int()), take: z.int(), families: z.int() }).nullable(),
    })
    .nullable(),
  /** 1 = as woven as can be, 0 = sorted by unit; null when there is nothing to weave. */
  woven: z.number().nullable(),
  /** The relative gap of the last composition: no other quiz of the bank is better by more; null once changed by hand. */
  gap: z.number().nullable(),
  /** Points the class should score, as a band. */
  expected: z.object({ low: z.number(), high: z.number(), outOf: z.number() }),
  checks: z.array(Check),
  releases: z.array(z.object({ id: Id, releasedAt: Moment })),
  ...steps,
});
export type Quiz = z.infer<typeof Quiz>;

export const composeQuiz = endpoint({
  method: "post",
  path: "/classes/:classId/quizzes",
  access: "member",
  summary: "Composes a review from what is due in a class, best items first, in a woven order.",
  params: z.object({ classId: Id }),
  body: z.object({
    count: z.int().min(1, "atLeastOneQuestion").max(limits.quizItems),
  }),
  result: Quiz,
});

export const createQuiz = endpoint({
  method: "post",
  path: "/quizzes",
  access: "member",
  summary: "Makes a quiz for a class from items chosen by hand, in the order given; without items an empty one.",
  body: z.object({
    classId: Id,
    itemIds: z.array(Id).max(limits.quizItems),
    name: Name.optional(),
  }),
  result: Quiz,
});

export const recomposeQuiz = endpoint({
  method: "post",
  path: "/quizzes/:quizId/composition",
  access: "member",
  summary: "Composes a quiz anew with another number of items, or only weaves it again.",
  params: z.object({ quizId: Id }),
  body: z.object({
    version: z.int(),
    count: z.int().min(1, "atLeastOneQuestion").max(limits.quizItems),
    /** null: from what is due, without requirements. */
    blueprint: Blueprint.nullable().default(null),
  }),
  result: Quiz,
});

export const showQuiz = endpoint({
  method: "get",
  path: "/quizzes/:quizId",
  access: "member",
  summary: "A quiz with its items, order and checks.",
  params: z.object({ quizId: Id }),
  result: Quiz,
});

export const setLayout = endpoint({
  method: "put",
  path: "/quizzes/:quizId/layout",
  access: "member",
  summary:
    "Sets the parts and places of a quiz and their order: what is left out is taken out. A stale version is refused.",
  params: z.object({ quizId: Id }),
  body: z.object({ version: z.int(), parts: z.array(LayoutPart).min(1).max(12) }),
  result: Quiz,
});

const step = {
  method: "post",
  access: "member",
  params: z.object({ quizId: Id }),
  body: z.object({ version: z.int() }),
  result: Quiz,
} as const;

export const undoQuizStep = endpoint({
  ...step,
  path: "/quizzes/:quizId/undo",
  summary: "Takes the last change of a quiz back, if it was the caller's own; the last fifty are kept.",
});

export const redoQuizStep = endpoint({
  ...step,
  path: "/quizzes/:quizId/redo",
  summary: "Makes the change again that was taken back last, if it was the caller's own.",
});

/** What the order of questions alone decides of a quiz: the rest stays as it is when some are moved. */
export const Arranged = z.object({
  version: z.int(),
  woven: Quiz.shape.woven,
  /** Only those of {@link orderCodes}. */
  checks: z.array(Check),
  ...steps,
});
export type Arranged = z.infer<typeof Arranged>;
export const orderCodes: readonly z.infer<typeof Check>["code"][] = ["sameTopicNeighbours", "stimulusApart"];
/** Checks that name questions by their number: with one of these a new order is laid out whole. */
export const numberedCodes: readonly z.infer<typeof Check>["code"][] = ["metLately"];

export const arrangeQuiz = endpoint({
  method: "put",
  path: "/quizzes/:quizId/order",
  access: "member",
  summary: "Puts the places of each part in another order; every place stays in its part. A stale version is refused.",
  params: z.object({ quizId: Id }),
  body: z.object({
    version: z.int(),
    /** By part, in their order: the ids of its places, in their new order. */
    parts: z.array(z.array(Id).max(200)).min(1).max(12),
  }),
  result: Arranged,
});

export const changeMix = endpoint({
  method: "post",
  path: "/quizzes/:quizId/mix",
  access: "member",
  summary: "One question more of a unit, the best there is, put where it weaves in; or one fewer, the least needed.",
  params: z.object({ quizId: Id }),
  body: z.object({ version: z.int(), unitId: Id, change: z.union([z.literal(1), z.literal(-1)]) }),
  result: Quiz,
});

export const weaveQuiz = endpoint({
  method: "post",
  path: "/quizzes/:quizId/order",
  access: "member",
  summary: "Puts the questions of every part in a woven order, or from easy to hard; what is locked keeps its place.",
  params: z.object({ quizId: Id }),
  body: z.object({ version: z.int(), order: z.enum(["woven", "easyToHard"]) }),
  result: Quiz,
});

const Candidate = z.object({
  itemId: Id,
  number: z.int(),
  kind: KindName,
  stem: z.string(),
  topic: z.string(),
  strand: Strand.nullable(),
  facility: Share.nullable(),
  lastOn: z.iso.date().nullable(),
  expectedSeconds: z.int(),
});
export type Candidate = z.infer<typeof Candidate>;

export const listSwaps = endpoint({
  method: "get",
  path: "/quizzes/:quizId/items/:itemId/swaps",
  access: "member",
  summary: "The best items to put in the place of one, each with what would change.",
  params: z.object({ quizId: Id, itemId: Id }),
  result: z.object({ swaps: z.array(Candidate.extend({ changes: z.array(z.string()) })) }),
});

export const listMatches = endpoint({
  method: "get",
  path: "/quizzes/:quizId/matches",
  access: "member",
  summary: "Items that the words of an add line match, and topics to draw from.",
  params: z.object({ quizId: Id }),
  query: z.object({ text: z.string().max(200).default("") }),
  result: z.object({
    items: z.array(
      Candidate.extend({
        /** It stands in this quiz, or a look-alike of it does. */
        here: z.enum(["no", "itself", "lookAlike"]),
      }),
    ),
    draws: z.array(z.object({ topicId: Id, topic: z.string(), strand: Strand.nullable(), itemIds: z.array(Id) })),
  }),
});

export const previewQuiz = endpoint({
  method: "get",
  path: "/quizzes/:quizId/preview",
  access: "member",
  summary: "The quiz as a student would get it; another number, another student's. Nothing is recorded.",
  params: z.object({ quizId: Id }),
  query: z.object({ student: count.default(1) }),
  result: z.object({
    items: z.array(
      z.object({
        position: z.int(),
        itemId: Id,
        points: z.number(),
        strand: Strand.nullable(),
        view: StudentView,
        stimulusId: Id.nullable(),
        /** Heading, instruction and interludes that come before it. */
        before: z.array(z.string()),
      }),
    ),
    stimuli: z.array(ShownStimulus),
  }),
});

export const renameQuiz = endpoint({
  method: "patch",
  path: "/quizzes/:quizId",
  access: "member",
  summary: "Gives a quiz another name.",
  params: z.object({ quizId: Id }),
  body: z.object({ version: z.int(), name: Name }),
  result: Quiz,
});

export const assemblyEndpoints = {
  ...requirementEndpoints,
  composeQuiz,
  createQuiz,
  recomposeQuiz,
  showQuiz,
  setLayout,
  arrangeQuiz,
  undoQuizStep,
  redoQuizStep,
  changeMix,
  weaveQuiz,
  listSwaps,
  listMatches,
  previewQuiz,
  renameQuiz,
  listQuizzes,
};
