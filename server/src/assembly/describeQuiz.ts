/** A quiz as the composer shows it: items in order, what the class should score, and what to look at before releasing. */
import type { Check, MixUnit, Place } from "@verdant/contract/assembly";
import type { Result } from "@verdant/contract/endpoint";
import type { Strand as StrandShown } from "@verdant/contract/wire";
import type * as contract from "@verdant/contract/assembly";
import { chanceOfSame, waysToDraw } from "@verdant/core/assembly/draws";
import { interleave, wovenIndex } from "@verdant/core/assembly/interleave";
import { neighbourPairs, orderCost, unavoidablePairs, type Strand } from "@verdant/core/assembly/orderCost";
import { groupBy } from "@verdant/core/groupBy";
import { kindOf, markerOf } from "@verdant/core/items/kinds";
import { shareOf } from "@verdant/core/insight/wilson";
import { bandOf } from "@verdant/core/plan/band";
import { difficultyOf, expectedScore, slipOf } from "@verdant/core/plan/posterior";
import { headline } from "@verdant/core/richText";
import { gatheredByStimulus } from "@verdant/core/stimuli/stimulus";
import type { z } from "zod";
import type { ClassDue } from "../plan/service.ts";
import type { Caller, Scope } from "../platform/scope.ts";
import {
  loadQuiz,
  revisionFor,
  strandOfItem,
  unitOf,
  type ItemNow,
  type LoadedPlace,
  type LoadedQuiz,
} from "./loadQuiz.ts";
import * as store from "./store.ts";

type Quiz = Result<typeof contract.showQuiz>;
type Fixed = Extract<LoadedPlace, { type: "fixed" }>;
type Draw = Extract<LoadedPlace, { type: "draw" }>;

const isFixed = (place: LoadedPlace): place is Fixed => place.type === "fixed";
const isDraw = (place: LoadedPlace): place is Draw => place.type === "draw";
const questionsIn = (place: LoadedPlace) => (place.type === "fixed" ? 1 : place.type === "draw" ? place.take : 0);

export async function describeQuiz(scope: Scope, departmentId: string, quizId: string): Promise<Quiz> {
  const loaded = await loadQuiz(scope, departmentId, quizId);
  const { quiz, due, parts, places } = loaded;
  const fixed = places.filter(isFixed);
  const itemIds = fixed.map((place) => place.item.id);
  const lastUse = await store.listLastUse(scope.db, departmentId, due.class.id);
  const facilities = await store.listFacilities(scope.db, departmentId, itemIds);
  const releases = await store.listReleasesOf(scope.db, departmentId, quizId);
  const strands = fixed.map((place) => strandOfItem(due, place.item));
  const questions = places.reduce((sum, place) => sum + questionsIn(place), 0);
  const asked = quiz.blueprint?.asked ?? questions;
  return {
    id: quiz.id,
    number: quiz.number,
    name: quiz.name,
    version: quiz.version,
    classId: due.class.id,
    className: due.class.name,
    students: due.studentIds.length,
    asked,
    questions,
    parts,
    places: places.map((place) => toPlace(place, due, { lastUse, facilities })),
    mix: mixOf(due, places),
    blueprint: quiz.blueprint?.requirements ?? null,
    shortfalls: [...(quiz.blueprint?.shortfalls ?? [])],
    draws: drawsOf(places.filter(isDraw), due.studentIds.length),
    woven: wovenOf(loaded, strands),
    gap: quiz.blueprint?.gap ?? null,
    expected: expectedOf(places, due),
    checks: checksOf(scope.caller, loaded, strands, { asked, questions }),
    releases: releases.map((one) => ({ id: one.id, releasedAt: one.releasedAt.toISOString() })),
  };
}

interface Known {
  readonly lastUse: ReadonlyMap<string, string>;
  readonly facilities: ReadonlyMap<string, { right: number; outOf: number }>;
}

export function facilityOf(known: Known["facilities"], itemId: string) {
  const found = known.get(itemId);
  return found ? shareOf(found.right, found.outOf) : null;
}

/** The unit a question counts to; an item from outside the class's course is a strand of its own. */
function strandShown(row: LoadedPlace["row"], due: ClassDue, item: ItemNow): z.infer<typeof StrandShown> {
  return row.unitId === null
    ? { unitId: strandOfItem(due, item).unitId, name: item.topic ?? "no topic", letter: "–", hue: 7 }
    : { unitId: row.unitId, name: row.unit ?? "", letter: row.letter ?? "–", hue: row.hue ?? 7 };
}

function toPlace(place: LoadedPlace, due: ClassDue, known: Known): Place {
  const { row, partId, points } = place;
  if (place.type === "interlude") return { type: "interlude", id: row.id, partId, text: place.text };
  if (place.type === "draw") {
    const strands = place.pool.map((item) => unitOf(due, item.topicId));
    const seconds = place.pool.reduce((sum, item) => sum + item.expectedSeconds, 0) / Math.max(1, place.pool.length);
    return {
      type: "draw",
      id: row.id,
      partId,
      points,
      take: place.take,
      strand: strands.every((one) => one?.unitId === strands[0]?.unitId) ? (strands[0] ?? null) : null,
      pool: place.pool.map((item) => ({
        itemId: item.id,
        number: item.number,
        stem: headline(item.content.stem),
        topic: item.topic ?? "no topic",
      })),
      expectedSeconds: Math.round(seconds * place.take),
    };
  }
  const { item } = place;
  const kind = kindOf(item.content);
  return {
    type: "fixed",
    id: row.id,
    partId,
    points,
    itemId: item.id,
    number: item.number,
    kind: item.kind,
    label: item.label,
    stem: headline(item.content.stem),
    view: kind.toStudentView(item.content, kind.arrange(item.content, null)),
    topic: item.topic ?? "no topic",
    strand: strandShown(row, due, item),
    expectedSeconds: item.expectedSeconds,
    writerDifficulty: item.writerDifficulty,
    locked: row.locked,
    facility: facilityOf(known.facilities, item.id),
    lastOn: known.lastUse.get(item.id) ?? null,
    changed: row.seenRevisionId !== item.revisionId,
  };
}

/** Units of the course in order, with how many questions each has and whether it can come back today. */
function mixOf(due: ClassDue, places: readonly LoadedPlace[]): z.infer<typeof MixUnit>[] {
  const counts = new Map<string, number>();
  for (const place of places) {
    const items = place.type === "fixed" ? [place.item] : place.type === "draw" ? place.pool : [];
    for (const item of items) {
      const unitId = unitOf(due, item.topicId)?.unitId ?? "";
      counts.set(unitId, (counts.get(unitId) ?? 0) + questionsIn(place) / items.length);
    }
  }
  return [...groupBy(due.topics, (topic) => topic.strand.unitId).values()].flatMap((topics) => {
    const strand = topics[0]?.strand;
    if (!strand) return [];
    const taught = topics.filter((topic) => topic.recall !== null);
    const recall = taught.reduce((sum, topic) => sum + (topic.recall ?? 0), 0) / Math.max(1, taught.length);
    const ready = topics.some((topic) => !["notTaught", "justTaught", "leftOut"].includes(topic.standing));
    return [
      {
        strand,
        count: Math.round(counts.get(strand.unitId) ?? 0),
        standing: ready ? ("open" as const) : taught.length > 0 ? ("taughtThisWeek" as const) : ("notTaught" as const),
        recall: taught.length === 0 ? null : bandOf(recall),
        available: topics.reduce((sum, topic) => sum + (due.available.get(topic.topicId) ?? 0), 0),
      },
    ];
  });
}

function drawsOf(draws: readonly Draw[], students: number): Quiz["draws"] {
  if (draws.length === 0) return null;
  const ways = draws.map(({ pool, take }) => {
    const families = [...groupBy(pool, (item) => item.familyId).values()].map((items) => items.length);
    return waysToDraw(families, Math.min(take, families.length));
  });
  const powerOfTen = ways.reduce((sum, one) => sum + Math.log10(Math.max(1, one)), 0);
  return { powerOfTen, chanceOfSame: chanceOfSame(10 ** Math.min(300, powerOfTen), students) };
}

/** Interleaving index of the order as it stands, against the best order found for the same items. Parts never mix. */
function wovenOf({ quiz, parts, places }: LoadedQuiz, strands: readonly Strand[]): number | null {
  if (parts.length > 1) return null;
  const cost = orderCost(strands);
  const asIs = [...strands.keys()];
  if (places.length === 0) return null;
  const best = cost(interleave(strands, quiz.seed, 3000).order).spacing;
  return wovenIndex(strands, asIs, Math.min(best, cost(asIs).spacing));
}

/** Points the class should score: the sum of expected credits, give or take half a point in ten. */
function expectedOf(places: readonly LoadedPlace[], due: ClassDue) {
  const recalls = new Map(due.topics.map((topic) => [topic.topicId, topic.recall ?? 0.5]));
  const creditOf = (item: ItemNow) => {
    const slip = slipOf(difficultyOf(item.writerDifficulty));
    const recall = recalls.get(due.rollUp.get(item.topicId ?? "") ?? "") ?? 0.5;
    return expectedScore(recall, kindOf(item.content).chance(item.content), slip);
  };
  let [outOf, expected] = [0, 0];
  for (const place of places) {
    const items = place.type === "fixed" ? [place.item] : place.type === "draw" ? place.pool : [];
    if (items.every((item) => markerOf(item) === "nobody")) continue;
    outOf += questionsIn(place) * place.points;
    const mean = items.reduce((sum, item) => sum + creditOf(item), 0) / items.length;
    expected += questionsIn(place) * place.points * mean;
  }
  const margin = outOf / 20;
  return {
    low: Math.max(0, Math.floor(expected - margin)),
    high: Math.min(outOf, Math.ceil(expected + margin)),
    outOf,
  };
}

function checksOf(
  caller: Caller,
  { parts, places }: LoadedQuiz,
  strands: readonly Strand[],
  { asked, questions }: { asked: number; questions: number },
): z.infer<typeof Check>[] {
  const checks: Quiz["checks"] = [];
  const fixed = places.filter(isFixed);
  if (questions < asked) {
    checks.push({
      code: "fewerThanAsked",
      text: `${questions} of the ${asked} questions you asked for: no topic gets more than 2, and only topics that have been taught count.`,
    });
  }
  const pairs = neighbourPairs(strands) - unavoidablePairs(strands.map((strand) => strand.topicId));
  if (pairs > 0 && parts.length === 1)
    checks.push({
      code: "sameTopicNeighbours",
      text: `${pairs === 1 ? "One pair" : `${pairs} pairs`} of neighbours share a topic and need not.`,
    });
  if (parts.length === 1 && areApart(strands))
    checks.push({ code: "stimulusApart", text: "Questions on the same text, map or chart stand apart." });
  const families = new Set(fixed.map((place) => place.item.familyId));
  if (families.size < fixed.length)
    checks.push({ code: "sameFamily", text: "Two questions are variants of one another." });
  for (const { row, item } of fixed) {
    if (revisionFor(caller, item) === null)
      checks.push({ code: "itemNotUsable", text: `Item ${item.number} cannot be used yet.` });
    else if (row.seenRevisionId !== item.revisionId) {
      checks.push({
        code: "itemChanged",
        text: `Item ${item.number} has been changed since this quiz was built; students get the new version.`,
      });
    }
  }
  checks.push(...drawChecks(caller, places, families));
  for (const part of parts) {
    if (parts.length > 1 && !places.some((place) => place.partId === part.id && place.type !== "interlude"))
      checks.push({ code: "partEmpty", text: `The part “${part.heading ?? "without a heading"}” has no questions.` });
  }
  return checks;
}

/** Some that share a stimulus have another question between them. */
function areApart(strands: readonly Strand[]): boolean {
  const gathered = gatheredByStimulus([...strands.keys()], (i) => strands[i]?.block);
  const blocks = (order: readonly number[]) =>
    order.filter(
      (at, i) => strands[at]?.block === undefined || strands[at].block !== strands[order[i - 1] ?? -1]?.block,
    ).length;
  return blocks([...strands.keys()]) > blocks(gathered);
}

function drawChecks(
  caller: Caller,
  places: readonly LoadedPlace[],
  fixedFamilies: ReadonlySet<string>,
): z.infer<typeof Check>[] {
  const checks: z.infer<typeof Check>[] = [];
  const seen = new Set(fixedFamilies);
  for (const { pool, take } of places.filter(isDraw)) {
    const usable = pool.filter((item) => revisionFor(caller, item) !== null);
    const families = new Set(usable.map((item) => item.familyId));
    const free = [...families].filter((family) => !seen.has(family)).length;
    if (families.size < take)
      checks.push({
        code: "drawTooSmall",
        text: `A draw gives ${take}, but its pool has only ${families.size} that are no look-alikes.`,
      });
    else if (free < families.size)
      checks.push({
        code: "drawsAlike",
        text: "A pool holds look-alikes of other questions here; no student gets both.",
      });
    for (const family of families) seen.add(family);
  }
  return checks;
}
