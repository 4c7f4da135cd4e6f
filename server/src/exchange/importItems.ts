/** Reads the items of a department file. An item is known again by its key, which it keeps as its origin. */
import { fieldProblems } from "@verdant/contract/fieldProblems";
import type { FileItem } from "@verdant/contract/exchange";
import type { FindingState } from "@verdant/contract/importFindings";
import { Content as ContentSchema } from "@verdant/contract/items/kinds";
import { canonicalJson } from "@verdant/core/canonicalJson";
import { changeKindOf } from "@verdant/core/bank/changeKind";
import { groupBy } from "@verdant/core/groupBy";
import { hasExplanation, mediaOf, type Content } from "@verdant/core/items/kinds";
import { withMathml } from "../bank/maths.ts";
import { linkMedia, missingMedia } from "../media/service.ts";
import { faultsOf, hashOfContent, saveItems, taggingOf, takeChange, type ChangedItem } from "../bank/service.ts";
import { refreshSearchWords } from "../bank/index/searchWords.ts";
import { Failure } from "../platform/failure.ts";
import { newId } from "../platform/id.ts";
import type { Member, Scope } from "../platform/scope.ts";
import { toContent, withKnownIds } from "./fileContent.ts";
import { lookUp, type Keys } from "./importStructure.ts";
import { tieTwins } from "../bank/arrival/cameIn.ts";
import type { Brought } from "../platform/transferTables.ts";
import type { FileBody } from "./readDepartmentFile.ts";
import * as store from "./store.ts";

export interface ImportedItems {
  created: number;
  revised: number;
  unchanged: number;
}

/** So many are held in their full form at once. */
const atOnce = 500;

/** What would become of an item of a file. */
export interface Compared {
  readonly item: FileItem;
  readonly content: Content;
  readonly state: FindingState;
  /** Of one that the bank has. */
  readonly itemId: string | null;
  readonly version: number | null;
}

/** Somebody has changed the bank since the file was compared with it. */
export class MovedOn extends Error {}

export interface Besides {
  /** Nothing is written: what each item would become is told. */
  readonly compared?: Compared[] | undefined;
  /** What each item was when it was looked at, by its key. */
  readonly expected?: ReadonlyMap<string, Pick<Compared, "itemId" | "version">> | undefined;
  /** Items of the bank of which these of the file, by key, become look-alikes. */
  readonly variantsOf?: ReadonlyMap<string, string> | undefined;
  /** Keys of items whose file says nothing of how this department uses them. */
  readonly ofOthers?: ReadonlySet<string> | undefined;
  /** Versions of the items that the file was compared with. */
  readonly versions?: ReadonlyMap<string, number> | undefined;
  /** Is told which items were made and which changed. */
  readonly brought?: Brought | undefined;
}

/**
 * @throws Failure where an item has been saved since the file was compared with it
 * @throws MovedOn where an item is not what it was when it was looked at
 */
export async function importItems(
  scope: Scope<Member>,
  file: FileBody,
  keys: Keys,
  besides: Besides = {},
): Promise<ImportedItems> {
  const familyIds = await familiesOf(scope, besides.variantsOf);
  const outcome: ImportedItems = { created: 0, revised: 0, unchanged: 0 };
  for (let from = 0; from < file.items.length; from += atOnce)
    await importSome(scope, file.items.slice(from, from + atOnce), { from, keys, besides, familyIds, outcome });
  if (!besides.compared) await tieAllTwins(scope, file);
  return outcome;
}

/** What the file calls the family of an item of the bank. */
export const familyOfBank = (itemId: string) => `of ${itemId}`;

async function familiesOf(
  { db, caller }: Scope<Member>,
  variantsOf: Besides["variantsOf"],
): Promise<Map<string, string>> {
  const ids = [...new Set(variantsOf?.values())];
  const rows = ids.length === 0 ? [] : await store.listFamilies(db, caller.departmentId, ids);
  // One that was to get a look-alike has left the bank.
  if (rows.length < ids.length) throw new MovedOn();
  return new Map(rows.map(({ id, familyId }) => [familyOfBank(id), familyId]));
}

interface Meanwhile {
  /** Place of the first in the file. */
  readonly from: number;
  readonly keys: Keys;
  readonly besides: Besides;
  /** Families that were met, by what the file calls them. */
  readonly familyIds: Map<string, string>;
  readonly outcome: ImportedItems;
}

async function importSome(
  scope: Scope<Member>,
  items: readonly FileItem[],
  { from, keys, besides, familyIds, outcome }: Meanwhile,
): Promise<void> {
  const { db, caller } = scope;
  const { ofOthers, versions, brought, compared, expected } = besides;
  const named = items.map((item) => item.key);
  const known = await store.listItemsOfKeys(db, caller.departmentId, named);
  const byKey = new Map(known.map((row) => [keyOfItem(row), row]));
  for (const item of items) {
    const member = byKey.get(item.key);
    if (item.family !== undefined && member) familyIds.set(item.family, member.familyId);
  }
  const ids = known.map((row) => row.id);
  const standards = groupBy(await store.listStandardsOfItems(db, caller.departmentId, ids), (row) => row.itemId);
  const fresh: { id: string; item: FileItem; content: Content }[] = [];
  const changed: ChangedItem[] = [];
  for (const [i, item] of items.entries()) {
    const before = byKey.get(item.key);
    const whole = before ? { ...item, content: withKnownIds(item.content, before.content) } : item;
    const content = parsed(whole, from + i, keys);
    const was = expected?.get(item.key);
    if (was && (was.itemId !== (before?.id ?? null) || was.version !== (before?.version ?? null))) throw new MovedOn();
    if (!before) {
      compared?.push({ item, content, state: "new", itemId: null, version: null });
      fresh.push({ id: newId(), item, content });
      continue;
    }
    const now = taggingNow(before, standards.get(before.id) ?? []);
    const tagging = ofOthers?.has(item.key) === true ? now : taggingOfFile(item, keys);
    const isAsItWas = hashOfContent(content) === hashOfContent(before.content) && isSame(tagging, now);
    const state = isAsItWas ? "same" : "differs";
    compared?.push({ item, content, state, itemId: before.id, version: before.version });
    if (isAsItWas) {
      outcome.unchanged += 1;
      continue;
    }
    const version = versions?.get(item.key) ?? before.version;
    changed.push({ itemId: before.id, version, tagging, content });
    brought?.changed.push({ itemId: before.id, version: version + 1, revisionId: before.revisionId, tagging: now });
  }
  outcome.revised += changed.length;
  if (!compared) {
    await saveItems(scope, changed);
    await insertFresh(scope, fresh, familyIds, keys);
    brought?.created.push(...fresh.map(({ id }) => id));
  }
  outcome.created += fresh.length;
}

/** Reserved items point at the practice item that explains them. */
async function tieAllTwins({ db, caller }: Scope<Member>, file: FileBody): Promise<void> {
  const ids = new Map((await store.listItemKeys(db, caller.departmentId)).map((row) => [keyOfItem(row), row.id]));
  const twins = file.items.flatMap(({ key, twin }) =>
    twin === undefined ? [] : [{ itemId: lookUp(ids, key, "item"), twinId: lookUp(ids, twin, "item") }],
  );
  if (twins.length > 0) await tieTwins(db, caller.departmentId, twins);
}

/** What an item is called in files: as it came, else by its id, since numbers are the same in every department. */
export const keyOfItem = (row: { origin: { key: string } | null; id: string }) => row.origin?.key ?? row.id;

function parsed(item: FileItem, index: number, keys: Keys): Content {
  const content = toContent(item.content, (key) => lookUp(keys.misconceptions, key, "misconception"));
  const checked = ContentSchema.safeParse(content);
  if (checked.success) return withMathml(checked.data);
  const errors = fieldProblems(checked.error, `/items/${index}/content`);
  throw new Failure("fileItemNotValid", { item: item.key }, { errors });
}

const taggingOfFile = (item: FileItem, keys: Keys) => ({
  label: item.label ?? null,
  topicId: item.topic === undefined ? null : lookUp(keys.topics, item.topic, "topic"),
  stimulusId: item.stimulus === undefined ? null : lookUp(keys.stimuli, item.stimulus, "stimulus"),
  standardIds: item.standards.map((code) => lookUp(keys.standards, code, "standard")),
  demand: item.demand,
  use: item.use,
  expectedSeconds: item.expectedSeconds,
  writerDifficulty: item.writerDifficulty,
  keptFindings: item.keptFindings,
  tags: item.tags,
  points: item.points,
});

type Known = Awaited<ReturnType<typeof store.listItemsOfKeys>>[number];

const taggingNow = (row: Known, standards: readonly { standardId: string }[]): ReturnType<typeof taggingOfFile> => ({
  ...taggingOf(row),
  standardIds: standards.map((one) => one.standardId),
});

/** Where it belongs and how it is used, whatever the order of standards. */
const isSame = (a: ReturnType<typeof taggingOfFile>, b: ReturnType<typeof taggingOfFile>): boolean => {
  const [one, other] = [a, b].map(({ standardIds, ...rest }) => ({ ...rest, standardIds: [...standardIds].sort() }));
  return canonicalJson(one) === canonicalJson(other);
};

async function insertFresh(
  scope: Scope<Member>,
  fresh: readonly { id: string; item: FileItem; content: Content }[],
  familyIds: Map<string, string>,
  keys: Keys,
): Promise<void> {
  if (fresh.length === 0) return;
  const { db, caller, now } = scope;
  const { departmentId, personId } = caller;
  const { changeSeq, firstNumber } = await takeChange(db, departmentId, fresh.length);
  const families: string[] = [];
  const rows = fresh.map(({ id, item, content }, i) => {
    let familyId = item.family === undefined ? undefined : familyIds.get(item.family);
    if (familyId === undefined) {
      familyId = newId();
      families.push(familyId);
      if (item.family !== undefined) familyIds.set(item.family, familyId);
    }
    return {
      id,
      item,
      content,
      familyId,
      number: firstNumber + i,
      revisionId: newId(),
      tagging: taggingOfFile(item, keys),
    };
  });
  await store.insertAll(
    db,
    "family",
    families.map((id) => ({ departmentId, id, note: null })),
  );
  await store.insertAll(
    db,
    "item",
    rows.map(({ id, item, content, familyId, number, revisionId, tagging: { standardIds: _, ...tagging } }) => {
      const isUsable = item.status === "approved" && faultsOf(content, tagging.topicId).length === 0;
      return {
        departmentId,
        id,
        number,
        kind: content.kind,
        familyId,
        ...tagging,
        keptFindings: JSON.stringify(tagging.keptFindings),
        hasExplanation: hasExplanation(content),
        status: item.status === "approved" && !isUsable ? ("draft" as const) : item.status,
        language: item.language,
        ownerId: personId,
        origin: JSON.stringify({ key: item.key, author: item.author, licence: item.licence }),
        latestRevisionId: revisionId,
        approvedRevisionId: isUsable ? revisionId : null,
        changeSeq,
        createdBy: personId,
        createdAt: now(),
        changedAt: now(),
      };
    }),
  );
  await store.insertAll(
    db,
    "itemRevision",
    rows.map(({ id, revisionId, content }) => ({
      departmentId,
      id: revisionId,
      itemId: id,
      n: 1,
      content: JSON.stringify(content),
      contentHash: hashOfContent(content),
      changeKind: changeKindOf(null, content),
      parameterId: newId(),
      authorId: personId,
      note: null,
      at: now(),
    })),
  );
  await store.insertAll(
    db,
    "itemStandard",
    rows.flatMap(({ id, tagging }) =>
      tagging.standardIds.map((standardId) => ({ departmentId, itemId: id, standardId })),
    ),
  );
  const missing = await missingMedia(
    scope,
    rows.flatMap(({ content }) => mediaOf(content)),
  );
  if (missing[0] !== undefined) {
    throw new Failure("filePictureMissing", { hash: missing[0] });
  }
  await linkMedia(
    db,
    rows.flatMap(({ revisionId, content }) => mediaOf(content).map((hash) => ({ departmentId, revisionId, hash }))),
  );
  await refreshSearchWords(
    db,
    departmentId,
    rows.map((row) => row.id),
  );
}
