/** What is known of one item: how it went, where it is used, who has seen it. */
import { z } from "zod";
import { ItemDifferences } from "./characteristics.ts";
import { Doubts } from "./doubts.ts";
import { endpoint } from "./endpoint.ts";
import { Id, LocalDate, Moment, Share } from "./wire.ts";

/** How far figures can be trusted. */
export const Trust = z.enum(["estimate", "provisional", "settled"]);

export const ItemFigures = z.object({
  /** First answers of real classes to the newest revision and those that differ from it by a slip only. */
  facility: Share,
  trust: Trust,
  /** Agreement with the rest of the quizzes it was in; null: too few answers. */
  agreement: z.object({ r: z.number(), low: z.number(), high: z.number() }).nullable(),
  revisions: z.array(z.object({ n: z.int(), facility: Share, trust: Trust })),
  /** Answers marked under a ruling for one release only: they are in none of these figures. */
  underOtherKeys: z.int(),
  /** Students who ever saw it, in real classes. */
  students: z.int(),
  lastUsedOn: LocalDate.nullable(),
  /**
   * Difficulty on one scale for all classes and years, as the share of average students that would get it right; null: not
   * worked out yet, or fewer than ten answers.
   */
  calibrated: z
    .object({
      /** Of students as good as the mean of the first year that was worked out. */
      right: z.number(),
      low: z.number(),
      high: z.number(),
      trust: Trust,
      answers: z.int(),
      at: Moment,
    })
    .nullable(),
  /** Change of the share right each time twice as many have seen it; null: too little to say. */
  climb: z.object({ slope: z.number(), low: z.number(), high: z.number(), isLikely: z.boolean() }).nullable(),
  /** What speaks against it; null: nothing, or too few answers. */
  doubts: Doubts.nullable(),
  /** Whether it treats groups of students unlike; null: the department keeps nothing to compare groups by. */
  differences: ItemDifferences.nullable(),
  /** Where it was given, the newest first; one line a class. */
  given: z.array(
    z.object({
      releaseId: Id,
      name: z.string(),
      classId: Id,
      className: z.string(),
      course: z.string(),
      by: z.string(),
      on: LocalDate,
      /** First answers there. */
      facility: Share,
    }),
  ),
  /** Quizzes that hold it, whether they were given or not. */
  quizzes: z.array(z.object({ id: Id, number: z.int(), name: z.string() })),
  /** There are more than are named here. */
  isMore: z.object({ given: z.boolean(), quizzes: z.boolean() }),
});
export type ItemFigures = z.infer<typeof ItemFigures>;

export const showItemFigures = endpoint({
  method: "get",
  path: "/items/:itemId/figures",
  access: "member",
  summary: "How an item went, revision by revision, where it is used, and whether it gets easier the more it is seen.",
  params: z.object({ itemId: Id }),
  result: ItemFigures,
});

export const figuresEndpoints = { showItemFigures };
