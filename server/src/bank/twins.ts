/** Practice twins of reserved items, and asking for them. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/twins";
import { headline } from "@verdant/core/richText";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { takeChange } from "./service.ts";
import { firstOf } from "../platform/firstOf.ts";
import * as store from "./twinStore.ts";

const explainedShown = 50;
const requestsShown = 200;

type Twins = Result<typeof contract.showTwins>;

export async function showTwins(
  { db, caller }: Scope<Member>,
  { params }: Input<typeof contract.showTwins>,
): Promise<Twins> {
  const { departmentId } = caller;
  const item = need(await store.findItem(db, departmentId, params.itemId), "item");
  const [twin] = item.twinId === null ? [] : await store.listNamed(db, departmentId, { itemId: item.twinId }, 1);
  const rows = await store.listNamed(db, departmentId, { twinId: item.id }, explainedShown + 1);
  const explains = firstOf(rows, explainedShown);
  return {
    twin: twin ? named(twin) : null,
    explains: explains.first.map(named),
    explainsMore: explains.isMore,
    asked: item.by === null || item.at === null ? null : { by: item.by, at: item.at.toISOString() },
  };
}

type NamedRow = Awaited<ReturnType<typeof store.listNamed>>[number];
const named = ({ id, number, content }: NamedRow) => ({ id, number, stem: headline(content.stem) });

export function setTwin(scope: Scope<Member>, { params, body }: Input<typeof contract.setTwin>): Promise<Twins> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const { itemId } = params;
    const { changeSeq } = await takeChange(db, departmentId, 0);
    const item = need(await store.findItem(db, departmentId, itemId), "item");
    if (body.twinId !== null) {
      if (item.use !== "reserved") throw new Failure("twinOnlyForTests");
      const twin = await store.findItem(db, departmentId, body.twinId);
      if (twin?.use !== "practice") {
        throw new Failure("twinForPractice", {}, { at: "/body/twinId" });
      }
      await store.deleteRequests(db, departmentId, [itemId, body.twinId]);
    }
    await store.setTwin(db, departmentId, itemId, { twinId: body.twinId, changeSeq, changedAt: now() });
    await record(within, {
      departmentId,
      entity: "item",
      entityId: itemId,
      action: "twinSet",
      before: { twinId: item.twinId },
      after: body,
    });
    return showTwins(within, { params });
  });
}

export function askForTwin(scope: Scope<Member>, { params, body }: Input<typeof contract.askForTwin>): Promise<Twins> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId, personId } = caller;
    const { itemId } = params;
    need(await store.findItem(db, departmentId, itemId), "item");
    if (body.isWanted) await store.insertRequest(db, { departmentId, itemId, by: personId, at: now() });
    else await store.deleteRequests(db, departmentId, [itemId]);
    await record(within, {
      departmentId,
      entity: "item",
      entityId: itemId,
      action: body.isWanted ? "twinAskedFor" : "twinNotAskedFor",
    });
    return showTwins(within, { params });
  });
}

export async function listTwinRequests({
  db,
  caller,
}: Scope<Member>): Promise<Result<typeof contract.listTwinRequests>> {
  const rows = await store.listRequests(db, caller.departmentId, requestsShown + 1);
  const { first, isMore } = firstOf(rows, requestsShown);
  return {
    isMore,
    requests: first.map(({ use, topic, by, at, ...item }) => ({
      ...named(item),
      ...{ use, topic, by, at: at.toISOString() },
    })),
  };
}
