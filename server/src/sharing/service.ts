/** What guests see of a bank: only what they were let in to, in lists, counts, previews and copies alike. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/sharing";
import { readSearch } from "@verdant/core/bank/searchNotation";
import { mediaOf } from "@verdant/core/items/kinds";
import { listWithin } from "../bank/search.ts";
import { addItems } from "../bank/service.ts";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { atomically, type Guest, type Member, type Scope } from "../platform/scope.ts";
import { listTopics } from "../standards/service.ts";
import * as store from "./store.ts";

/** What a guest may filter by: nothing that tells of colleagues, classes or their results. */
const allowed = ["topic", "standard", "kind", "demand", "use"] as const;

export async function listSharedItems(
  scope: Scope<Guest>,
  { query }: Input<typeof contract.listSharedItems>,
): Promise<Result<typeof contract.listSharedItems>> {
  const { db, caller } = scope;
  const { departmentId, personId } = caller;
  const visible = new Set(await store.listVisibleIds(db, departmentId, personId));
  // What lies above a branch that was opened is not named.
  const open = new Set(await store.listOpenTopics(db, departmentId, personId));
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
      return count === 0 || !open.has(id) ? [] : [{ id, name, count }];
    }),
  };
}

export async function showSharedItem(
  { db, caller }: Scope<Guest>,
  { params }: Input<typeof contract.showSharedItem>,
): Promise<Result<typeof contract.showSharedItem>> {
  const [row] = await store.listVisible(db, caller.departmentId, caller.personId, [params.itemId]);
  const { stimulusId, stimulus, revisionId: _, ...item } = need(row, "item");
  return { ...item, stimulus: stimulusId && stimulus ? { id: stimulusId, content: stimulus } : null };
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
    if (rows.length !== itemIds.length) throw new Failure("missing", "One of these items is not there for you.");
    const role = await store.findRole(db, body.departmentId, personId);
    if (role !== "lead" && role !== "teacher")
      throw new Failure("forbidden", "Choose a department in which you write items yourself.");
    const own: Member = { kind: "member", departmentId: body.departmentId, personId, name, role };
    const there: Scope<Member> = { ...within, caller: own };
    await store.copyMedia(db, departmentId, body.departmentId, [
      ...new Set(rows.flatMap((row) => mediaOf(row.content))),
    ]);
    const made = await addItems(there, {
      body: { items: rows.map(({ content }) => ({ content, topicId: null, standardIds: [] })) },
    });
    const department = await store.findDepartmentName(db, departmentId);
    await store.keepOrigins(
      db,
      body.departmentId,
      made.itemIds.map((itemId, i) => ({ itemId, key: `${department}, item ${String(rows[i]?.number ?? "")}` })),
    );
    await record(within, {
      departmentId,
      entity: "item",
      entityId: rows[0]?.id ?? "",
      action: "copiedOut",
      after: { departmentId: body.departmentId, itemIds },
    });
    return { copied: made.itemIds.length };
  });
}
