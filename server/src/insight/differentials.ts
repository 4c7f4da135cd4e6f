/** Items that are harder or easier for a group of students than for as able others. */
import type { Differs, ItemDifferences } from "@verdant/contract/characteristics";
import type * as contract from "@verdant/contract/characteristics";
import type { Result } from "@verdant/contract/endpoint";
import { fewestOfGroup } from "@verdant/core/insight/differential";
import { headline } from "@verdant/core/richText";
import { characteristicsOf, valuesToCompare } from "../characteristics/service.ts";
import type { Db } from "../platform/database.ts";
import { firstOf } from "../platform/firstOf.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { askAnew, findRun } from "./calibrationStore.ts";
import * as store from "./differentialStore.ts";

const shown = 100;

export async function listDifferentials({
  db,
  caller,
}: Scope<Member>): Promise<Result<typeof contract.listDifferentials>> {
  const { departmentId } = caller;
  const characteristics = await characteristicsOf(db, departmentId);
  const counted = await store.countGroups(db, departmentId);
  const { first, isMore } = firstOf(await store.listDiffering(db, departmentId, shown + 1), shown);
  const run = await findRun(db, departmentId);
  return {
    groups: characteristics.flatMap((one) =>
      valuesToCompare(one).map(({ id, name, students }) => {
        const of = counted.get(id);
        const others = one.values.reduce((sum, value) => sum + value.students, 0) - students;
        return {
          ...{ valueId: id, characteristic: one.name, value: name },
          ...{ compared: of?.compared ?? 0, much: of?.much ?? 0 },
          missing:
            (of?.compared ?? 0) > 0
              ? { group: 0, others: 0 }
              : {
                  group: Math.max(of?.group ?? 0, fewestOfGroup - students, 0),
                  others: Math.max(of?.others ?? 0, fewestOfGroup - others, 0),
                },
        };
      }),
    ),
    items: first.flatMap((row) => {
      const differs = differsOf(row);
      return differs ? [{ ...differs, itemId: row.itemId, number: row.number, stem: headline(row.content.stem) }] : [];
    }),
    isMore,
    at: run?.at.toISOString() ?? null,
    isAsked: run?.askedAt != null && run.askedAt > run.at,
  };
}

/** Of one item; null: the department keeps nothing to compare groups by, or nobody of a group has answered it. */
export async function differencesOfItem(db: Db, departmentId: string, itemId: string): Promise<ItemDifferences | null> {
  const rows = await store.listOfItem(db, departmentId, itemId);
  if (rows.length === 0) return null;
  return {
    compared: rows.flatMap((row) => differsOf(row) ?? []),
    tooFew: rows.flatMap(({ found, valueId, characteristic, value, focal, reference }) =>
      found === null ? [{ valueId, characteristic, value, group: focal, others: reference }] : [],
    ),
  };
}

function differsOf(row: Awaited<ReturnType<typeof store.listOfItem>>[number]): Differs | null {
  const { valueId, characteristic, value, focal, reference, found, gap, delta, error } = row;
  if (found === null || gap === null || delta === null || error === null) return null;
  return { valueId, characteristic, value, group: focal, others: reference, found, gap, delta, error };
}

/** Where nothing was worked out yet, it comes by itself with the first answers. */
export function askCalibration(scope: Scope<Member>): Promise<Result<typeof contract.askCalibration>> {
  return atomically(scope, async ({ db, caller, now }) => {
    await askAnew(db, caller.departmentId, now());
    return { ok: true };
  });
}
