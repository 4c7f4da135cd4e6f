/** Requirements under a name, and how many questions could serve each. */
import type { Blueprint } from "@verdant/contract/requirements";
import { expect, test } from "vitest";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { renameTopic, restoreBlueprints } from "./topicBlueprints.ts";
import * as assembly from "./service.ts";

const bench = useWorkbench();
const empty: Blueprint = {
  ...{ schemaVersion: 1, count: 4, units: [], topics: [], topicIds: [], standards: [], kinds: [], demands: [] },
  ...{ minutesAtMost: null, use: "practice", unseenWeeks: null, perTopicAtMost: null },
};
const compose = () => assembly.composeQuiz(bench.lead, { params: { classId: bench.classId }, body: { count: 4 } });
const sets = async (scope = bench.lead) => (await assembly.listRequirementSets(scope)).sets;
const keep = (name: string, blueprint: Blueprint, scope = bench.lead) =>
  assembly.keepRequirementSet(scope, { body: { name, blueprint } });

test("are kept once under a name, whoever saves it, for the whole department and no other", async () => {
  const { id } = await keep("Before a test", { ...empty, minutesAtMost: 20 });
  expect(await keep("before a TEST", { ...empty, minutesAtMost: 15 }, bench.teacher)).toEqual({ id });
  expect(await sets()).toEqual([
    { id, name: "before a TEST", by: bench.teacher.caller.name, blueprint: { ...empty, minutesAtMost: 15 } },
  ]);
  const { lead } = await otherDepartment(bench);
  expect(await sets(lead)).toEqual([]);
  await expect(assembly.removeRequirementSet(lead, { params: { setId: id } })).rejects.toMatchObject({
    kind: "missing",
    terms: { what: "requirements" },
  });
  await assembly.removeRequirementSet(bench.lead, { params: { setId: id } });
  expect(await sets()).toEqual([]);
});

test("follow a topic that is merged into another, and back", async () => {
  const quiz = await compose();
  const [from, into] = quiz.topicIds as [string, string];
  const topics = [{ topicId: from, atLeast: 1, atMost: 60 }];
  const { id } = await keep("On one topic", { ...empty, topics });
  const asked = async () => (await sets()).find((one) => one.id === id)!.blueprint.topics[0]!.topicId;
  const saved = await renameTopic(bench.db, bench.departmentId, from, into);
  expect(await asked()).toBe(into);
  await restoreBlueprints(bench.db, bench.departmentId, { from, into }, saved);
  expect(await asked()).toBe(from);
});

test("how many could serve is what composing then finds: enough where it says enough, too few where it says too few", async () => {
  const quiz = await compose();
  const topicId = quiz.topicIds[0]!;
  const by = (atLeast: number): Blueprint => ({ ...empty, topics: [{ topicId, atLeast, atMost: 60 }] });
  const room = async (blueprint: Blueprint) => {
    const { serving } = await assembly.countServing(bench.lead, { params: { quizId: quiz.id }, body: { blueprint } });
    return serving.find((one) => one.subject.of === "topic")!.room;
  };
  let { version } = quiz;
  for (const wanted of [1, 2, 3, 4]) {
    const serves = await room(by(wanted));
    const anew = await assembly.recomposeQuiz(bench.lead, {
      params: { quizId: quiz.id },
      body: { version, count: 4, blueprint: by(wanted) },
    });
    version = anew.version;
    const short = anew.shortfalls.find((one) => one.code === "noRoom" && one.subject.of === "topic");
    expect(short !== undefined, `${String(wanted)} wanted, ${String(serves)} could serve`).toBe(serves < wanted);
  }
});

test("asking for many of a topic raises what one topic may have; who sets that limit is heard", async () => {
  const quiz = await compose();
  const topicId = quiz.topicIds[0]!;
  const serving = async (more: Partial<Blueprint>) => {
    const blueprint = { ...empty, count: 6, topics: [{ topicId, atLeast: 5, atMost: 60 }], ...more };
    const found = await assembly.countServing(bench.lead, { params: { quizId: quiz.id }, body: { blueprint } });
    return found.serving.find((one) => one.subject.of === "topic")!.room;
  };
  expect(await serving({})).toBeGreaterThan(2);
  expect(await serving({ perTopicAtMost: 1 })).toBe(1);
});
