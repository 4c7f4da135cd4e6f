/** A wrong key found late: what a ruling would change, giving one, and taking it back. */
import type * as contract from "@verdant/contract/rulings";
import type { Input, Result } from "@verdant/contract/endpoint";
import { secondShare } from "@verdant/core/delivery/feedback";
import { completeRules } from "@verdant/core/delivery/rules";
import { groupBy } from "@verdant/core/groupBy";
import { kindOf } from "@verdant/core/items/kinds";
import { contentUnder, creditWithSecond, isRuling, keyedBy, pointsOf, type Ruling } from "@verdant/core/items/ruling";
import { saveItem, showItem } from "../bank/service.ts";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { updateCredits } from "../plan/memory.ts";
import { notePassedChecks } from "./paths.ts";
import * as store from "./rulingStore.ts";

type Body = Input<typeof contract.previewKeyRuling>["body"];
type ReleasedRow = Awaited<ReturnType<typeof store.listReleasedRevisions>>[number];
type RulingRow = Awaited<ReturnType<typeof store.listRulings>>[number];
type StandingMark = Awaited<ReturnType<typeof store.listStandingMarks>>[number];

export async function listKeyRulings(
  scope: Scope<Member>,
  { params }: Input<typeof contract.listKeyRulings>,
): Promise<Result<typeof contract.listKeyRulings>> {
  const { departmentId } = scope.caller;
  const item = await showItem(scope, { params });
  const rows = await store.listReleasedRevisions(scope.db, departmentId, item.id);
  const rulings = await store.listRulings(scope.db, departmentId, { itemId: item.id });
  const revisions = [...groupBy(rows, (row) => row.revisionId).values()].flatMap((releases) => {
    const [first] = releases;
    if (!first) return [];
    const { revisionId, n, content } = first;
    return [
      {
        revisionId,
        n,
        content,
        isLatest: revisionId === item.revision.id,
        releases: releases.map(({ releaseId, name, releasedAt, running, handedIn }) => ({
          id: releaseId,
          name,
          releasedAt: releasedAt.toISOString(),
          running: running ?? 0,
          handedIn: handedIn ?? 0,
        })),
        rulings: rulings.filter((one) => one.revisionId === revisionId).map((one) => toRuling(one, first)),
      },
    ];
  });
  return { number: item.number, revisions };
}

function toRuling(row: RulingRow, { content }: ReleasedRow) {
  const keyed = keyedBy(content, row.answer);
  const right = keyed && kindOf(keyed).summarise(keyed, row.answer ? [row.answer] : []);
  return {
    id: row.id,
    ruling: row.ruling,
    answer: (right ?? [])
      .filter((line) => line.count > 0)
      .map((line) => line.text)
      .join(", "),
    release: row.releaseName,
    by: row.givenBy,
    at: row.at.toISOString(),
    undone: row.undoneAt === null ? null : { by: row.undoneByName ?? "somebody", at: row.undoneAt.toISOString() },
  };
}

/** The releases in which the ruling would hold; a ruling that cannot be given is refused here. */
async function needReleased(scope: Scope<Member>, itemId: string, body: Body): Promise<ReleasedRow[]> {
  const rows = (await store.listReleasedRevisions(scope.db, scope.caller.departmentId, itemId)).filter(
    (row) => row.revisionId === body.revisionId && (body.releaseId === null || row.releaseId === body.releaseId),
  );
  const [first] = rows;
  if (!first) throw new Failure("nobodyHadRevision");
  if (!isRuling(body, first.content)) {
    throw new Failure("answerNotWhole", {}, { at: "/body/answer" });
  }
  return rows;
}

export async function previewKeyRuling(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.previewKeyRuling>,
): Promise<Result<typeof contract.previewKeyRuling>> {
  const { departmentId } = scope.caller;
  const releases = await needReleased(scope, params.itemId, body);
  const marks = await store.listStandingMarks(scope.db, departmentId, body.revisionId, body.releaseId);
  const changed = marks
    .map((standing) => {
      const next = markUnder(body, standing);
      const pointsNow = pointsOf(standing, standing.itemPoints);
      const countedNow = standing.counts ? standing.itemPoints : 0;
      return {
        sittingId: standing.sittingId,
        student: `${standing.givenName} ${standing.familyName}`,
        className: standing.className,
        release: standing.release,
        ordinal: standing.ordinal,
        pointsBefore: standing.points ?? 0,
        outOfBefore: standing.outOf,
        points: (standing.points ?? 0) - pointsNow + next.points,
        outOf: standing.outOf - countedNow + (next.counts ? standing.itemPoints : 0),
      };
    })
    .filter((one) => one.points !== one.pointsBefore || one.outOf !== one.outOfBefore)
    .sort((a, b) => rank(a) - rank(b) || (a.student < b.student ? -1 : 1));
  return {
    sittings: marks.length,
    same: marks.length - changed.length,
    running: releases.reduce((sum, release) => sum + (release.running ?? 0), 0),
    changed,
  };
}

/** Losses first, the greatest before the others; then gains, the greatest first. */
function rank({
  points,
  pointsBefore,
  outOf,
  outOfBefore,
}: Record<"points" | "pointsBefore" | "outOf" | "outOfBefore", number>) {
  const gain = points / Math.max(1e-9, outOf) - pointsBefore / Math.max(1e-9, outOfBefore);
  return gain < 0 ? -100 + gain : -gain;
}

function markUnder(
  ruling: Ruling | null,
  standing: Pick<StandingMark, "content" | "answer" | "secondAnswer" | "rules" | "itemPoints" | "byPerson">,
) {
  const share = secondShare(completeRules(standing.rules));
  const second = standing.secondAnswer && share !== null ? { answer: standing.secondAnswer, share } : null;
  const ruled = creditWithSecond(ruling, standing.content, standing.answer, second, standing);
  return { ...ruled, points: pointsOf(ruled, standing.itemPoints) };
}

export function giveKeyRuling(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.giveKeyRuling>,
): Promise<Result<typeof contract.giveKeyRuling>> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    await store.holdMarking(db, departmentId);
    await needReleased(within, params.itemId, body);
    const rulingId = newId();
    const { ruling, answer, revisionId, releaseId } = body;
    const given = answer !== null && (ruling === "correct" || ruling === "accept") ? answer : null;
    await store.insertRuling(db, {
      departmentId,
      id: rulingId,
      itemId: params.itemId,
      revisionId,
      releaseId,
      ruling,
      answer: given === null ? null : JSON.stringify(given),
      by: caller.personId,
      at: now(),
    });
    const remarked = await remark(within, revisionId, releaseId);
    const mended = body.mendsItem && ruling === "correct" && (await mendItem(within, params.itemId, rulingId, body));
    await record(within, {
      departmentId,
      entity: "item",
      entityId: params.itemId,
      action: "ruled",
      after: { rulingId, ruling, answer: given, revisionId, releaseId, remarked, mended },
    });
    return { rulingId, remarked, mended };
  });
}

/** The corrected key goes into the item as it is now, where it still fits. */
async function mendItem(within: Scope<Member>, itemId: string, rulingId: string, body: Body): Promise<boolean> {
  const { id, status, version, tagging, content, revision } = await showItem(within, { params: { itemId } });
  const mended = contentUnder(body, content);
  if (mended === content || status === "retired") return false;
  const saved = await saveItem(within, { params: { itemId: id }, body: { version, tagging, content: mended } }, true);
  if (saved.revision.id === revision.id) return false;
  await store.setMended(within.db, within.caller.departmentId, rulingId, saved.revision.id);
  return true;
}

export function undoKeyRuling(
  scope: Scope<Member>,
  { params }: Input<typeof contract.undoKeyRuling>,
): Promise<Result<typeof contract.undoKeyRuling>> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    await store.holdMarking(db, departmentId);
    const [found] = await store.listRulings(db, departmentId, { rulingId: params.rulingId });
    const ruling = need(found, "ruling");
    if (ruling.undoneAt !== null) throw new Failure("undoneAlready");
    await store.undoRuling(db, departmentId, ruling.id, caller.personId, now());
    const remarked = await remark(within, ruling.revisionId, ruling.releaseId);
    await unmendItem(within, ruling);
    await record(within, {
      departmentId,
      entity: "item",
      entityId: ruling.itemId,
      action: "rulingUndone",
      before: { rulingId: ruling.id, ruling: ruling.ruling },
      after: { remarked },
    });
    return { remarked };
  });
}

/** Takes the mended key out of the item again, unless somebody has changed the item since. */
async function unmendItem(within: Scope<Member>, ruling: RulingRow): Promise<void> {
  if (ruling.mendedRevisionId === null) return;
  const { db, caller } = within;
  const item = await showItem(within, { params: { itemId: ruling.itemId } });
  const before = await store.findRevisionBefore(db, caller.departmentId, ruling.mendedRevisionId);
  if (item.revision.id !== ruling.mendedRevisionId || !before || item.status === "retired") return;
  const { id, version, tagging } = item;
  await saveItem(within, { params: { itemId: id }, body: { version, tagging, content: before.content } }, true);
}

/** Marks a revision anew by what is in force, in every sitting that is handed in; what the classes remember follows. */
async function remark(within: Scope<Member>, revisionId: string, releaseId: string | null): Promise<number> {
  const { db, caller, now } = within;
  const { departmentId } = caller;
  const found = await store.listStandingMarks(db, departmentId, revisionId, releaseId);
  if (found.length === 0) return 0;
  await store.lockSittings(db, departmentId, [...new Set(found.map((one) => one.sittingId))]);
  // Read again under the lock: answers that came late may have been marked meanwhile.
  const standing = await store.listStandingMarks(db, departmentId, revisionId, releaseId);
  const inForce = new Map<string, Awaited<ReturnType<typeof store.listInForce>>>();
  for (const one of new Set(standing.map((mark) => mark.releaseId)))
    inForce.set(one, await store.listInForce(db, departmentId, one));
  const marks = standing.map((one) => {
    const ruling = inForce.get(one.releaseId)?.get(revisionId) ?? null;
    const { sittingId, position } = one;
    return { sittingId, position, ...markUnder(ruling, one), rulingId: ruling?.id ?? null, by: one.markedBy };
  });
  await store.insertNextMarking(db, departmentId, marks, now());
  await updateCredits(
    db,
    departmentId,
    marks.map(({ sittingId, position, credit, isEvidence }) => ({ sittingId, position, credit, void: !isEvidence })),
  );
  await notePassedChecks(within, departmentId, [...inForce.keys()], null);
  return marks.length;
}
