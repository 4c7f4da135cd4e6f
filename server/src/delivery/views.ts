/** What students are told: the notice of a release, and the strand of an item. */
import type { Notice } from "@verdant/contract/delivery";
import { completeRules, minutesAllowed } from "@verdant/core/delivery/rules";
import { isTimedPractice } from "@verdant/core/delivery/timed";
import { markerOf } from "@verdant/core/items/kinds";
import type { Stimulus } from "@verdant/core/stimuli/stimulus";
import type { z } from "zod";
import type { Db } from "../platform/database.ts";
import * as store from "./store.ts";

type GivenRelease = Pick<
  Awaited<ReturnType<typeof store.listReleasesFor>>[number],
  "releaseId" | "rules" | "shutsAt" | "arrangements"
>;

/** What a student may be told of the rules. Of a draw the pool's mean stands for what is drawn. */
export async function noticeOf(
  db: Db,
  departmentId: string,
  { releaseId, rules: kept, shutsAt, arrangements }: GivenRelease,
): Promise<z.infer<typeof Notice>> {
  const rules = completeRules(kept);
  const [places, items] = [
    await store.listReleasePlaces(db, departmentId, releaseId),
    await store.listReleaseItems(db, departmentId, releaseId),
  ];
  let [questions, points, seconds] = [0, 0, 0];
  for (const place of places) {
    const pool = items.filter((item) => item.placeId === place.id);
    const count = place.kind === "draw" ? Math.min(place.take ?? 1, pool.length) : pool.length;
    questions += count;
    // What is asked for an opinion earns nothing.
    if (!pool.every((item) => markerOf(item) === "nobody")) points += count * place.points;
    seconds += (count * pool.reduce((sum, item) => sum + item.expectedSeconds, 0)) / Math.max(1, pool.length);
  }
  return {
    questions,
    minutes: Math.max(1, Math.round(seconds / 60)),
    points,
    goes: rules.goes,
    waitHours: rules.waitHours,
    counts: rules.counts,
    timeLimitMinutes: minutesAllowed(rules.timeLimitMinutes, arrangements.extraTimePercent ?? 0),
    isTimed: isTimedPractice(rules),
    openness: rules.openness,
    openFrom: rules.openFrom,
    paging: rules.paging,
    shutsAt: shutsAt?.toISOString() ?? null,
    stopAt: rules.stopAt,
    before: rules.before && {
      fromGo: rules.before.fromGo,
      goAhead: rules.before.goAhead,
      reflects: rules.before.reflection !== null,
    },
  };
}

/** Heading, instruction and interludes of a release, by the position of the question they come before. */
export async function wordsOf(db: Db, departmentId: string, releaseId: string) {
  const [parts, places] = [
    await store.listReleaseParts(db, departmentId, releaseId),
    await store.listReleasePlaces(db, departmentId, releaseId),
  ];
  const words: { position: number; heading: string | null; text: string | null }[] = [];
  let position = 1;
  for (const part of parts) {
    if (part.heading !== null || part.instruction !== null)
      words.push({ position, heading: part.heading, text: part.instruction });
    for (const place of places.filter((one) => one.partId === part.id)) {
      if (place.kind === "interlude") words.push({ position, heading: null, text: place.text });
      else position += place.kind === "draw" ? (place.take ?? 1) : 1;
    }
  }
  return words;
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

/** What the given items hang on, each once. */
export function stimuliOf(
  items: readonly { readonly stimulusId: string | null; readonly stimulus: Stimulus | null }[],
): { id: string; content: Stimulus }[] {
  const contents = new Map(
    items.flatMap(({ stimulusId, stimulus }) => (stimulusId && stimulus ? [[stimulusId, stimulus] as const] : [])),
  );
  return [...contents].map(([id, content]) => ({ id, content }));
}
