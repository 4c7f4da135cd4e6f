/** Every answer of a release in words. */
import type { answerStates } from "@verdant/contract/answers";
import type * as contract from "@verdant/contract/answers";
import type { Input, Result } from "@verdant/contract/endpoint";
import { isReached } from "@verdant/core/delivery/reached";
import { isBlank } from "@verdant/core/items/blank";
import { markerOf, type Content } from "@verdant/core/items/kinds";
import { givenInWords } from "@verdant/core/items/onPaper";
import { headline } from "@verdant/core/richText";
import { describeRelease, listItemsOfRelease } from "../delivery/service.ts";
import { need } from "../platform/failure.ts";
import type { Member, Scope } from "../platform/scope.ts";
import { creditBy } from "./itemResults.ts";
import { classesOf, studentsOf } from "./service.ts";
import * as store from "./store.ts";

type Listed = Result<typeof contract.listAnswersOfRelease>;
type Given = Awaited<ReturnType<typeof store.listAnswers>>[number];

export async function listAnswersOfRelease(
  scope: Scope<Member>,
  { params, query }: Input<typeof contract.listAnswersOfRelease>,
): Promise<Listed> {
  const { db, caller } = scope;
  const release = await describeRelease(scope, caller.departmentId, params.releaseId);
  const chosen = need(
    classesOf(release).find(({ id }) => id === (query.classId ?? release.classId)),
    "class",
  );
  const items = await listItemsOfRelease(scope, caller.departmentId, release.id);
  const places = new Map(items.map((item, i) => [item.itemId, { item, position: i + 1 }]));
  const source = { releaseId: release.id, classId: chosen.id };
  const given = await store.listAnswers(db, caller.departmentId, source, query.go);
  const students = await studentsOf(scope, release, chosen.id, chosen.name);
  const order = new Map(students.map(({ studentId, name }, i) => [studentId, { name, i }]));
  const rows = given.flatMap((one) => {
    const [place, student] = [places.get(one.itemId), order.get(one.studentId)];
    if (!place || !student) return [];
    const { item, position } = place;
    const state = stateOf(item.content, one);
    const row = {
      ...{ studentId: one.studentId, name: student.name, go: one.ordinal, position, itemNumber: item.number },
      ...{ question: headline(item.content.stem), use: item.use, state, reason: one.reason },
      answer: givenInWords(item.content, one.answer),
      credit: state === "marked" ? creditBy(item, one) : null,
      seconds: Math.round(one.spentMs / 100) / 10,
    };
    return [{ row, at: student.i }];
  });
  rows.sort((a, b) => a.at - b.at || a.row.go - b.row.go || a.row.position - b.row.position);
  return { ...source, answers: rows.map(({ row }) => row) };
}

function stateOf(content: Content, given: Given): (typeof answerStates)[number] {
  if (!isReached(given)) return "notReached";
  const marker = markerOf(content);
  if (marker === "nobody") return "noMark";
  const isThere = given.answer !== null && !isBlank(given.answer);
  return marker === "person" && !given.isEvidence && isThere ? "waiting" : "marked";
}
