/** Laying a quiz out: parts and places as a whole, with what is known of the places that stay. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/assembly";
import { itemIdsOf, questionsOf, type LayoutPart } from "@verdant/core/assembly/layout";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope, type OpenScope } from "../platform/scope.ts";
import type { QuizSide } from "../platform/tables.ts";
import { describeLoaded } from "./describeQuiz.ts";
import { loadQuiz, placesOf, unitOf, type LoadedQuiz, type PlaceRow } from "./loadQuiz.ts";
import { noteStep, type Steps } from "./noteStep.ts";
import * as store from "./store.ts";

type Quiz = Result<typeof contract.showQuiz>;
export type Part = Input<typeof contract.setLayout>["body"]["parts"][number];
export type Place = Part["places"][number];

/** Sets all parts and places. Places that stay keep the revision that was seen when they came in. */
export async function setLayout(
  scope: OpenScope<Member>,
  { params, body }: Input<typeof contract.setLayout>,
): Promise<Quiz> {
  // Read before the transaction: whatever changes meanwhile is another version, and then nothing is written.
  return setLoadedLayout(scope, await loadQuiz(scope, scope.caller.departmentId, params.quizId), body);
}

/** The same of a quiz that is loaded already. */
export function setLoadedLayout(
  scope: OpenScope<Member>,
  loaded: LoadedQuiz,
  { version, parts }: Input<typeof contract.setLayout>["body"],
): Promise<Quiz> {
  const itemsOf = (all: readonly Part[]) =>
    all
      .flatMap((part) => part.places)
      .map(keyOf)
      .sort()
      .join();
  const isReordered = itemsOf(layoutOf(loaded)) === itemsOf(parts);
  const { blueprint } = loaded.quiz;
  const questions = questionsOf(parts);
  const next = {
    ...blueprint,
    asked: isReordered ? (blueprint?.asked ?? questions) : questions,
    gap: isReordered ? (blueprint?.gap ?? null) : null,
    shortfalls: isReordered ? (blueprint?.shortfalls ?? []) : [],
  };
  const before = { parts: layoutOf(loaded), blueprint };
  const after = { parts, blueprint: next };
  return writeLayout(scope, loaded, {
    version,
    to: after,
    action: "arranged",
    note: (within) => noteStep(within, loaded.quiz.id, { kind: "layout", before, after }),
  });
}

/** Writes how a quiz is to stand, with what is to be noted of it, in one transaction; the quiz as it then is. */
export async function writeLayout(
  scope: OpenScope<Member>,
  loaded: LoadedQuiz,
  deed: { version: number; to: QuizSide; action: string; note: (within: Scope<Member>) => Promise<Steps> },
): Promise<Quiz> {
  const { departmentId } = scope.caller;
  const quizId = loaded.quiz.id;
  const { parts, blueprint } = deed.to;
  const written = await atomically(scope, async (within): Promise<LoadedQuiz> => {
    const version = await moveOn(within, quizId, deed.version, { blueprint: JSON.stringify(blueprint) });
    const laid = await layOut(within, loaded, parts.map(completed));
    await record(within, {
      departmentId,
      entity: "quiz",
      entityId: quizId,
      action: deed.action,
      before: layoutOf(loaded),
      after: parts,
    });
    const steps = await deed.note(within);
    return { ...loaded, ...laid, quiz: { ...loaded.quiz, version, blueprint, ...steps } };
  });
  return describeLoaded(scope, departmentId, written);
}

const completed = (part: LayoutPart): Part => ({
  ...part,
  orderRule: part.orderRule ?? "woven",
  places: part.places.map((place): Place => {
    if (place.type === "interlude") return place;
    if (place.type === "draw") return { ...place, points: place.points ?? 1 };
    return { ...place, locked: place.locked ?? false };
  }),
});

const keyOf = (place: Place) =>
  place.type === "fixed"
    ? place.itemId
    : place.type === "draw"
      ? `${place.take} of ${[...place.itemIds].sort().join()}`
      : place.text;

/** A quiz by its name and number, and its layout. */
export async function quizOfLayout(scope: OpenScope<Member>, quizId: string) {
  const loaded = await loadQuiz(scope, scope.caller.departmentId, quizId);
  const { id, name, number } = loaded.quiz;
  return { id, name, number, parts: layoutOf(loaded) };
}

/** The layout of a quiz as it could be set. */
export function layoutOf({ parts, places }: Pick<LoadedQuiz, "parts" | "places">): Part[] {
  return parts.map((part) => ({
    heading: part.heading,
    instruction: part.instruction,
    orderRule: part.orderRule,
    places: places
      .filter((place) => place.partId === part.id)
      .map((place): Place => {
        const { points } = place;
        if (place.type === "interlude") return { type: "interlude", text: place.text };
        return place.type === "draw"
          ? { type: "draw", itemIds: place.pool.map((item) => item.id), take: place.take, points }
          : { type: "fixed", itemId: place.item.id, locked: place.row.locked, points };
      }),
  }));
}

/** Writes a layout in place of the one that stands; what is then there. */
export async function layOut(
  scope: Scope<Member>,
  { quiz, due, places }: Pick<LoadedQuiz, "quiz" | "due" | "places">,
  parts: readonly Part[],
): Promise<Pick<LoadedQuiz, "parts" | "places">> {
  const { db, caller } = scope;
  const { departmentId } = caller;
  const ids = itemIdsOf(parts);
  if (new Set(ids).size !== ids.length) throw invalid("itemTwiceInQuiz");
  const items = new Map((await store.listItemsById(db, departmentId, ids)).map((item) => [item.id, item]));
  const seen = new Map(
    places.flatMap((place) => (place.type === "fixed" ? [[place.item.id, place.row.seenRevisionId]] : [])),
  );
  const known = new Set(
    places.flatMap((place) =>
      place.type === "fixed" ? [place.item.id] : place.type === "draw" ? place.pool.map((item) => item.id) : [],
    ),
  );
  for (const id of ids) {
    const item = items.get(id);
    if (!item || (!known.has(id) && item.status === "retired")) throw invalid("itemNotUsable");
  }
  const placed = parts.map((part, i) => ({ ...part, id: newId(), position: i + 1 }));
  const rows = placed.flatMap((part) =>
    part.places.map((place, i) => ({ place, id: newId(), partId: part.id, position: i + 1 })),
  );
  const rowsWritten = rows.map(({ place, id, partId, position }): { row: PlaceRow; position: number } => {
    const nothing = { itemId: null, unitId: null, seenRevisionId: null, unit: null, letter: null, hue: null };
    const base = { id, partId, kind: place.type, points: 0, locked: false, take: null, text: null, ...nothing };
    if (place.type === "interlude") return { position, row: { ...base, text: place.text } };
    if (place.type === "draw") return { position, row: { ...base, points: place.points, take: place.take } };
    const item = items.get(place.itemId);
    const unit = unitOf(due, item?.topicId ?? null);
    const row = {
      ...base,
      points: place.points ?? item?.points ?? 1,
      locked: place.locked,
      itemId: place.itemId,
      seenRevisionId: seen.get(place.itemId) ?? item?.revisionId ?? null,
      ...(unit && { unitId: unit.unitId, unit: unit.name, letter: unit.letter, hue: unit.hue }),
    };
    return { position, row };
  });
  const pools = rows.flatMap(({ place, id }) =>
    place.type === "draw" ? place.itemIds.map((itemId) => ({ placeId: id, itemId })) : [],
  );
  const written = placed.map(({ id, position, heading, instruction, orderRule }) => ({
    ...{ id, position, orderRule },
    heading: heading === "" ? null : heading,
    instruction: instruction === "" ? null : instruction,
  }));
  await store.replaceLayout(db, departmentId, quiz.id, {
    parts: written,
    places: rowsWritten.map(({ position, row: { unit: _unit, letter: _letter, hue: _hue, ...row } }) => ({
      ...{ position, ...row },
    })),
    pools,
  });
  return {
    parts: written.map(({ position: _, ...part }) => part),
    places: placesOf(
      rowsWritten.map((one) => one.row),
      pools,
      items,
    ),
  };
}

const invalid = (code: "itemTwiceInQuiz" | "itemNotUsable") => new Failure(code, {}, { at: "/body/parts" });

/** Moves the quiz to its next version, which it returns, or says that somebody else has. */
export async function moveOn(
  { db, caller }: Scope<Member>,
  quizId: string,
  version: number,
  change: Parameters<typeof store.updateQuiz>[2],
): Promise<number> {
  const moved = await store.updateQuiz(db, { departmentId: caller.departmentId, quizId, version }, change);
  if (moved) return moved.version;
  need(await store.findQuiz(db, caller.departmentId, quizId), "quiz");
  throw new Failure("quizChanged");
}
