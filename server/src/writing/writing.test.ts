/** Writing together: who is where, goals and how far they are, what is twice. */
import type { Content } from "@verdant/core/items/kinds";
import { richTextOf } from "@verdant/core/richText";
import { describe, expect, test } from "vitest";
import { assumed, saveItem } from "../bank/service.ts";
import { newId } from "../platform/id.ts";
import type { Member, Scope } from "../platform/scope.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import * as writing from "./service.ts";

const bench = useWorkbench();

const topicOf = async (at = 0) => {
  const rows = await bench.db.selectFrom("unitTopic").select("topicId").distinct().orderBy("topicId").execute();
  return rows[at]?.topicId ?? "";
};
async function write(scope: Scope<Member>, question: string, topicId: string, answer = "spit") {
  const content: Content = {
    kind: "shortText",
    schemaVersion: 1,
    stem: richTextOf(question),
    accepted: answer === "" ? [] : [{ id: "a", text: answer }],
    caseMatters: false,
    allowsNearMiss: false,
    expectedWrong: [],
  };
  const tagging = { ...assumed, topicId, standardIds: [] };
  return saveItem(scope, { params: { itemId: newId() }, body: { version: 0, tagging, content } });
}
const day = () => writing.showWritingDay(bench.lead);
const here = (scope: Scope<Member>, itemId: string, topicId: string | null = null) =>
  writing.keepPresence(scope, { params: { itemId }, body: { topicId } });

describe("presence", () => {
  test("two in one item see each other until one goes", async () => {
    const [itemId, topicId] = [newId(), await topicOf()];
    expect(await here(bench.lead, itemId, topicId)).toEqual({ others: [] });
    const { others } = await here(bench.teacher, itemId, topicId);
    expect(others.map((one) => one.personId)).toEqual([bench.lead.caller.personId]);
    const lead = (await day()).people.find((one) => one.personId === bench.lead.caller.personId);
    expect(lead?.now).toMatchObject([{ item: null }]);
    expect(lead?.now[0]?.topic).not.toBeNull();
    const { lead: stranger } = await otherDepartment(bench);
    expect(await here(stranger, itemId)).toEqual({ others: [] });

    bench.clock.now = new Date(bench.clock.now.getTime() + 30_000);
    expect(await here(bench.teacher, itemId)).toEqual({ others: [] });
    expect((await day()).people.find((one) => one.personId === bench.lead.caller.personId)?.now).toEqual([]);
  });
});

describe("goals", () => {
  test("count what was written since, by whom they are for; one goal a topic and colleague", async () => {
    const [goalId, topicId] = [newId(), await topicOf(1)];
    const body = { topicId, personId: bench.teacher.caller.personId, wanted: 3, until: "2030-12-01" };
    await writing.setGoal(bench.lead, { params: { goalId }, body });
    await expect(writing.setGoal(bench.lead, { params: { goalId: newId() }, body })).rejects.toMatchObject({
      kind: "conflict",
    });
    await write(bench.teacher, "What is a bar?", topicId);
    await write(bench.teacher, "What is unfinished?", topicId, "");
    await write(bench.lead, "What is mine?", topicId);
    await write(bench.teacher, "What is elsewhere?", await topicOf(2));
    const goal = async () => (await day()).goals.find((one) => one.id === goalId);
    expect(await goal()).toMatchObject({ usable: 1, inProgress: 1, wanted: 3, until: "2030-12-01" });
    await writing.setGoal(bench.lead, { params: { goalId }, body: { ...body, wanted: 5 } });
    expect(await goal()).toMatchObject({ usable: 1, wanted: 5 });
    await writing.dropGoal(bench.lead, { params: { goalId } });
    expect(await goal()).toBeUndefined();
  });

  test("are shared out evenly, none lost and none left out", async () => {
    const [goalId, topicId] = [newId(), await topicOf(3)];
    const body = { topicId, personId: null, wanted: 25, until: null };
    await writing.setGoal(bench.lead, { params: { goalId }, body });
    await writing.shareGoal(bench.lead, { params: { goalId } });
    const { goals, people } = await day();
    const shares = goals.filter((one) => one.topicId === topicId).map((one) => one.wanted);
    expect(shares).toHaveLength(people.length);
    expect(shares.reduce((sum, one) => sum + one, 0)).toBe(25);
    expect(Math.max(...shares) - Math.min(...shares)).toBeLessThanOrEqual(1);
  });
});

test("what two colleagues have written nearly alike is said, with both beside each other", async () => {
  const topicId = await topicOf();
  const first = await write(bench.lead, "Which landform grows from a beach across the mouth of a river?", topicId);
  const second = await write(bench.teacher, "Which landform grows from the beach across a river's mouth?", topicId);
  const { twice } = await writing.listWrittenTwice(bench.lead);
  expect(twice.find((one) => one.id === second.id)?.like).toMatchObject({ id: first.id });
});
