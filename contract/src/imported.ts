/** What became of a file that came in, and of an import that was undone. */
import { z } from "zod";
import { Note, ReportCounts } from "./packages.ts";

/** What an import made of a file. */
export const Imported = z.object({
  /** Of a package or a table: how many of its parts had which outcome. */
  parts: ReportCounts.optional(),
  /** Of a table: what is to be said of it as a whole. */
  notes: z.array(Note).optional(),
  created: z.object({
    standards: z.int(),
    topics: z.int(),
    courses: z.int(),
    classes: z.int(),
    students: z.int(),
    items: z.int(),
  }),
  revised: z.object({ items: z.int() }),
  unchanged: z.object({ items: z.int() }),
});
export type Imported = z.infer<typeof Imported>;

/** What undoing an import did to the items that it brought or changed; what was changed or used since stayed. */
export const Undone = z.object({ takenOut: z.int(), restored: z.int(), kept: z.int() });
export type Undone = z.infer<typeof Undone>;
