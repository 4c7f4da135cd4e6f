/** Revision sheets of a release: what went wrong for each student, to print, with something to try again. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { RichText } from "./items/richText.ts";
import { Id, LocalDate } from "./wire.ts";

/** Questions on one sheet; two sheets go on a page. */
export const mostOnSheet = 4;

const PaperQuestion = z.object({
  stem: RichText,
  /** What to choose from, to be lettered; none: a line to write on. */
  options: z.array(RichText),
  key: z.string(),
});

const SheetItem = z.object({
  itemId: Id,
  topic: z.string(),
  /** null: a reserved question, which is not shown again. */
  stem: RichText.nullable(),
  /** Title of the text, map or chart that it hangs on. */
  stimulus: z.string().nullable(),
  /** What the student answered, in words; null: left open, or a reserved question. */
  answered: z.string().nullable(),
  /** Why, in the student's own words. */
  reason: z.string().nullable(),
  /** Why what was chosen is not right. */
  rationales: z.array(RichText),
  explanation: RichText.nullable(),
  /** What to do next; or the word for who was nearly there. */
  nextStep: RichText.nullable(),
  /** A practice item to try, not of this quiz. */
  again: PaperQuestion.nullable(),
});
export type SheetItem = z.infer<typeof SheetItem>;

export const Sheets = z.object({
  ...{ releaseId: Id, name: z.string(), classId: Id, className: z.string() },
  /** Classes that were given it, to choose from. */
  classes: z.array(z.object({ id: Id, name: z.string() })),
  on: LocalDate,
  /** Somebody can still answer it: the sheets give keys away. */
  isOpen: z.boolean(),
  /** Who has handed in, by name. From the last go of each. */
  students: z.array(
    z.object({
      ...{ studentId: Id, name: z.string() },
      /** The weakest first of what went wrong. */
      items: z.array(SheetItem),
      /** Topics of what went wrong besides, and has no room. */
      further: z.array(z.string()),
      /** Answers that nobody has marked yet. */
      waiting: z.int(),
    }),
  ),
  /** Who has not handed in, and so has no sheet. */
  without: z.array(z.object({ studentId: Id, name: z.string() })),
});
export type Sheets = z.infer<typeof Sheets>;

export const showSheets = endpoint({
  method: "get",
  path: "/releases/:releaseId/sheets",
  access: "member",
  summary:
    "Revision sheets of a class: for each student what went wrong in the last go, why, one next step, and a practice item to try. No reserved question is on them.",
  params: z.object({ releaseId: Id }),
  /** Of several classes that were given it; absent: the first. */
  query: z.object({ classId: Id.optional() }),
  result: Sheets,
});

export const sheetsEndpoints = { showSheets };
