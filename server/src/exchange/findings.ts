/** What an import would do, shown before it does it; and what is chosen of it. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type { FileItem, Imported, Transfer } from "@verdant/contract/exchange";
import * as contract from "@verdant/contract/importFindings";
import type { Note } from "@verdant/contract/packages";
import { limits } from "@verdant/contract/wire";
import { headline } from "@verdant/core/richText";
import { findLikeItems, showItem } from "../bank/service.ts";
import { Failure, need } from "../platform/failure.ts";
import { firstOf } from "../platform/firstOf.ts";
import { record } from "../platform/history.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { familyOfBank, type Compared } from "./importItems.ts";
import { importDepartment, type Importing } from "./importDepartment.ts";
import type { FileBody } from "./readDepartmentFile.ts";
import { mayExchange, showTransfer } from "./transfers.ts";
import * as store from "./findingStore.ts";
import { insertAll } from "./store.ts";
import { moveOn } from "./transferStore.ts";

/** Of so many new items it is looked whether the bank has one like it: each takes a search of its own. */
const mostLooked = 1000;

/** So many are held as they are written at once: as text they take as much room again. */
const keptAtOnce = 500;

/** Letters of a question that are shown. */
const mostOfStem = 300;

const shortened = (words: string) => (words.length > mostOfStem ? `${words.slice(0, mostOfStem - 1)}…` : words);

/** Carries what an import would have made out of its transaction, which goes back. */
class Tried extends Error {
  readonly imported: Imported;
  constructor(imported: Imported) {
    super("tried");
    this.imported = imported;
  }
}

/** The import itself, but for what it writes of items; then all of it goes back. */
async function tryImport(scope: Scope<Member>, importing: Importing) {
  const compared: Compared[] = [];
  try {
    await atomically(scope, async (within) => {
      throw new Tried(await importDepartment(within, { ...importing, compared }));
    });
  } catch (error) {
    if (error instanceof Tried) return { imported: error.imported, compared };
    throw error;
  }
  throw new Error("an import that was tried has to go back");
}

export interface LookedAt {
  readonly imported: Imported;
  readonly notes: readonly Note[];
  /** Keeps what was found, in a transaction of whoever asks. */
  readonly keep: (within: Scope<Member>) => Promise<void>;
}

/** @param keepsItems whether the items are kept as they were read, too */
export async function lookAt(
  scope: Scope<Member>,
  transferId: string,
  importing: Importing,
  { keepsItems }: { readonly keepsItems: boolean },
): Promise<LookedAt> {
  const { departmentId } = scope.caller;
  const { imported, compared } = await tryImport(scope, importing);
  const fresh = compared.filter(({ state }) => state === "new");
  const likes = await likesOf(scope, fresh.slice(0, mostLooked));
  const names = new Map(importing.body.topics.map(({ key, name }) => [key, name]));
  const titles = new Map(importing.body.stimuli.map(({ key, title }) => [key, title]));
  const nameOf = (of: ReadonlyMap<string, string>, key: string | undefined) =>
    key === undefined ? null : (of.get(key) ?? key);
  const rowOf = ({ item, content, state, itemId, version }: Compared, n: number) => ({
    ...{ departmentId, transferId, n, key: item.key, state, itemId, version },
    ...{ kind: content.kind, stem: shortened(headline(content.stem)), choice: "take" as const },
    ...{ topic: nameOf(names, item.topic), likeItemId: likes.get(item.key) ?? null },
    content: JSON.stringify(content),
    item: keepsItems ? JSON.stringify(item) : null,
    tagging:
      importing.ofOthers?.has(item.key) === true
        ? null
        : JSON.stringify(
            taggingOf(item, { topic: nameOf(names, item.topic), stimulus: nameOf(titles, item.stimulus) }),
          ),
  });
  return {
    imported,
    notes: fresh.length > mostLooked ? [{ code: "likeOnlyFirst", terms: { count: mostLooked } }] : [],
    keep: async ({ db }) => {
      // What was chosen at an earlier look still holds.
      const chosen = new Map(
        (await store.listChosen(db, { departmentId, transferId })).map((one) => [one.key, one.choice]),
      );
      await store.deleteFindings(db, { departmentId, transferId });
      for (let from = 0; from < compared.length; from += keptAtOnce) {
        const rows = compared.slice(from, from + keptAtOnce).map((one, i) => rowOf(one, from + i));
        const kept = rows.map((row) => ({ ...row, choice: stillPossible(row, chosen.get(row.key)) }));
        await insertAll(db, "importFinding", kept);
      }
    },
  };
}

type Named = Pick<contract.FindingTagging, "topic" | "stimulus">;

type Used = Pick<
  FileItem,
  "standards" | "demand" | "use" | "expectedSeconds" | "writerDifficulty" | "points" | "tags" | "keptFindings"
> & { readonly label?: string | null | undefined };

const taggingOf = (used: Used, named: Named): contract.FindingTagging => ({
  label: used.label ?? null,
  ...named,
  standards: [...new Set(used.standards)].sort(),
  demand: used.demand,
  use: used.use,
  expectedSeconds: used.expectedSeconds,
  writerDifficulty: used.writerDifficulty,
  points: used.points,
  tags: used.tags,
  keptFindings: used.keptFindings.length,
});

function stillPossible(
  { state, likeItemId }: Pick<contract.Finding, "state"> & { readonly likeItemId: string | null },
  chosen: contract.FindingChoice = "take",
): contract.FindingChoice {
  if (state === "same") return "take";
  return chosen === "variant" && likeItemId === null ? "take" : chosen;
}

/** By key, the item of the bank that asks nearly the same. */
async function likesOf(scope: Scope<Member>, fresh: readonly Compared[]): Promise<Map<string, string>> {
  const found = new Map<string, string>();
  for (let from = 0; from < fresh.length; from += limits.itemsAtOnce) {
    const some = fresh.slice(from, from + limits.itemsAtOnce);
    const { like } = await findLikeItems(scope, {
      body: { contents: some.map(({ content }) => content), besides: [] },
    });
    some.forEach(({ item }, i) => {
      const one = like[i];
      if (one) found.set(item.key, one.itemId);
    });
  }
  return found;
}

/** The file without what was left out; and what its items were when somebody looked. */
export async function asChosen(
  scope: Scope<Member>,
  transferId: string,
  body: FileBody,
): Promise<Pick<Importing, "body" | "expected" | "variantsOf">> {
  const rows = await store.listChosen(scope.db, { departmentId: scope.caller.departmentId, transferId });
  const left = new Set(rows.flatMap(({ key, choice }) => (choice === "leave" ? [key] : [])));
  // What is in the bank already can still be pointed at.
  const missing = new Set(
    rows.flatMap(({ key, choice, itemId }) => (choice === "leave" && itemId === null ? [key] : [])),
  );
  const variantsOf = new Map(
    rows.flatMap(({ key, choice, likeItemId }) => (choice === "variant" && likeItemId ? [[key, likeItemId]] : [])),
  );
  return {
    body: withoutItems(body, left, missing, variantsOf),
    expected: new Map(rows.map(({ key, itemId, version }) => [key, { itemId, version }])),
    variantsOf,
  };
}

export const withoutItems = (
  body: FileBody,
  left: ReadonlySet<string>,
  missing: ReadonlySet<string>,
  variantsOf: ReadonlyMap<string, string>,
): FileBody => ({
  ...body,
  items: body.items
    .filter(({ key }) => !left.has(key))
    .map(({ twin, ...item }) => {
      const like = variantsOf.get(item.key);
      return {
        ...item,
        ...(twin !== undefined && !missing.has(twin) && { twin }),
        ...(like !== undefined && { family: familyOfBank(like) }),
      };
    }),
  many: body.many.map((one) => ({ ...one, items: one.items.filter(({ item }) => !missing.has(item)) })),
});

export async function listFindings(
  scope: Scope<Member>,
  { params: { transferId }, query: { facet, after = -1 } }: Input<typeof contract.listFindings>,
): Promise<Result<typeof contract.listFindings>> {
  mayExchange(scope, "import");
  const { db, caller } = scope;
  const of = { departmentId: caller.departmentId, transferId };
  const transfer = await showTransfer(scope, transferId);
  const page = { facet, after, limit: contract.findingsPerPage + 1 };
  const { first, isMore } = firstOf(await store.listFindings(db, of, page), contract.findingsPerPage);
  const { takenNew, takenDiffers, ...counts } = await store.countFindings(db, of);
  return {
    transfer,
    findings: first.map(({ itemId, number, likeItemId, likeNumber, ...row }) => ({
      ...row,
      item: itemId === null || number === null ? null : { id: itemId, number },
      like: likeItemId === null || likeNumber === null ? null : { id: likeItemId, number: likeNumber },
    })),
    next: isMore ? (first.at(-1)?.n ?? null) : null,
    counts,
    taken: { new: takenNew, differs: takenDiffers },
  };
}

export async function showFinding(
  scope: Scope<Member>,
  { params: { transferId, n } }: Input<typeof contract.showFinding>,
): Promise<Result<typeof contract.showFinding>> {
  mayExchange(scope, "import");
  const { db, caller } = scope;
  const { departmentId } = caller;
  const { itemId, likeItemId, content, tagging } = need(
    await store.findFinding(db, { departmentId, transferId }, n),
    "item",
  );
  const hereId = itemId ?? likeItemId;
  if (hereId === null) return { content, tagging, here: null };
  const [here, named] = await Promise.all([
    showItem(scope, { params: { itemId: hereId } }),
    store.nameTagging(db, departmentId, hereId),
  ]);
  const { number, content: says, tagging: of } = here;
  const { standards, ...names } = named;
  return {
    ...{ content, tagging },
    here: { number, content: says, tagging: taggingOf({ ...of, standards }, names) },
  };
}

export function chooseFindings(
  scope: Scope<Member>,
  { params: { transferId }, body: { choice, which } }: Input<typeof contract.chooseFindings>,
): Promise<Result<typeof contract.chooseFindings>> {
  mayExchange(scope, "import");
  return atomically(scope, async (within) => {
    const of = { departmentId: within.caller.departmentId, transferId };
    await showTransfer(within, transferId);
    if (!(await store.holdRead(within.db, of))) throw new Failure("importNotWaiting");
    await store.setChoice(within.db, of, choice, which);
    return { ok: true };
  });
}

export function agreeToImport(
  scope: Scope<Member>,
  { params: { transferId } }: Input<typeof contract.agreeToImport>,
): Promise<Transfer> {
  mayExchange(scope, "import");
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const to = { state: "waiting", agreedAt: now(), share: 0 } as const;
    const isFirst = await moveOn(db, departmentId, transferId, ["read"], to);
    const transfer = await showTransfer(within, transferId);
    // Whoever agrees second finds it agreed.
    if (!isFirst && (transfer.state === "cancelled" || transfer.state === "failed"))
      throw new Failure("importNotWaiting");
    if (isFirst)
      await record(within, {
        ...{
          departmentId,
          entity: "department",
          entityId: departmentId,
          action: "importAgreed",
          after: { transferId },
        },
      });
    return transfer;
  });
}
