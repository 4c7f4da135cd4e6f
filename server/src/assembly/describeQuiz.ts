/** A quiz as the composer shows it: items in order, what the class should score, and what to look at before releasing. */
import type { Check, Quiz } from "@verdant/contract/assembly";
import type { Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/assembly";
import { wovenIndex, interleave } from "@verdant/core/assembly/interleave";
import { neighbourPairs, orderCost, unavoidablePairs, type Strand } from "@verdant/core/assembly/orderCost";
import { kindOf } from "@verdant/core/items/kinds";
import { difficultyOf, expectedScore, slipOf } from "@verdant/core/plan/posterior";
import { plainText } from "@verdant/core/richText";
import type { z } from "zod";
import { dueOfClass } from "../plan/service.ts";
import { need } from "../platform/failure.ts";
import type { Scope } from "../platform/scope.ts";
import * as store from "./store.ts";

type Place = Awaited<ReturnType<typeof store.listPlaces>>[number];

export async function describeQuiz(
  scope: Scope,
  departmentId: string,
  quizId: string,
): Promise<Result<typeof contract.showQuiz>> {
  const quiz = need(await store.findQuiz(scope.db, departmentId, quizId), "quiz");
  const classId = quiz.classId ?? "";
  const places = await store.listPlaces(scope.db, departmentId, quizId);
  const due = await dueOfClass(scope, departmentId, classId);
  const lastUse = await store.listLastUse(scope.db, departmentId, classId);
  const releases = await store.listReleasesOf(scope.db, departmentId, quizId);
  const recalls = new Map(due.topics.map((topic) => [topic.topicId, topic.recall ?? 0.5]));
  const strands = strandsOf(places);
  const asked = quiz.blueprint?.asked ?? places.length;
  return {
    id: quiz.id,
    number: quiz.number,
    name: quiz.name,
    version: quiz.version,
    classId,
    className: due.class.name,
    students: due.studentIds.length,
    asked,
    places: places.map((place) => ({
      id: place.id,
      itemId: place.itemId,
      number: place.number,
      kind: place.kind,
      stem: plainText(place.content.stem),
      view: kindOf(place.content).toStudentView(place.content, kindOf(place.content).arrange(place.content, null)),
      topic: place.topic ?? "no topic",
      strand: { unitId: place.unitId ?? "", name: place.unit ?? "", letter: place.letter ?? "–", hue: place.hue ?? 7 },
      points: place.points,
      expectedSeconds: place.expectedSeconds,
      lastOn: lastUse.get(place.itemId) ?? null,
      changed: place.seenRevisionId !== place.revisionId,
    })),
    woven: wovenOf(strands, quiz.seed),
    gap: quiz.blueprint?.gap ?? null,
    expected: expectedOf(places, (place) => recalls.get(due.rollUp.get(place.topicId ?? "") ?? "") ?? 0.5),
    checks: checksOf(places, strands, asked),
    releases: releases.map((one) => ({ id: one.id, releasedAt: one.releasedAt.toISOString() })),
  };
}

function strandsOf(places: readonly Place[]): Strand[] {
  const difficulties = places.map((place) => place.writerDifficulty).sort((a, b) => a - b);
  return places.map((place) => ({
    topicId: place.topicId ?? place.id,
    unitId: place.unitId ?? place.id,
    kind: place.kind,
    difficultyRank: places.length < 2 ? 0 : difficulties.indexOf(place.writerDifficulty) / (places.length - 1),
  }));
}

/** Interleaving index of the order as it stands, against the best order found for the same items. */
function wovenOf(strands: readonly Strand[], seed: string): number | null {
  const cost = orderCost(strands);
  const asIs = [...strands.keys()];
  const best = cost(interleave(strands, seed, 4000).order).spacing;
  return wovenIndex(strands, asIs, Math.min(best, cost(asIs).spacing));
}

/** Points the class should score: the sum of expected credits, give or take half a point in ten. */
function expectedOf(places: readonly Place[], recallOf: (place: Place) => number) {
  const outOf = places.reduce((sum, place) => sum + place.points, 0);
  const expected = places.reduce((sum, place) => {
    const slip = slipOf(difficultyOf(place.writerDifficulty));
    return sum + place.points * expectedScore(recallOf(place), kindOf(place.content).chance(place.content), slip);
  }, 0);
  const margin = outOf / 20;
  return {
    low: Math.max(0, Math.floor(expected - margin)),
    high: Math.min(outOf, Math.ceil(expected + margin)),
    outOf,
  };
}

function checksOf(places: readonly Place[], strands: readonly Strand[], asked: number): z.infer<typeof Check>[] {
  const checks: Quiz["checks"] = [];
  if (places.length < asked) {
    checks.push({
      code: "fewerThanAsked",
      text: `${places.length} of the ${asked} questions you asked for: no topic gets more than 2, and only topics that have been taught count.`,
    });
  }
  const pairs = neighbourPairs(strands) - unavoidablePairs(strands.map((strand) => strand.topicId));
  if (pairs > 0)
    checks.push({
      code: "sameTopicNeighbours",
      text: `${pairs === 1 ? "One pair" : `${pairs} pairs`} of neighbours share a topic and need not.`,
    });
  const families = new Set(places.map((place) => place.familyId));
  if (families.size < places.length)
    checks.push({ code: "sameFamily", text: "Two questions are variants of one another." });
  for (const place of places) {
    if (place.status !== "approved")
      checks.push({ code: "itemNotUsable", text: `Item ${place.number} cannot be used yet.` });
    else if (place.seenRevisionId !== place.revisionId) {
      checks.push({
        code: "itemChanged",
        text: `Item ${place.number} has been changed since this quiz was built; students get the new version.`,
      });
    }
  }
  return checks;
}
