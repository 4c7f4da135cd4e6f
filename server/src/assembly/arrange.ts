/** Moving questions within their parts: the deed of every drag, so it writes and reads no more than the order. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/assembly";
import { groupBy } from "@verdant/core/groupBy";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { atomically, type Member, type OpenScope } from "../platform/scope.ts";
import { moveOn } from "./layout.ts";
import { strandIn } from "./loadQuiz.ts";
import { orderChecks, wovenOf } from "./order.ts";
import { noteStep, shownSteps } from "./noteStep.ts";
import * as store from "./store.ts";

export async function arrangeQuiz(
  scope: OpenScope<Member>,
  { params, body }: Input<typeof contract.arrangeQuiz>,
): Promise<Result<typeof contract.arrangeQuiz>> {
  const { quizId } = params;
  const rows = await store.listPlaceStrands(scope.db, scope.caller.departmentId, quizId);
  need(rows[0], "quiz");
  const before = [...groupBy(rows, (row) => row.partId).values()].map((places) => places.flatMap(({ id }) => id ?? []));
  const asSets = (parts: readonly (readonly string[])[]) => JSON.stringify(parts.map((places) => [...places].sort()));
  if (asSets(before) !== asSets(body.parts)) throw otherPlaces();
  const { version, steps } = await atomically(scope, async (within) => {
    const moved = await moveOn(within, quizId, body.version, {});
    await store.setPositions(within.db, within.caller.departmentId, body.parts);
    const order = before.map((places, p) => (body.parts[p] ?? []).map((id) => places.indexOf(id)));
    const steps = await noteStep(within, quizId, { kind: "order", order });
    const action = "arranged";
    const [entity, entityId, departmentId] = ["quiz", quizId, within.caller.departmentId];
    await record(within, {
      departmentId,
      entity,
      entityId,
      action,
      before: { order: before },
      after: { order: body.parts },
    });
    return { version: moved, steps };
  });
  const byId = new Map(rows.map((row) => [row.id, row]));
  const strands = body.parts.flat().flatMap((id) => {
    const row = byId.get(id);
    return row ? (strandIn(row) ?? []) : [];
  });
  const shape = { parts: before.length, places: body.parts.flat().length };
  return {
    version,
    woven: await wovenOf(scope, strands, shape),
    checks: orderChecks(strands, shape),
    ...shownSteps(steps, scope.caller.personId),
  };
}

/** Somebody took one out or put one in meanwhile, or moved it to another part. */
const otherPlaces = () => new Failure("quizChanged");
