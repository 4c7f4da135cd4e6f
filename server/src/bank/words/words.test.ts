/** Words of the department's own, and where a writer puts the key. */
import { kinds } from "@verdant/core/items/kinds";
import { richTextOf } from "@verdant/core/richText";
import { expect, test } from "vitest";
import { newId } from "../../platform/id.ts";
import type { Member, Scope } from "../../platform/scope.ts";
import { otherDepartment, useWorkbench } from "../../platform/testing/workbench.ts";
import { addWords, assumed, findKnownWords, listKeyPlaces, saveItem } from "../service.ts";

const bench = useWorkbench();

const known = async (scope: Scope<Member>, ...words: string[]) =>
  (await findKnownWords(scope, { body: { words } })).known;

async function write(question: string, keyAt: number): Promise<string> {
  const itemId = newId();
  const blank = kinds.oneRightAnswer.blank(newId);
  const options = blank.options.map((option, i) => ({
    ...option,
    text: richTextOf(`Answer ${i}`),
    isKey: i === keyAt,
  }));
  const content = { ...blank, stem: richTextOf(question), options };
  const tagging = { ...assumed, topicId: null, standardIds: [] };
  await saveItem(bench.teacher, { params: { itemId }, body: { version: 0, tagging, content } });
  return itemId;
}

test("a word is the department's when somebody says so, or when it stands in three items; of one department only", async () => {
  expect(await known(bench.lead, "Zorbolo")).toEqual([]);
  await addWords(bench.teacher, { body: { words: ["zorbolo"] } });
  expect(await known(bench.lead, "Zorbolo", "zorboli")).toEqual(["Zorbolo"]);
  await write("What is a quellfen?", 0);
  await write("Where do quellfens lie?", 0);
  expect(await known(bench.lead, "quellfen")).toEqual([]);
  await write("Who drains a quellfen?", 0);
  expect(await known(bench.lead, "quellfen")).toEqual(["quellfen"]);
  const { lead } = await otherDepartment(bench);
  expect(await known(lead, "zorbolo", "quellfen")).toEqual([]);
});

test("the places of a writer's last keys come newest first, without the item that is being written", async () => {
  await write("First?", 1);
  await write("Second?", 2);
  const last = await write("Third?", 3);
  const places = async (besides?: string) => (await listKeyPlaces(bench.teacher, { query: { besides } })).places;
  expect((await places()).slice(0, 3)).toEqual([3, 2, 1]);
  expect((await places(last)).slice(0, 2)).toEqual([2, 1]);
});
