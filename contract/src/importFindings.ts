/** What an import would do, item by item, before it does it; and what somebody chose. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Transfer } from "./exchange.ts";
import { Content, KindName } from "./items/kinds.ts";
import { Done, Id } from "./wire.ts";

/** Against the bank: it has no such item, it has one that says something else, or just this. */
export const findingStates = ["new", "differs", "same"] as const;
export type FindingState = (typeof findingStates)[number];

/** To take it in, to leave it out, or to take a new one in as a look-alike of the item that it is like. */
export const findingChoices = ["take", "leave", "variant"] as const;
export type FindingChoice = (typeof findingChoices)[number];

export const Finding = z.object({
  /** Its place in the file, from 0. */
  n: z.int(),
  state: z.enum(findingStates),
  /** Of an item that the bank has. */
  item: z.object({ id: Id, number: z.int() }).nullable(),
  kind: KindName,
  stem: z.string(),
  /** As the file names it. */
  topic: z.string().nullable(),
  /** Of a new one: an item of the bank that asks nearly the same. */
  like: z.object({ id: Id, number: z.int() }).nullable(),
  choice: z.enum(findingChoices),
});
export type Finding = z.infer<typeof Finding>;

const ofTransfer = z.object({ transferId: Id });
export const findingsPerPage = 50;

/** Which of them are listed, or chosen. */
export const findingFacets = [...findingStates, "like", "left"] as const;
const facet = z.enum(findingFacets);

/** What belongs to an item besides what it says, by names that both a file and the bank have. */
export const FindingTagging = z.object({
  label: z.string().nullable(),
  topic: z.string().nullable(),
  /** Title of the text, map or chart. */
  stimulus: z.string().nullable(),
  /** Codes, in order. */
  standards: z.array(z.string()),
  demand: z.string(),
  use: z.string(),
  expectedSeconds: z.int(),
  writerDifficulty: z.int(),
  points: z.number(),
  tags: z.array(z.string()),
  /** How many warnings somebody has dismissed. */
  keptFindings: z.int(),
});
export type FindingTagging = z.infer<typeof FindingTagging>;

export const showFinding = endpoint({
  method: "get",
  path: "/department/transfers/:transferId/findings/:n",
  access: "lead",
  summary: "What one item of an import that waits for a yes says, and what the item of the bank says that it meets.",
  params: ofTransfer.extend({ n: z.coerce.number().int().min(0) }),
  result: z.object({
    /** Null: it was looked at by a version that did not keep it. */
    content: Content.nullable(),
    /** Null: the file does not say how this department uses it. */
    tagging: FindingTagging.nullable(),
    /** The item of the bank that says something else, or that is very like it. */
    here: z.object({ number: z.int(), content: Content, tagging: FindingTagging }).nullable(),
  }),
});

export const listFindings = endpoint({
  method: "get",
  path: "/department/transfers/:transferId/findings",
  access: "lead",
  summary: "What an import that waits for a yes would do with each item of its file.",
  params: ofTransfer,
  query: z.object({ facet: facet.optional(), after: z.coerce.number().int().min(-1).optional() }),
  result: z.object({
    transfer: Transfer,
    findings: z.array(Finding),
    /** The place to ask on after; null: these were the last. */
    next: z.int().nullable(),
    /** Of the whole file, how many belong to each facet. */
    counts: z.record(facet, z.int()),
    /** How many would be new, and how many changed, as it is chosen now. */
    taken: z.object({ new: z.int(), differs: z.int() }),
  }),
});

export const chooseFindings = endpoint({
  method: "put",
  path: "/department/transfers/:transferId/findings",
  access: "lead",
  summary: "Says of some items of an import, or of all of a facet, whether they are to be taken in.",
  params: ofTransfer,
  body: z.object({
    choice: z.enum(findingChoices),
    which: z.union([
      z.strictObject({ places: z.array(z.int().min(0)).min(1).max(500) }),
      z.strictObject({ facet: facet.optional() }),
    ]),
  }),
  result: Done,
});

export const agreeToImport = endpoint({
  method: "post",
  path: "/department/transfers/:transferId/agree",
  access: "lead",
  summary: "Has an import that waits for a yes done, as it was chosen.",
  params: ofTransfer,
  result: Transfer,
});

export const importFindingsEndpoints = { listFindings, showFinding, chooseFindings, agreeToImport };
