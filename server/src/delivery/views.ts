/** What students see beside the questions: the words between them, the strand of an item, what it hangs on. */
import type { Stimulus } from "@verdant/core/stimuli/stimulus";
import type { Db } from "../platform/database.ts";
import * as store from "./store.ts";

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
