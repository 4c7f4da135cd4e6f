/** A class of invented students: everything can be tried with it, and nothing of it counts. */
import { presets } from "@verdant/core/delivery/rules";
import { expect, test } from "vitest";
import { createQuiz } from "../assembly/service.ts";
import { createClass, listClasses, listEnrolments } from "../courses/service.ts";
import { showResults } from "./service.ts";
import { computeFigures } from "./itemStatsStore.ts";
import { fixedPlaces } from "../platform/testing/choices.ts";
import { keysOf, choice, release, sit } from "../platform/testing/sittings.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import { enter } from "../team/service.ts";
import { showToday } from "../today/service.ts";
import * as delivery from "../delivery/service.ts";

const bench = useWorkbench();

test("a rehearsal class has students to try anything with; its answers reach no statistics, exposure, plan or Today", async () => {
  const { classes: before } = await listClasses(bench.lead);
  const course = before.find((one) => one.id === bench.classId);
  const made = await createClass(bench.lead, {
    body: { name: "Stage", courseId: course?.courseId ?? "", rehearsal: true },
  });
  expect(made).toMatchObject({ rehearsal: true, students: 6 });
  const { students } = await listEnrolments(bench.lead, { params: { classId: made.id } });
  expect(students.map((one) => one.name)).toContain("Ash Rehearsal");

  // The same items in a real class, so that there is something that must not change.
  const { quiz: real, releaseId: realId } = await release(bench, { count: 2 });
  await sit(bench, 0, realId, () => true);
  const itemIds = fixedPlaces(real).map((place) => place.itemId);
  const figures = await computeFigures(bench.db, bench.departmentId, itemIds);
  const evidence = () =>
    bench.db
      .selectFrom("evidence")
      .select(({ fn }) => fn.countAll<string>().as("n"))
      .executeTakeFirstOrThrow();
  const [evidenceBefore, todayBefore] = [await evidence(), await showToday(bench.lead)];

  const quiz = await createQuiz(bench.lead, { body: { classId: made.id, itemIds } });
  const released = await delivery.releaseQuiz(bench.lead, {
    params: { quizId: quiz.id },
    body: {
      version: quiz.version,
      rules: { ...presets.weeklyReview, before: { fromGo: 1, goAhead: true, reflection: null } },
      targets: [{ classId: made.id, groupId: null, studentId: null, opensAt: null, shutsAt: null }],
    },
  });
  const params = { releaseId: released.id };
  const [actor] = students;
  await delivery.giveGoAheads(bench.lead, { params, body: { studentIds: [actor?.studentId ?? ""] } });
  const entered = await enter(bench.nobody, { body: { card: actor?.entryCard ?? "" } });
  expect(JSON.stringify(entered)).toContain("Ash");
  const scope = bench.scopeOf({
    kind: "student",
    departmentId: bench.departmentId,
    studentId: actor?.studentId ?? "",
  } as never) as (typeof bench.students)[number]["scope"];
  const { sitting, token } = await delivery.beginSitting(scope, { params });
  const keys = await keysOf(bench, sitting.id);
  await delivery.saveAnswers(bench.sitter(token), {
    params: { sittingId: sitting.id },
    body: {
      epoch: 1,
      events: [...keys].map(([position, { wrong }]) => choice(position, position, wrong)),
      shown: [...keys.keys()],
    },
  });
  await delivery.handIn(bench.sitter(token), { params: { sittingId: sitting.id } });
  expect(await delivery.showResult(scope, { params: { sittingId: sitting.id } })).toMatchObject({
    points: 0,
    outOf: 2,
  });

  expect(await showResults(bench.lead, { params, query: { go: "first" } })).toMatchObject({
    ...{ planNews: "rehearsal", plan: [], handedIn: 1 },
  });
  expect(await computeFigures(bench.db, bench.departmentId, itemIds)).toEqual(figures);
  expect(await evidence()).toEqual(evidenceBefore);
  const exposed = await bench.db.selectFrom("exposure").select("itemId").where("classId", "=", made.id).execute();
  expect(exposed).toEqual([]);
  const { classes } = await showToday(bench.lead);
  expect(classes.map((one) => one.id)).toEqual(todayBefore.classes.map((one) => one.id));
});

test("the results say what answers do to the plan: nothing yet, they update it, or the rule keeps them from it", async () => {
  const newsOf = async (releaseId: string) => {
    const { planNews, plan } = await showResults(bench.lead, { params: { releaseId }, query: { go: "first" } });
    return [planNews, plan.length > 0];
  };
  const { releaseId } = await release(bench, { count: 2 });
  expect(await newsOf(releaseId)).toEqual(["waits", false]);
  // Handed in without having seen a question: nothing was reviewed.
  const begun = await delivery.beginSitting(bench.students[2]!.scope, { params: { releaseId } });
  await delivery.handIn(bench.sitter(begun.token), { params: { sittingId: begun.sitting.id } });
  expect(await newsOf(releaseId)).toEqual(["waits", false]);
  await sit(bench, 1, releaseId, () => true);
  expect(await newsOf(releaseId)).toEqual(["updates", true]);
  const pre = await release(bench, { count: 2, rules: presets.preTest });
  await sit(bench, 1, pre.releaseId, () => true);
  expect(await newsOf(pre.releaseId)).toEqual(["byRule", false]);
});
