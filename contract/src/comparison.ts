/** Two classes, or a group and the rest of its class, on the questions that both were asked. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Change } from "./change.ts";
import { Id, Share, Strand } from "./wire.ts";

/** A side with fewer students is not compared. */
export const fewestStudents = 10;

const Side = z.object({
  name: z.string(),
  /** The school year; null: a group, which is of this year. */
  year: z.string().nullable(),
  /** Who answered a question that the other side was asked, too. */
  students: z.int(),
});

export const Comparison = z.object({
  classId: Id,
  className: z.string(),
  /** What it can be compared with: classes of all years, the newest first, and the groups of this class. */
  classes: z.array(z.object({ id: Id, name: z.string(), year: z.string() })),
  groups: z.array(z.object({ id: Id, name: z.string() })),
  /** What the department keeps of its students, if it keeps anything: each value beside the others. */
  characteristics: z.array(z.object({ name: z.string(), values: z.array(z.object({ id: Id, name: z.string() })) })),
  /** null: nothing is chosen yet. */
  compared: z
    .object({
      first: Side,
      /** Of several other values together the name is empty. */
      second: Side,
      /** Sides by what is kept of the students: of all classes of the course in this year; null: two classes or a group. */
      by: z.object({ characteristic: z.string(), classes: z.array(z.string()) }).nullable(),
      /** Questions that both sides were asked, as they read alike. */
      questions: z.int(),
      /** Of one side or of both too few students answered: no figures. */
      isTooFew: z.boolean(),
      all: z.object({ first: Share, second: Share, change: Change.nullable() }).nullable(),
      /** By topic of the course; the verdicts hold for all of them and the whole together. */
      topics: z.array(
        z.object({
          topicId: Id.nullable(),
          name: z.string(),
          strand: Strand.nullable(),
          ...{ first: Share, second: Share, change: Change.nullable() },
        }),
      ),
    })
    .nullable(),
});
export type Comparison = z.infer<typeof Comparison>;

export const showComparison = endpoint({
  method: "get",
  path: "/classes/:classId/comparison",
  access: "member",
  summary:
    "A class beside another, of this year or an earlier one, a group beside the rest of its class, or students of whom one thing is kept beside the others: each student's first answer to the questions that both sides were asked.",
  params: z.object({ classId: Id }),
  query: z.object({ withClassId: Id.optional(), groupId: Id.optional(), valueId: Id.optional() }),
  result: Comparison,
});

export const comparisonEndpoints = { showComparison };
