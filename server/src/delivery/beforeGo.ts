/** What is missing before a go: decided by core; here is what it is decided on. */
import type * as contract from "@verdant/contract/beforeGo";
import { isAskedFor, missingBefore, reachedBy, type Missing } from "@verdant/core/delivery/beforeGo";
import { completeRules, type ReflectionQuestion, type Rules } from "@verdant/core/delivery/rules";
import { groupBy } from "@verdant/core/groupBy";
import { Failure } from "../platform/failure.ts";
import { dayAfter } from "../platform/localDate.ts";
import type { Scope } from "../platform/scope.ts";
import * as store from "./beforeGoStore.ts";
import { listExtraGoes } from "./extraGoStore.ts";
import { stepsBefore } from "./paths.ts";

type Wire = contract.Missing;

interface Given {
  readonly releaseId: string;
  readonly rules: Rules;
  readonly timeZone: string;
  readonly opensAt: Date;
  readonly shutsAt: Date | null;
}

interface Go {
  readonly state: string;
  readonly handedInAt: Date | null;
}

export const hasRules = (release: { readonly rules: Rules }): boolean => {
  const { before, gate } = completeRules(release.rules);
  return before !== null || gate !== null;
};

const keyOf = (releaseId: string, studentId: string, ordinal: number) => `${releaseId} ${studentId} ${String(ordinal)}`;

/** What is kept of these students at these releases: go-aheads, reflections, and how far they are at the gates. */
export async function factsOf(
  db: Scope["db"],
  departmentId: string,
  releases: readonly { readonly releaseId: string; readonly rules: Rules }[],
  studentId: string | null,
  besidesPath: string | null = null,
) {
  const asking = releases.filter(hasRules);
  const ending = releases.filter(({ rules }) => completeRules(rules).stopAt !== null);
  const gates = asking.flatMap(({ rules }) => completeRules(rules).gate ?? []);
  const of = { departmentId, releaseIds: asking.map((one) => one.releaseId), studentId };
  const gateIds = gates.map((gate) => gate.releaseId);
  const goesOf = [...gateIds, ...ending.map((one) => one.releaseId)];
  const isAsking = asking.some(({ rules }) => completeRules(rules).before !== null);
  const [goAheads, reflections, goes, names] = [
    isAsking ? await store.listGoAheads(db, of) : [],
    isAsking ? await store.listReflections(db, of) : [],
    goesOf.length > 0 ? await store.listGoesHandedIn(db, { ...of, releaseIds: goesOf }) : [],
    gates.length > 0 ? await store.listRules(db, departmentId, gateIds) : [],
  ];
  const limited = releases.filter(({ rules }) => completeRules(rules).goes !== null).map((one) => one.releaseId);
  const extra = limited.length > 0 ? await listExtraGoes(db, departmentId, limited, studentId) : [];
  const extraAt = new Map(extra.map((one) => [`${one.releaseId} ${one.studentId}`, one.goes]));
  const releaseIds = releases.map((one) => one.releaseId);
  const before = await stepsBefore(db, departmentId, releaseIds, studentId, besidesPath);
  const goAheadAt = new Set(goAheads.map((one) => keyOf(one.releaseId, one.studentId, one.ordinal)));
  const reflectionAt = new Map(
    reflections.map((one) => [keyOf(one.releaseId, one.studentId, one.ordinal), one.answers]),
  );
  const countsAt = new Map(names.map((one) => [one.releaseId, completeRules(one.rules).counts]));
  const goesAt = groupBy(goes, (go) => `${go.releaseId} ${go.studentId}`);
  return {
    stepsBefore: before,
    /** Goes that the teacher gave beyond those of the rules. */
    extraGoes: (releaseId: string, student: string) => extraAt.get(`${releaseId} ${student}`) ?? 0,
    gateName: new Map(names.map((one) => [one.releaseId, one.name])),
    hasGoAhead: (releaseId: string, student: string, ordinal: number) =>
      goAheadAt.has(keyOf(releaseId, student, ordinal)),
    reflection: (releaseId: string, student: string, ordinal: number) =>
      reflectionAt.get(keyOf(releaseId, student, ordinal)),
    reached: (releaseId: string, { counts }: Rules, student: string) =>
      reachedBy("mark", counts, goesAt.get(`${releaseId} ${student}`) ?? []),
    reachedAtGate({ gate }: Rules, student: string) {
      const taken = gate === null ? [] : (goesAt.get(`${gate.releaseId} ${student}`) ?? []);
      const counts = countsAt.get(gate?.releaseId ?? "");
      return gate === null || counts === undefined ? null : reachedBy(gate.by, counts, taken);
    },
  };
}

export const withExtraGoes = (rules: Rules, extra: number): Rules =>
  rules.goes === null || extra === 0 ? rules : { ...rules, goes: rules.goes + extra };

type Facts = Awaited<ReturnType<typeof factsOf>>;

/** @param at where the student stands: goes begun, and when the last of them was handed in */
export function missingOf(
  release: Given,
  studentId: string,
  at: { readonly goes: number; readonly lastHandedIn: Date | null },
  facts: Facts,
  now: Date,
): Wire[] {
  const { releaseId, timeZone } = release;
  const rules = withExtraGoes(completeRules(release.rules), facts.extraGoes(releaseId, studentId));
  const missing = missingBefore(
    rules,
    {
      window: { opensAt: release.opensAt.getTime(), handInBy: null, shutsAt: release.shutsAt?.getTime() ?? null },
      goes: at.goes,
      lastHandedIn: at.lastHandedIn?.getTime() ?? null,
      reached: facts.reached(releaseId, rules, studentId),
      reachedAtGate: facts.reachedAtGate(rules, studentId),
      stepsBefore: facts.stepsBefore(releaseId, studentId),
      hasReflected: facts.reflection(releaseId, studentId, at.goes + 1) !== undefined,
      hasGoAhead: facts.hasGoAhead(releaseId, studentId, at.goes + 1),
    },
    now.getTime(),
    (moment, days) => dayAfter(new Date(moment), days, timeZone).getTime(),
  );
  return missing.map((one) => toWire(one, rules, facts));
}

function toWire(missing: Missing, { gate }: Rules, { gateName }: Facts): Wire {
  if (missing.code === "notOpenYet") return { ...missing, from: new Date(missing.from).toISOString() };
  if (missing.code === "waitBeforeGo") return { ...missing, until: new Date(missing.until).toISOString() };
  if (missing.code === "stepsMissing") return { ...missing, steps: [...missing.steps] };
  if (missing.code === "gateShut") return { ...missing, name: gateName.get(gate?.releaseId ?? "") ?? "" };
  return missing;
}

/** What a student's next go at each of these releases still needs. */
export async function whatIsMissing(
  { db, now }: Scope,
  { departmentId, studentId }: { readonly departmentId: string; readonly studentId: string },
  releases: readonly Given[],
  goesAt: (releaseId: string) => readonly Go[],
): Promise<(releaseId: string) => Wire[]> {
  const facts = await factsOf(db, departmentId, releases, studentId);
  const found = new Map(
    releases.map((release) => {
      const goes = goesAt(release.releaseId);
      const last = Math.max(0, ...goes.map((go) => go.handedInAt?.getTime() ?? 0));
      const at = { goes: goes.length, lastHandedIn: last === 0 ? null : new Date(last) };
      return [release.releaseId, missingOf(release, studentId, at, facts, now())];
    }),
  );
  return (releaseId) => found.get(releaseId) ?? [];
}

/** The first thing that is missing, as a refusal. */
export function refusalOf(missing: Wire): Failure {
  switch (missing.code) {
    case "noMoreGoes":
      return new Failure("noMoreGoes", { count: missing.count });
    case "waitBeforeGo":
      return new Failure("waitBeforeGo", { until: missing.until });
    case "lineReached":
      return new Failure("lineReached", { percent: missing.percent });
    case "gateShut":
      return new Failure("gateShut", { percent: missing.percent, name: missing.name });
    case "stepsMissing":
      return new Failure("stepsMissing", { steps: missing.steps.join(", ") });
    default:
      return new Failure(missing.code);
  }
}

/** What is to be answered before the next go, while that is missing. */
export const questionsFor = (rules: Rules, missing: readonly Wire[]): readonly ReflectionQuestion[] | null => {
  const { before } = completeRules(rules);
  return missing.some(({ code }) => code === "reflectionMissing") ? (before?.reflection ?? null) : null;
};

export const inWords = (questions: readonly ReflectionQuestion[], answers: Readonly<Record<string, string>>) =>
  questions.map(({ id, text }) => ({ text, answer: answers[id] ?? "" }));

/** What a student wrote before a go; null: nothing was asked. */
export async function reflectionBefore(
  { db }: Scope,
  departmentId: string,
  go: { readonly releaseId: string; readonly studentId: string; readonly ordinal: number; readonly rules: Rules },
) {
  const { before } = completeRules(go.rules);
  if (!isAskedFor(before, go.ordinal) || before.reflection === null) return null;
  const facts = await factsOf(db, departmentId, [go], go.studentId);
  const answers = facts.reflection(go.releaseId, go.studentId, go.ordinal);
  return answers === undefined ? null : inWords(before.reflection, answers);
}
