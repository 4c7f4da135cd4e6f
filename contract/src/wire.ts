/** Schemas of values as they travel, and the limits of every field in one place. */
import { z } from "zod";

export const limits = {
  name: 120,
  /** The given or the family name of a person. */
  personName: 300,
  label: 120,
  /** Why a finding is kept. */
  reason: 300,
  /** Why a student answered so. */
  studentReason: 500,
  /** What colleagues say about an item. */
  comment: 2_000,
  /** Characters of one run of text. */
  run: 20_000,
  blocks: 200,
  runsInBlock: 500,
  listItems: 100,
  tableRows: 60,
  tableColumns: 12,
  latex: 1_000,
  mathml: 20_000,
  alt: 1_000,
  /** Accepted and expected answers of a typed item. */
  typedAnswers: 40,
  typedAnswer: 200,
  mediaBytes: 5 * 1024 * 1024,
  recordingBytes: 25 * 1024 * 1024,
  departmentFileBytes: 500 * 1024 * 1024,
  transcript: 20_000,
  options: 20,
  tag: 40,
  tags: 20,
  /** Corners of a place drawn on a picture. */
  corners: 60,
  quizItems: 60,
  answersInBatch: 200,
  /** Items that are brought, or compared with the bank, in one request. */
  itemsAtOnce: 200,
  answerBytes: 20_000,
} as const;

export const Id = z.uuid();
const isOfOurTime = (text: string) => /^(19|20|21)/.test(text);
/** A local date, YYYY-MM-DD, from 1900 to 2199. */
export const LocalDate = z.iso.date().refine(isOfOurTime, "dateTooFar");
/** A moment, ISO 8601 in UTC, in those years. */
export const Moment = z.iso.datetime().refine(isOfOurTime, "dateTooFar");

export const Name = z.string().trim().min(1, "nameMissing").max(limits.name);

/** Part of a person's name: people have names of one word, and very long ones, in any script. */
const namePart = z.string().trim().max(limits.personName);
export const GivenName = namePart.min(1, "personNameMissing");
/** Empty for whoever has one name only. */
export const FamilyName = namePart;

/** A whole number in a query; callers write a number. */
export const count = z.coerce.number<number>().int().nonnegative();

/** A share with its 95 % interval and what it is out of. */
export const Share = z.object({
  right: z.number(),
  outOf: z.int(),
  low: z.number().nullable(),
  high: z.number().nullable(),
});
export type Share = z.infer<typeof Share>;

/** A unit as a strand: its letter and hue always travel together. */
export const Strand = z.object({ unitId: Id, name: z.string(), letter: z.string(), hue: z.int() });
export type Strand = z.infer<typeof Strand>;

export const Done = z.object({ ok: z.literal(true) });
