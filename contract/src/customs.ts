/** What a department is used to when it writes: its wrong ideas, words, sets to judge by, columns, and habits of its writers. */
import { columnRoles } from "@verdant/core/bank/workbook";
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Done, Id, limits, Name } from "./wire.ts";

export const listMisconceptions = endpoint({
  method: "get",
  path: "/misconceptions",
  access: "member",
  summary: "The department's catalogue of named wrong ideas.",
  result: z.object({ misconceptions: z.array(z.object({ id: Id, name: z.string() })) }),
});

export const addMisconception = endpoint({
  method: "post",
  path: "/misconceptions",
  access: "member",
  summary: "Names a wrong idea; one that has this name already is answered as it is.",
  body: z.object({ name: Name }),
  result: z.object({ id: Id, name: z.string() }),
});

const OptionSetBody = z.object({
  name: Name,
  words: z
    .array(z.string().trim().min(1).max(limits.typedAnswer))
    .min(2, "setNeedsTwo")
    .max(limits.options)
    .refine((words) => new Set(words).size === words.length, "wordTwice"),
});

export const listOptionSets = endpoint({
  method: "get",
  path: "/option-sets",
  access: "member",
  summary: "Sets of words to judge by that the department has put together, besides those of the program.",
  result: z.object({ optionSets: z.array(OptionSetBody.extend({ id: Id })) }),
});

export const keepOptionSet = endpoint({
  method: "put",
  path: "/option-sets/:optionSetId",
  access: "member",
  summary: "Offers a set of words to judge by to all colleagues.",
  params: z.object({ optionSetId: Id }),
  body: OptionSetBody,
  result: Done,
});

export const removeOptionSet = endpoint({
  method: "delete",
  path: "/option-sets/:optionSetId",
  access: "member",
  summary: "Offers a set of words no longer. Items with it stay as they are.",
  params: z.object({ optionSetId: Id }),
  result: Done,
});

const Word = z.string().trim().min(2).max(60);

export const findKnownWords = endpoint({
  method: "post",
  path: "/words/known",
  access: "member",
  changesNothing: true,
  summary: "Which of these words are the department's own: said to be, or used in three of its items or more.",
  body: z.object({ words: z.array(Word).max(200) }),
  result: z.object({ known: z.array(z.string()) }),
});

export const addWords = endpoint({
  method: "post",
  path: "/words",
  access: "member",
  summary: "Says that these are words of the department, though no dictionary has them.",
  body: z.object({ words: z.array(Word).min(1).max(50) }),
  result: Done,
});

export const listKeyPlaces = endpoint({
  method: "get",
  path: "/key-places",
  access: "member",
  summary: "Where the key stands, counted from 0, in my last items with one right answer, the newest first.",
  query: z.object({ besides: Id.optional() }),
  result: z.object({ places: z.array(z.int()) }),
});

const ColumnMapping = z.object({
  /** The headings of the table, folded, as core's signatureOf writes them. */
  signature: z.string().min(1).max(4000),
  roles: z.array(z.enum(columnRoles)).min(1).max(200),
});

export const listColumnMappings = endpoint({
  method: "get",
  path: "/column-mappings",
  access: "member",
  summary: "How the department has read the columns of workbooks before, by their headings.",
  result: z.object({ mappings: z.array(ColumnMapping) }),
});

export const keepColumnMapping = endpoint({
  method: "put",
  path: "/column-mappings",
  access: "member",
  summary: "Remembers how the columns of a workbook with these headings are read.",
  body: ColumnMapping,
  result: Done,
});

export const customsEndpoints = {
  listMisconceptions,
  addMisconception,
  listOptionSets,
  keepOptionSet,
  removeOptionSet,
  findKnownWords,
  addWords,
  listKeyPlaces,
  listColumnMappings,
  keepColumnMapping,
};
