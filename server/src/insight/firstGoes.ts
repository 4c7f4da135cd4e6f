/** The first goes of a class: one reading of the year's marks, from which topics, standards and students are summed. */
import { latestByStandard, type CreditsOfStandard, type FirstGo } from "@verdant/core/insight/firstGoes";
import type { Scope } from "../platform/scope.ts";
import * as store from "./firstGoesStore.ts";

export interface FirstGoes {
  readonly goes: readonly FirstGo[];
  /** What the items that were asked are tagged with today, by their numbers. */
  readonly items: ReadonlyMap<number, { readonly topicId: string | null; readonly standardIds: readonly string[] }>;
}

export async function firstGoesOf(
  { db }: Scope,
  departmentId: string,
  classId: string,
  besides: readonly string[] = [],
): Promise<FirstGoes> {
  const goes = await store.listFirstGoes(db, departmentId, classId, besides);
  const asked = new Set<number>();
  for (const go of goes) for (const item of go.items) asked.add(item);
  const items = await store.listTags(db, departmentId, [...asked]);
  return { goes, items: new Map(items.map(({ number, ...tags }) => [number, tags])) };
}

export const evidenceOfClass = ({ goes, items }: FirstGoes): CreditsOfStandard[] =>
  latestByStandard(goes, (item) => items.get(item)?.standardIds ?? []);
