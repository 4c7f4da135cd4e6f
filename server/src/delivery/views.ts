/** What students are told: the notice of a release, and the strand of an item. */
import type { Notice } from "@verdant/contract/delivery";
import type { Rules } from "@verdant/core/delivery/rules";
import type { z } from "zod";
import type { Db } from "../platform/database.ts";
import * as store from "./store.ts";

export async function noticeOf(
  db: Db,
  departmentId: string,
  releaseId: string,
  rules: Rules,
  shutsAt: Date | null,
): Promise<z.infer<typeof Notice>> {
  const items = await store.listReleaseItems(db, departmentId, releaseId);
  return {
    questions: items.length,
    minutes: Math.max(1, Math.round(items.reduce((sum, item) => sum + item.expectedSeconds, 0) / 60)),
    points: items.reduce((sum, item) => sum + item.points, 0),
    goes: rules.goes,
    timeLimitMinutes: rules.timeLimitMinutes,
    openness: rules.openness,
    shutsAt: shutsAt?.toISOString() ?? null,
  };
}

export function strandOf(item: {
  unitId: string | null;
  unit: string | null;
  letter: string | null;
  hue: number | null;
}) {
  if (item.unitId === null) return null;
  return { unitId: item.unitId, name: item.unit ?? "", letter: item.letter ?? "–", hue: item.hue ?? 7 };
}
