/** Sends the marks of a class to the school's system: what it was not sent yet, or was sent otherwise. */
import { createHash } from "node:crypto";
import type { Sent } from "@verdant/contract/classLists";
import { canonicalJson } from "@verdant/core/canonicalJson";
import { resultCategory, rosterResultsOf, type LineItem, type RosterResult } from "@verdant/core/classLists/results";
import pMap from "p-map";
import { showMarks } from "../marks/service.ts";
import { Failure } from "../platform/failure.ts";
import type { Member, Scope } from "../platform/scope.ts";
import { Refused, type SchoolSystem } from "./schoolSystem.ts";
import * as store from "./store.ts";

interface Thing {
  readonly path: string;
  readonly sourcedId: string;
  /** For whoever reads what was refused. */
  readonly what: string;
  readonly body: unknown;
  /** Of what counts in it. */
  readonly digest: Buffer;
}

const atOnce = 4;
/** So many are noted as sent in one statement, so that what is broken off goes on from there. */
const notedAtOnce = 40;
const namedRefused = 20;

/** @param said is told how much is done, 0 to 1; false: somebody has stopped it */
export async function sendMarksOf(
  scope: Scope<Member>,
  classId: string,
  system: SchoolSystem,
  said: (share: number) => Promise<boolean>,
): Promise<Sent | null> {
  const { db, caller, now } = scope;
  const { departmentId } = caller;
  const table = await showMarks(scope, { params: { classId } });
  if (table.classExternalId === null) throw new Failure("classNotListed", { name: table.className });
  const inLists = table.students.filter(({ externalId }) => externalId !== null);
  const { lineItems, results } = rosterResultsOf({ ...table, students: inLists });
  const names = new Map(table.students.map((one) => [one.externalId ?? "", one.name]));
  const titles = new Map(lineItems.map((one) => [one.sourcedId, one.title]));
  const last = new Map((await store.listSent(db, departmentId, classId)).map((row) => [row.sourcedId, row.digest]));
  const all = [
    categoryOf(),
    ...lineItems.map(lineItemOf),
    ...results.map((one) =>
      resultOf(one, `${titles.get(one.lineItemSourcedId) ?? ""}, ${names.get(one.studentSourcedId) ?? ""}`),
    ),
  ];
  const changed = all.filter(({ sourcedId, digest }) => last.get(sourcedId)?.equals(digest) !== true);
  const refused: Sent["refused"] = [];
  let sent = 0;
  for (let from = 0; from < changed.length;) {
    // A result is refused where its line is not there yet: category and lines go first.
    const isAhead = (thing: Thing | undefined) => thing !== undefined && !thing.path.startsWith("results/");
    const first = isAhead(changed[from]);
    let to = from + 1;
    while (to < changed.length && to - from < notedAtOnce && isAhead(changed[to]) === first) to += 1;
    const some = changed.slice(from, to);
    const done = await pMap(some, (thing) => sendOne(system, thing), { concurrency: first ? 1 : atOnce });
    const at = now();
    await store.upsertSent(
      db,
      some
        .filter((_, i) => done[i] === null)
        .map(({ sourcedId, digest }) => ({ departmentId, classId, sourcedId, digest, sentAt: at })),
    );
    sent += done.filter((status) => status === null).length;
    for (const [i, status] of done.entries()) if (status !== null) refused.push({ what: some[i]?.what ?? "", status });
    from = to;
    if (!(await said(from / changed.length))) return null;
  }
  return {
    sent,
    unchanged: all.length - changed.length,
    refused: refused.slice(0, namedRefused),
    refusedCount: refused.length,
    unknown: table.students.filter(({ externalId }) => externalId === null).map(({ name }) => name),
  };
}

/** The status that it was refused with; null: it is there now. */
async function sendOne(system: SchoolSystem, { path, body }: Thing): Promise<number | null> {
  try {
    await system.put(path, body);
    return null;
  } catch (error) {
    if (error instanceof Refused) return error.status;
    throw error;
  }
}

const digestOf = (value: object) => createHash("sha256").update(canonicalJson(value)).digest();
const reference = (type: string, sourcedId: string) => ({ sourcedId, type });

function categoryOf(): Thing {
  const category = { sourcedId: resultCategory, status: "active", title: "Quizzes" };
  return {
    ...{ path: `categories/${resultCategory}`, sourcedId: resultCategory, what: category.title, body: { category } },
    digest: digestOf(category),
  };
}

function lineItemOf({ classSourcedId, categorySourcedId, schoolSourcedId, ...one }: LineItem): Thing {
  const { resultValueMax, ...rest } = one;
  const lineItem = {
    ...{ ...rest, status: "active", class: reference("class", classSourcedId) },
    ...{ school: reference("org", schoolSourcedId), category: reference("category", categorySourcedId) },
    ...(resultValueMax !== null && { resultValueMax }),
  };
  const { sourcedId, title } = one;
  return {
    ...{ path: `lineItems/${encodeURIComponent(sourcedId)}`, sourcedId, what: title, body: { lineItem } },
    digest: digestOf(lineItem),
  };
}

function resultOf(one: RosterResult, what: string): Thing {
  const { sourcedId, lineItemSourcedId, studentSourcedId, classSourcedId, score, scoreDate, comment } = one;
  const counts = {
    ...{ sourcedId, status: "active", scoreStatus: one.scoreStatus },
    ...{ lineItem: reference("lineItem", lineItemSourcedId), student: reference("user", studentSourcedId) },
    ...{ class: reference("class", classSourcedId), inProgress: String(one.inProgress), missing: String(one.missing) },
    ...(score !== null && { score, scoreDate }),
    ...(comment !== "" && { comment }),
  };
  return {
    ...{ path: `results/${encodeURIComponent(sourcedId)}`, sourcedId, what },
    body: { result: { scoreDate, ...counts } },
    // The day of what was not handed in is that of asking: it says nothing new.
    digest: digestOf(counts),
  };
}
