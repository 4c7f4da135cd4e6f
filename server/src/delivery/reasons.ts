/** Why a student answered as they did; and reasons for the right answer that a teacher lets other students read. */
import { createHash } from "node:crypto";
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/reasons";
import { shows } from "@verdant/core/delivery/rules";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { atomically, type Member, type Scope, type Student } from "../platform/scope.ts";
import * as store from "./reasonStore.ts";
import { showResult } from "./result.ts";

export function giveReason(
  scope: Scope<Student>,
  { params, body }: Input<typeof contract.giveReason>,
): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { sittingId, position } = params;
    const { items } = await showResult(within, { params: { sittingId } });
    const item = need(
      items.find((one) => one.position === position),
      "item",
    );
    if (!item.asksReason) throw new Failure("reasonNotAsked");
    const key = { departmentId: caller.departmentId, sittingId, position };
    if (body.text === "") await store.deleteReason(db, key);
    else await store.upsertReason(db, { ...key, text: body.text, at: now() });
    return { ok: true };
  });
}

/** Reasons shown to one student. */
const shownAtOnce = 3;

export async function listOthersReasons(
  scope: Scope<Student>,
  { params }: Input<typeof contract.listOthersReasons>,
): Promise<Result<typeof contract.listOthersReasons>> {
  const shown = await othersReasons(scope, params);
  const told = await store.findTold(scope.db, { departmentId: scope.caller.departmentId, ...params });
  return {
    reasons: shown.map(({ id, text }) => ({ id, text })),
    told: shown.find((one) => one.sittingId === told?.sittingId && one.position === told.position)?.id ?? null,
  };
}

export function tellReason(
  scope: Scope<Student>,
  { params, body }: Input<typeof contract.tellReason>,
): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const key = { departmentId: caller.departmentId, ...params };
    // Also says whose answer it is.
    const shown = await othersReasons(within, params);
    if (body.id === null) {
      await store.deleteTold(db, key);
      return { ok: true };
    }
    const chosen = need(
      shown.find((one) => one.id === body.id),
      "answer",
    );
    await store.upsertTold(db, {
      ...{ ...key, at: now(), toldSittingId: chosen.sittingId, toldPosition: chosen.position },
    });
    return { ok: true };
  });
}

/**
 * What others wrote for the right answer: three at most, one of them good, always the same ones for one answer. They give
 * the key away, so they come only where it is shown, and only to who got the question wrong.
 */
async function othersReasons(scope: Scope<Student>, { sittingId, position }: { sittingId: string; position: number }) {
  const { db, caller } = scope;
  const { items, openness } = await showResult(scope, { params: { sittingId } });
  const item = need(
    items.find((one) => one.position === position),
    "item",
  );
  const isWrong = item.view !== null && item.reached && item.ruling === null && item.credit !== null && item.credit < 1;
  if (!shows(openness, "everything") || !isWrong) return [];
  const rows = await store.listReadReasons(db, { ...caller, sittingId, position });
  // Mixed by this answer: other students see others of them, and nobody sees the same three in another order.
  const mixed = rows
    .map((row) => ({ ...row, id: idOf(row), at: digest(`${sittingId} ${position} ${idOf(row)}`) }))
    .sort((a, b) => (a.at < b.at ? -1 : 1));
  const good = mixed.find((row) => row.readAs === "good");
  if (!good) return [];
  const others = mixed.filter((row) => row !== good).slice(0, shownAtOnce - 1);
  return [good, ...others].sort((a, b) => (a.at < b.at ? -1 : 1));
}

const digest = (text: string) => createHash("sha256").update(text).digest("hex");

/** Tells a reason from others, and says nothing of whose it is. */
const idOf = ({ sittingId, position }: { sittingId: string; position: number }) =>
  digest(`reason ${sittingId} ${position}`).slice(0, 24);

export function readReason(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.readReason>,
): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId, personId } = caller;
    const { sittingId, position } = params;
    const reason = need(await store.findReason(db, { departmentId, sittingId, position }), "answer");
    // Only what is said of a right answer helps who got it wrong.
    if (body.as !== null && !reason.isRight) throw new Failure("reasonNotOfRight");
    const read = body.as === null ? null : { by: personId, at: now() };
    await store.updateRead(db, { departmentId, sittingId, position }, body.as, read);
    await record(within, {
      ...{ departmentId, entity: "sitting", entityId: sittingId, action: "reasonRead" },
      after: { position, as: body.as },
    });
    return { ok: true };
  });
}
