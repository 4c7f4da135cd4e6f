/** A student who asks for help in the middle of a sitting. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/live";
import type { Db } from "../platform/database.ts";
import { need } from "../platform/failure.ts";
import type { OpenScope, Sitter } from "../platform/scope.ts";
import * as store from "./liveStore.ts";
import { findHeldSitting } from "./sittingStore.ts";

export async function askForHelp(
  scope: OpenScope<Sitter>,
  { params, body }: Input<typeof contract.askForHelp>,
): Promise<Result<typeof contract.askForHelp>> {
  const { db, caller, now, signals } = scope;
  const held = need(await findHeldSitting(db, params.sittingId, caller.tokenHash), "sitting");
  const { departmentId, releaseId, id: sittingId } = held;
  // Over meanwhile: the page goes on to how it went, and nobody waits.
  const asks = body.asks && held.state === "running";
  const helpAt = await store.setHelp(db, { departmentId, sittingId }, now(), asks);
  signals.tell(releaseId, sittingId);
  return { help: await helpOf(db, departmentId, releaseId, helpAt, now()) };
}

/** What a student who asked for help is told. */
export async function helpOf(db: Db, departmentId: string, releaseId: string, helpAt: Date | null, now: Date) {
  if (helpAt === null) return null;
  return { since: helpAt.toISOString(), isWatched: await store.isWatched(db, departmentId, releaseId, now) };
}
