/** A quiz as the composer shows it: items in order, what the class should score, and what to look at before releasing. */
import type { Check, MixUnit, Place, Hindrance } from "@verdant/contract/assembly";
import type { Result } from "@verdant/contract/endpoint";
import { Shortfall } from "@verdant/contract/requirements";
import type { Strand as StrandShown } from "@verdant/contract/wire";
import type * as contract from "@verdant/contract/assembly";
import { chanceOfSame, sharedByTwo, waysToDraw } from "@verdant/core/assembly/draws";
import { aboveMixes } from "@verdant/core/checker/options";
import { groupBy } from "@verdant/core/groupBy";
import { kindOf, markerOf } from "@verdant/core/items/kinds";
import { shareOf } from "@verdant/core/insight/wilson";
import { bandOf } from "@verdant/core/plan/band";
import { goesOf } from "@verdant/core/coverage/goes";
import { expectedScore, slipKnown } from "@verdant/core/plan/posterior";
import { headline } from "@verdant/core/richText";
import type { z } from "zod";
import { faultsOf } from "../bank/service.ts";
import type { ClassDue } from "../plan/service.ts";
import type { Caller, OpenScope } from "../platform/scope.ts";
import {
  loadQuiz,
  revisionFor,
  strandOfItem,
  unitOf,
  type ItemNow,
  type LoadedPlace,
  type LoadedQuiz,
} from "./loadQuiz.ts";
import { shownSteps } from "./noteStep.ts";
import { orderChecks, wovenOf } from "./order.ts";
import { restChecks } from "./rested.ts";
import { listDifficulties, listFacilities } from "./knownStore.ts";
import * as store from "./store.ts";

type Quiz = Result<typeof contract.showQuiz>;
type Fixed = Extract<LoadedPlace, { type: "fixed" }>;
type Draw = Extract<LoadedPlace, { type: "draw" }>;

const isFixed = (place: LoadedPlace): place is Fixed => place.type === "fixed";
const isDraw = (place: LoadedPlace): place is Draw => place.type === "draw";
const questionsIn = (place: LoadedPlace) => (place.type === "fixed" ? 1 : place.type === "draw" ? place.take : 0);

export const describeQuiz = async (scope: OpenScope, departmentId: string, quizId: string): Promise<Quiz> =>
  describeLoaded(scope, departmentId, await loadQuiz(scope, departmentId, quizId));

/** The same of a quiz that is at hand already, as it was just written; what is known of it besides is not read again. */
export async function describeLoaded(
  scope: OpenScope,
  departmentId: string,
  loaded: LoadedQuiz,
  known: { readonly lastUse?: ReadonlyMap<string, string> | undefined; readonly releases?: readonly [] } = {},
): Promise<Quiz> {
  const { quiz, due, parts, places } = loaded;
  const fixed = places.filter(isFixed);
  const itemIds = places.flatMap(itemsIn).map((item) => item.id);
  const [lastUse, facilities, difficulties, releases] = await Promise.all([
    known.lastUse ?? store.listLastUse(scope.db, departmentId, due.class.id),
    listFacilities(scope.db, departmentId, itemIds),
    listDifficulties(scope.db, departmentId, itemIds),
    known.releases ?? store.listReleasesOf(scope.db, departmentId, quiz.id),
  ]);
  const strands = fixed.map((place) => strandOfItem(due, place.item));
  const questions = places.reduce((sum, place) => sum + questionsIn(place), 0);
  const asked = quiz.blueprint?.asked ?? questions;
  const shape = { parts: parts.length, places: places.length };
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
    places: places.map((place) => toPlace(scope.caller, place, due, { lastUse, facilities })),
    topicIds: [...new Set(strands.map((strand) => strand.topicId))].sort(),
    mix: mixOf(due, places),
    blueprint: quiz.blueprint?.requirements ?? null,
    // Those that were kept as sentences, before, come again when the quiz is composed again.
    shortfalls: (quiz.blueprint?.shortfalls ?? []).filter((one) => Shortfall.safeParse(one).success),
    draws: drawsOf(scope.caller, places.filter(isDraw), parts, due.studentIds.length),
    woven: await wovenOf(scope, strands, shape),
    gap: quiz.blueprint?.gap ?? null,
    expected: expectedOf(places, due, { facilities, difficulties }),
    checks: [
      ...checksOf(scope.caller, loaded, { asked, questions }),
      ...restChecks(loaded, lastUse),
      ...orderChecks(strands, shape),
    ],
    releases: releases.map((one) => ({ id: one.id, releasedAt: one.releasedAt.toISOString() })),
    ...shownSteps(quiz, scope.caller.kind === "member" ? scope.caller.personId : null),
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

/** Every item that a place may give. */
const itemsIn = (place: LoadedPlace): readonly ItemNow[] =>
  place.type === "fixed" ? [place.item] : place.type === "draw" ? place.pool : [];

/** Why no quiz of this caller can give an item; null when one can. */
function hindranceOf(caller: Caller, item: ItemNow): Hindrance | null {
  if (revisionFor(caller, item) !== null) return null;
  if (item.status === "retired") return "retired";
  if (faultsOf(item.content, item.topicId).length > 0) return "unfinished";
  return "notApproved";
}

function toPlace(caller: Caller, place: LoadedPlace, due: ClassDue, known: Known): Place {
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
        topicId: item.topicId,
        topic: item.topic ?? "no topic",
        hindrance: hindranceOf(caller, item),
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
    const items = itemsIn(place);
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

/** What can be drawn: usable items only. */
const usableIn = (caller: Caller, { pool }: Draw) => pool.filter((item) => hindranceOf(caller, item) === null);

function drawsOf(
  caller: Caller,
  draws: readonly Draw[],
  parts: readonly { readonly id: string }[],
  students: number,
): Quiz["draws"] {
  if (draws.length === 0) return null;
  const families = draws.map((draw) =>
    [...groupBy(usableIn(caller, draw), (item) => item.familyId).values()].map((items) => items.length),
  );
  const takes = draws.map(({ take }, i) => Math.min(take, families[i]?.length ?? 0));
  const ways = draws.map((_, i) => waysToDraw(families[i] ?? [], takes[i] ?? 0));
  const shared = draws.reduce((sum, _, i) => sum + sharedByTwo(families[i] ?? [], takes[i] ?? 0), 0);
  const drawn = takes.reduce((sum, take) => sum + take, 0);
  const powerOfTen = ways.reduce((sum, one) => sum + Math.log10(Math.max(1, one)), 0);
  const given = draws.flatMap((draw, i) => {
    const take = takes[i] ?? 0;
    const part = String(parts.findIndex(({ id }) => id === draw.partId) + 1);
    return take === 0 ? [] : [{ part, take, families: usableIn(caller, draw).map((item) => item.familyId) }];
  });
  const { goes, bottleneck } = given.length === 0 ? { goes: 0, bottleneck: null } : goesOf(given);
  const shortest =
    given.length < 2 || bottleneck === null
      ? null
      : { parts: bottleneck.parts.map(Number), take: bottleneck.take, families: bottleneck.families };
  const same = chanceOfSame(10 ** Math.min(300, powerOfTen), students);
  return { powerOfTen, shared, drawn, goes, shortest, chanceOfSame: same };
}

/** Points the class should score: the sum of expected credits, give or take half a point in ten. */
function expectedOf(
  places: readonly LoadedPlace[],
  due: ClassDue,
  { facilities, difficulties }: Pick<Known, "facilities"> & { readonly difficulties: ReadonlyMap<string, number> },
) {
  const recalls = new Map(due.topics.map((topic) => [topic.topicId, topic.recall ?? 0.5]));
  const creditOf = (item: ItemNow) => {
    const chance = kindOf(item.content).chance(item.content);
    const known = facilities.get(item.id) ?? { right: 0, outOf: 0 };
    const calibrated = difficulties.get(item.id) ?? null;
    const slip = slipKnown({ writerEstimate: item.writerDifficulty, chance, calibrated, ...known });
    const recall = recalls.get(due.rollUp.get(item.topicId ?? "") ?? "") ?? 0.5;
    return expectedScore(recall, chance, slip);
  };
  let [outOf, expected] = [0, 0];
  for (const place of places) {
    const items = itemsIn(place);
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
  { quiz, due, parts, places }: LoadedQuiz,
  { asked, questions }: { asked: number; questions: number },
): Check[] {
  const checks: Quiz["checks"] = [];
  const fixed = places.filter(isFixed);
  if (questions < asked) {
    checks.push({
      code: "fewerThanAsked",
      terms: { questions, asked, perTopic: quiz.blueprint?.requirements?.perTopicAtMost ?? 2 },
    });
  }
  checks.push(...dueChecks(quiz.blueprint, due, places, questions));
  for (const { item } of fixed) {
    const [finding] = aboveMixes(item.content, {});
    if (finding)
      checks.push({
        code: "optionMoves",
        itemId: item.id,
        terms: { number: item.number, word: finding.terms?.word ?? "" },
      });
  }
  const families = new Set(fixed.map((place) => place.item.familyId));
  if (families.size < fixed.length) checks.push({ code: "sameFamily", terms: {} });
  for (const { row, item } of fixed) {
    if (revisionFor(caller, item) === null)
      checks.push({
        code: "itemNotUsable",
        itemId: item.id,
        terms: { number: item.number, hindrance: hindranceOf(caller, item) ?? "" },
      });
    else if (row.seenRevisionId !== item.revisionId) {
      checks.push({
        code: "itemChanged",
        terms: { number: item.number },
      });
    }
  }
  checks.push(...drawChecks(caller, parts, places, families));
  for (const part of parts) {
    if (parts.length > 1 && !places.some((place) => place.partId === part.id && place.type !== "interlude"))
      checks.push({ code: "partEmpty", terms: { part: part.heading ?? "" } });
  }
  return checks;
}

/** Topics that are due and have items, but no question here. Only of what was composed: who chooses by hand knows why. */
function dueChecks(
  blueprint: LoadedQuiz["quiz"]["blueprint"],
  due: ClassDue,
  places: readonly LoadedPlace[],
  questions: number,
): Quiz["checks"] {
  const isComposed = blueprint !== null && (blueprint.gap !== null || blueprint.requirements != null);
  if (!isComposed || blueprint.requirements?.topicIds.length) return [];
  const here = new Set(places.flatMap(itemsIn).map((item) => due.rollUp.get(item.topicId ?? "")));
  const left = due.topics.filter(
    (topic) => topic.standing === "due" && !here.has(topic.topicId) && (due.available.get(topic.topicId) ?? 0) > 0,
  );
  if (left.length === 0) return [];
  const number = due.topics.filter((topic) => topic.standing === "due").length;
  return [
    {
      code: "dueLeftOut",
      terms: { topics: left.map((topic) => topic.name), due: number, questions },
    },
  ];
}

function drawChecks(
  caller: Caller,
  parts: LoadedQuiz["parts"],
  places: readonly LoadedPlace[],
  fixedFamilies: ReadonlySet<string>,
): Check[] {
  const checks: Check[] = [];
  const seen = new Set(fixedFamilies);
  for (const place of places.filter(isDraw)) {
    const { pool, take, partId } = place;
    const at = parts.findIndex((part) => part.id === partId);
    const part = parts.length > 1 ? at + 1 : 0;
    const usable = usableIn(caller, place);
    const left = pool.filter((item) => !usable.includes(item));
    const families = new Set(usable.map((item) => item.familyId));
    const free = [...families].filter((family) => !seen.has(family)).length;
    const leftOut = left.map((item) => ({ number: item.number, hindrance: hindranceOf(caller, item) ?? "retired" }));
    if (families.size < take)
      checks.push({
        code: "drawTooSmall",
        terms: { part, take, families: families.size, pool: pool.length },
        leftOut,
      });
    else if (left.length > 0) checks.push({ code: "drawItemLeftOut", terms: { part }, leftOut });
    else if (free < families.size)
      checks.push({
        code: "drawsAlike",
        terms: { part },
      });
    for (const family of families) seen.add(family);
  }
  return checks;
}
