/** What a person says an answer is worth goes into points, into what the class remembers, and into paths. */
import { creditUnder, pointsOf } from "@verdant/core/items/ruling";
import type { Written } from "@verdant/core/items/written";
import { Failure, need } from "../platform/failure.ts";
import type { Member, Scope } from "../platform/scope.ts";
import { updateCredits } from "../plan/memory.ts";
import { notePassedChecks } from "./paths.ts";
import * as rulingStore from "./rulingStore.ts";
import { listWritten } from "./waitingMarkStore.ts";

/** Where a written answer stands: the question of a go. */
export interface Place {
  readonly sittingId: string;
  readonly position: number;
}

/** A written answer of a go that is handed in; the go is locked until the transaction ends. */
export interface ToMark extends Place {
  readonly releaseId: string;
  readonly itemId: string;
  readonly revisionId: string;
  readonly points: number;
  readonly content: Written;
}

/** Locks the goes, in one order, and finds what is to be marked in them. */
export async function lockWritten({ db, caller }: Scope<Member>, places: readonly Place[]): Promise<readonly ToMark[]> {
  const { departmentId } = caller;
  await rulingStore.awaitRulings(db, departmentId);
  await rulingStore.lockSittings(db, departmentId, [...new Set(places.map((place) => place.sittingId))]);
  const rows = await listWritten(db, departmentId, places);
  return places.map(({ sittingId, position }) => {
    const row = need(
      rows.find((one) => one.sittingId === sittingId && one.position === position),
      "answer",
    );
    if (row.state !== "handedIn") throw new Failure("stillInProgress");
    if (row.content.kind !== "written") throw new Failure("markedByKey");
    return { ...row, content: row.content };
  });
}

/** A question of a go of this department that a person marks, or a failure. */
export async function needWritten({ db, caller }: Scope<Member>, place: Place): Promise<void> {
  need((await listWritten(db, caller.departmentId, [place]))[0], "answer");
}

/** Takes what a person says these answers of one release are worth; the goes are locked. A ruling stays above it. */
export async function takePersonsCredit(
  within: Scope<Member>,
  answers: readonly (ToMark & { readonly byPerson: number })[],
): Promise<void> {
  const { db, caller, now } = within;
  const { departmentId } = caller;
  const [first] = answers;
  if (!first) return;
  const rulings = await rulingStore.listInForce(db, departmentId, first.releaseId);
  const marks = answers.map(({ sittingId, position, revisionId, content, points, byPerson }) => {
    const ruling = rulings.get(revisionId) ?? null;
    const ruled = creditUnder(ruling, content, null, { byPerson });
    return {
      ...{ sittingId, position, ...ruled, counted: null },
      ...{ points: pointsOf(ruled, points), rulingId: ruling?.id ?? null, by: caller.personId },
    };
  });
  await rulingStore.insertNextMarking(db, departmentId, marks, now());
  await updateCredits(
    db,
    departmentId,
    marks.map(({ sittingId, position, credit, isEvidence }) => ({ sittingId, position, credit, void: !isEvidence })),
  );
  await notePassedChecks(within, departmentId, [first.releaseId], null);
}
