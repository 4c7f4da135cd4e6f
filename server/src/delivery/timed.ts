/** Timed practice: rates of goes, worked out from the times and marks of their questions. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/timed";
import type { TimedGo } from "@verdant/contract/timed";
import { rateOf, slowestOf } from "@verdant/core/delivery/timed";
import { groupBy } from "@verdant/core/groupBy";
import { headline } from "@verdant/core/richText";
import type { Db } from "../platform/database.ts";
import { need } from "../platform/failure.ts";
import type { Member, Scope } from "../platform/scope.ts";
import { listReleases } from "./store.ts";
import * as store from "./timedStore.ts";

/** As many slow facts as anybody would look at. */
const mostOfStudent = 3;
const mostOfClass = 8;

interface Go {
  readonly ordinal: number;
  readonly handedInAt: Date;
}

const seconds = (ms: number) => Math.round(ms / 100) / 10;

function goOf({ ordinal, handedInAt }: Go, rows: readonly store.TimedRow[]): TimedGo {
  const { right, reached, perMinute } = rateOf(rows);
  return { ordinal, handedInAt: handedInAt.toISOString(), right, reached, questions: rows.length, perMinute };
}

/** A student's goes at one release, and what took longest in the one that is shown. */
export async function ownTimed(
  db: Db,
  departmentId: string,
  goes: readonly (Go & { readonly id: string })[],
  shownId: string,
) {
  const rows = groupBy(
    await store.listTimes(
      db,
      departmentId,
      goes.map((go) => go.id),
    ),
    (row) => row.sittingId,
  );
  const shown = rows.get(shownId) ?? [];
  const positions = new Map(shown.map((row) => [row.itemId, row.position]));
  return {
    goes: goes.map((go) => goOf(go, rows.get(go.id) ?? [])),
    slowest: slowestOf(shown, mostOfStudent).flatMap(({ itemId, ms }) => {
      const position = positions.get(itemId);
      return position === undefined ? [] : [{ position, seconds: seconds(ms) }];
    }),
  };
}

export async function showTimed(
  { db, caller }: Scope<Member>,
  { params: { releaseId } }: Input<typeof contract.showTimed>,
): Promise<Result<typeof contract.showTimed>> {
  const { departmentId } = caller;
  need((await listReleases(db, departmentId, { releaseId }))[0], "release");
  const goes = await store.listGoesOf(db, departmentId, releaseId);
  const all = await store.listTimes(
    db,
    departmentId,
    goes.map((go) => go.sittingId),
  );
  const rows = groupBy(all, (row) => row.sittingId);
  const slowest = slowestOf(all, mostOfClass);
  const stems = new Map(
    (
      await store.listStems(
        db,
        departmentId,
        releaseId,
        slowest.map((one) => one.itemId),
      )
    ).map(({ itemId, content }) => [itemId, headline(content.stem)]),
  );
  return {
    students: [...groupBy(goes, (go) => go.studentId)].map(([studentId, own]) => ({
      studentId,
      name: own[0]?.name ?? "",
      goes: own.map((go) => goOf(go, rows.get(go.sittingId) ?? [])),
    })),
    slowest: slowest.map(({ itemId, ms }) => {
      const { right, reached } = rateOf(all.filter((row) => row.itemId === itemId));
      return { itemId, stem: stems.get(itemId) ?? "", seconds: seconds(ms), right, reached };
    }),
  };
}
