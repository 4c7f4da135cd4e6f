/**
 * What an item has that the standard has no place for. It goes along as JSON in an element of our own beside the item's
 * metadata (docs/formats.md). What is asked and what is right is never read from here where the standard has a place for it.
 */
import { FileContent, FileItem } from "@verdant/contract/exchange";
import { KindName } from "@verdant/contract/items/kinds";
import { RichText } from "@verdant/contract/items/richText";
import { Shape } from "@verdant/contract/items/pointOnImage";
import { OtherUnits } from "@verdant/contract/items/numeric";
import { z } from "zod";

const Text = z.union([z.string(), RichText]);
const of = <K extends FileContent["kind"]>(kind: K) =>
  FileContent.options.find((option) => option.shape.kind.value === kind) as Extract<
    (typeof FileContent.options)[number],
    { shape: { kind: { value: K } } }
  >;

export const Extension = z.object({
  ...FileItem.pick({
    key: true,
    label: true,
    demand: true,
    use: true,
    status: true,
    expectedSeconds: true,
    writerDifficulty: true,
    keptFindings: true,
    family: true,
    twin: true,
  }).shape,
  /** Path of the topic, as the department's tree has it. */
  topic: z.string().optional(),
  /** Codes of the standards. */
  standards: z.array(z.string()).default([]),
  kind: KindName,
  /** Of an option set. */
  setName: z.string().optional(),
  /** Wrong ideas by the id of the option or place. */
  misconceptions: z.record(z.string(), z.string()).default({}),
  /** Why a pair or a place is wrong, by its id: the standard has feedback for options only. */
  rationales: z.record(z.string(), Text).default({}),
  /** Ids of accepted answers in their order. */
  acceptedIds: z.array(z.string()).optional(),
  allowsNearMiss: z.boolean().optional(),
  expectedWrong: of("shortText").shape.expectedWrong.optional(),
  otherUnits: OtherUnits.optional(),
  /** How parts count, and capital letters: where the rules of the file leave it open, and for orders, which the standard counts all or nothing. */
  scoring: of("order").shape.scoring.optional(),
  caseMatters: z.boolean().optional(),
  first: z.string().optional(),
  last: z.string().optional(),
  /** Of gaps in their order: their ids, and what there is to choose from as it is kept, the right one first. */
  gapIds: z.array(z.string()).optional(),
  gapChoices: z.array(z.array(z.string())).optional(),
  showsRegions: z.boolean().optional(),
  /** Places as they were drawn: the standard rounds to whole pixels. */
  shapes: z.record(z.string(), Shape).optional(),
  criteria: of("written").shape.criteria.optional(),
  showsCriteria: z.boolean().optional(),
  modelAnswer: Text.optional(),
  form: of("opinion").shape.form.optional(),
  steps: z.int().optional(),
  low: z.string().optional(),
  high: z.string().optional(),
});
export type Extension = z.infer<typeof Extension>;
