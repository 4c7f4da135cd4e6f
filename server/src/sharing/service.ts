/** What guests see and write of a bank: only what they were let in to, in lists, counts, previews and copies alike. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/sharing";
import { readSearch } from "@verdant/core/bank/searchNotation";
import { mediaOf, type Content } from "@verdant/core/items/kinds";
import { mediaIn } from "@verdant/core/richText";
import type { Stimulus } from "@verdant/core/stimuli/stimulus";
import { listWithin } from "../bank/list/search.ts";
import { insertItems, assumed, faultsOf, saveItem, showItem } from "../bank/service.ts";
import type { NewItem } from "../bank/newItems.ts";
import { Failure, need } from "../platform/failure.ts";
import { guestTopics } from "../platform/guestItems.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Guest, type Member, type Scope, type OpenScope } from "../platform/scope.ts";
import { rulesOf } from "../reviewRequests/requests.ts";
import { submitForReview } from "../review/service.ts";
import { listTopics } from "../standards/service.ts";
import { saveStimulus } from "../stimuli/service.ts";
import { keepOrigins } from "../bank/arrival/cameIn.ts";
import { copyMedia } from "../media/copyMedia.ts";
import * as store from "./store.ts";

/** What a guest may filter by: nothing that tells of colleagues, classes or their results. */
const allowed = ["topic", "standard", "kind", "demand", "use"] as const;

export async function listSharedItems(
  scope: OpenScope<Guest>,
  { query }: Input<typeof contract.listSharedItems>,
): Promise<Result<typeof contract.listSharedItems>> {
  const { db, caller } = scope;
  const { departmentId, personId } = caller;
  const visible = new Set(await store.listVisibleIds(db, departmentId, personId));
  // What lies above a branch that was opened is not named.
  const open = new Map((await guestTopics(db, departmentId, personId)).map((one) => [one.topicId, one]));
  const { words, phrases, filters } = readSearch(query.text ?? "");
  const typed = filters.filter((one) => allowed.some((name) => name === one.name)).map((one) => one.typed);
  const text = [words, ...phrases.map((phrase) => `"${phrase}"`), ...typed].join(" ");
  const { text: _, ...page } = query;
  const { items, total, facets } = await listWithin(scope, { ...page, text, sort: "newest" }, visible);
  const counts = new Map(facets.topic.map((topic) => [topic.id, topic.count]));
  return {
    items,
    total,
    topics: (await listTopics(scope)).topics.flatMap(({ id, name }) => {
      const count = counts.get(id) ?? 0;
      const mayEdit = open.get(id)?.mayEdit ?? false;
      return !open.has(id) || (count === 0 && !mayEdit) ? [] : [{ id, name, count, mayEdit }];
    }),
  };
}

const inUse = ({ newest, used }: { newest: Content; used: Content | null }) => used ?? newest;

export async function showSharedItem(
  { db, caller }: Scope<Guest>,
  { params }: Input<typeof contract.showSharedItem>,
): Promise<Result<typeof contract.showSharedItem>> {
  const [row] = await store.listVisible(db, caller.departmentId, caller.personId, [params.itemId]);
  const { stimulusId, stimulus, newest, used, ...item } = need(row, "item");
  const content = item.mayEdit ? newest : inUse({ newest, used });
  return {
    ...item,
    content,
    stimulus: stimulusId && stimulus ? { id: stimulusId, content: stimulus } : null,
    faults: faultsOf(content, item.topicId).map((fault) => ({ ...fault, path: [...fault.path] })),
  };
}

export function saveSharedItem(
  scope: Scope<Guest>,
  { params, body }: Input<typeof contract.saveSharedItem>,
): Promise<Result<typeof contract.saveSharedItem>> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId, personId, name } = caller;
    const { version, content, ...said } = body;
    const [before] = await store.listVisible(db, departmentId, personId, [params.itemId]);
    if (!before && (await store.itemExists(db, departmentId, params.itemId))) throw new Failure("itemNotForYou");
    if (before && !before.mayEdit) throw new Failure("itemReadOnly");
    await mustWriteOn(within, said.topicId, before?.use ?? "practice");
    const writer: Scope<Member> = {
      ...within,
      caller: { kind: "member", departmentId, personId, name, role: "teacher" },
    };
    const tagging = before
      ? (await showItem(writer, { params })).tagging
      : { ...assumed, topicId: said.topicId, standardIds: [] };
    await saveItem(writer, { params, body: { version, content, tagging: { ...tagging, ...said } } });
    const after = await showSharedItem(within, { params });
    // A guest has no queue to hand items in from: what is finished is handed in at once.
    if ((await rulesOf(writer)).mode === "all" && after.faults.length === 0)
      await submitForReview(writer, { body: { itemIds: [params.itemId] } });
    return showSharedItem(within, { params });
  });
}

/** Refuses a topic on which the guest may not write, or not items of that use. */
async function mustWriteOn({ db, caller }: Scope<Guest>, topicId: string, use: "practice" | "reserved"): Promise<void> {
  const topics = await guestTopics(db, caller.departmentId, caller.personId);
  const topic = topics.find((one) => one.topicId === topicId);
  if (topic?.mayEdit && (use === "practice" || topic.editsReserved)) return;
  throw new Failure("topicNotForYou", {}, { at: "/body/topicId" });
}

export function copySharedItems(
  scope: Scope<Guest>,
  { body }: Input<typeof contract.copySharedItems>,
): Promise<Result<typeof contract.copySharedItems>> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId, personId, name } = caller;
    const itemIds = [...new Set(body.itemIds)];
    const rows = await store.listVisible(db, departmentId, personId, itemIds);
    if (rows.length !== itemIds.length) throw new Failure("itemsNotForYou");
    const role = await store.findRole(db, body.departmentId, personId);
    if (role !== "lead" && role !== "teacher") throw new Failure("copyIntoOwn");
    const own: Member = { kind: "member", departmentId: body.departmentId, personId, name, role };
    const there: Scope<Member> = { ...within, caller: own };
    await copyMedia(db, departmentId, body.departmentId, [
      ...new Set(rows.flatMap((row) => [...mediaOf(inUse(row)), ...(row.stimulus ? mediaIn(row.stimulus.text) : [])])),
    ]);
    const department = await store.findDepartmentName(db, departmentId);
    const copies: (NewItem & { key: string })[] = [];
    for (const row of rows) {
      // What several items share is there once, however often they are copied.
      const stimulusId = row.stimulus && (await bringStimulus(there, row.stimulus));
      const tagging = { ...assumed, topicId: null, standardIds: [], demand: row.demand, stimulusId };
      copies.push({ itemId: newId(), tagging, content: inUse(row), key: `${department}, item ${row.number}` });
    }
    await insertItems(there, copies);
    await keepOrigins(db, body.departmentId, copies);
    await record(within, {
      departmentId,
      entity: "item",
      entityId: rows[0]?.id ?? "",
      action: "copiedOut",
      after: { departmentId: body.departmentId, itemIds },
    });
    return { copied: rows.length };
  });
}

/** The department's own stimulus that says the same; made where there is none. */
async function bringStimulus(scope: Scope<Member>, content: Stimulus): Promise<string> {
  const there = await store.findSameStimulus(scope.db, scope.caller.departmentId, content);
  if (there !== undefined) return there;
  const stimulusId = newId();
  await saveStimulus(scope, { params: { stimulusId }, body: { version: 0, content } });
  return stimulusId;
}
