/** Shared texts, maps and charts: revisions, the items on them, and what students see before a question. */
import { kinds, type Content } from "@verdant/core/items/kinds";
import { richTextOf, type RichText } from "@verdant/core/richText";
import { describe, expect, test } from "vitest";
import { createQuiz, previewQuiz, weaveQuiz } from "../assembly/service.ts";
import { findMedia, keepMedia } from "../media/service.ts";
import { assumed, saveItem } from "../bank/service.ts";
import * as delivery from "../delivery/service.ts";
import { exported } from "../exchange/testing/departmentFiles.ts";
import { importStimuli } from "../exchange/importStimuli.ts";
import { newId } from "../platform/id.ts";
import { release } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import * as stimuli from "./service.ts";

const bench = useWorkbench();

const svg = Buffer.from(
  '<svg xmlns="http://www.w3.org/2000/svg" width="40" height="30"><rect width="40" height="9"/></svg>',
);

async function withMap(words: string): Promise<{ text: RichText; hash: string }> {
  const { hash } = await keepMedia(bench.lead, svg);
  const map = { type: "image" as const, hash, alt: "A map of the bay", credit: "", width: 40, height: 30 };
  return { text: { type: "richText", content: [...richTextOf(words).content, map] }, hash };
}
const save = (stimulusId: string, version: number, title: string, text: RichText) =>
  stimuli.saveStimulus(bench.lead, {
    params: { stimulusId },
    body: { version, content: { schemaVersion: 1, title, text } },
  });

async function itemOn(stimulusId: string | null, question: string): Promise<string> {
  const { topicId } = await bench.db.selectFrom("unitTopic").select("topicId").executeTakeFirstOrThrow();
  const itemId = newId();
  const blank = kinds.oneRightAnswer.blank(newId);
  const content: Content = {
    ...blank,
    stem: richTextOf(question),
    options: blank.options.map((option, i) => ({ ...option, text: richTextOf(`${question} ${i}`) })),
  };
  const tagging = { ...assumed, topicId, standardIds: [], stimulusId };
  await saveItem(bench.lead, { params: { itemId }, body: { version: 0, tagging, content } });
  return itemId;
}

describe("a stimulus", () => {
  test("is kept with its items; a stale save and one without a title are refused, and what hangs on it keeps it", async () => {
    const id = newId();
    await expect(save(id, 0, " ", richTextOf("A passage."))).rejects.toMatchObject({ kind: "invalid" });
    await save(id, 0, "The bay", richTextOf("A passage."));
    const itemId = await itemOn(id, "Where is the spit?");
    expect((await save(id, 1, "The bay of Aldry", richTextOf("A passage."))).version).toBe(2);
    await expect(save(id, 1, "Mine", richTextOf("Mine"))).rejects.toMatchObject({ kind: "stale" });
    expect(await stimuli.showStimulus(bench.lead, { params: { stimulusId: id } })).toMatchObject({
      version: 2,
      content: { title: "The bay of Aldry" },
      items: [{ id: itemId, stem: "Where is the spit?" }],
    });
    await expect(stimuli.removeStimulus(bench.lead, { params: { stimulusId: id } })).rejects.toMatchObject({
      kind: "conflict",
    });
  });

  test("that is no longer there, or is another department's, is on no item", async () => {
    const id = newId();
    await save(id, 0, "Taken away", richTextOf("A passage."));
    await stimuli.removeStimulus(bench.lead, { params: { stimulusId: id } });
    await expect(itemOn(id, "On what?")).rejects.toMatchObject({ kind: "invalid" });
    const { lead } = await otherDepartment(bench);
    await expect(stimuli.showStimulus(lead, { params: { stimulusId: id } })).rejects.toMatchObject({ kind: "missing" });
  });

  test("is what students see before its questions, as it was when it was released, its map too", async () => {
    const id = newId();
    const { text, hash } = await withMap("The bay in 1950.");
    await save(id, 0, "The bay", text);
    const itemIds = [
      await itemOn(id, "Where was the harbour?"),
      await itemOn(null, "What is a spit?"),
      await itemOn(id, "Where was the beach?"),
    ];
    const [me, other] = [bench.students[0]!.scope, bench.students[1]!.scope];
    const { releaseId, quiz } = await release(bench, {
      itemIds,
      rules: { openness: "everything", openFrom: "handIn", ownOrder: true },
    });
    expect(await previewQuiz(bench.lead, { params: { quizId: quiz.id }, query: { student: 1 } })).toMatchObject({
      stimuli: [{ id, content: { title: "The bay" } }],
    });
    await expect(findMedia(me, hash)).rejects.toMatchObject({ kind: "missing" });
    const { sitting, token } = await delivery.beginSitting(me, { params: { releaseId } });
    expect(sitting.stimuli).toMatchObject([{ id, content: { title: "The bay" } }]);
    const places = sitting.items.flatMap((item) => (item.stimulusId === id ? [item.position] : []));
    expect(places).toHaveLength(2);
    expect(places[1]! - places[0]!).toBe(1);
    expect((await findMedia(me, hash)).mime).toBe("image/svg+xml");
    await expect(findMedia(other, hash)).rejects.toMatchObject({ kind: "missing" });

    await save(id, 1, "The bay today", richTextOf("The bay in 2020."));
    const params = { sittingId: sitting.id };
    const sitter = bench.sitter(token);
    expect((await delivery.showSitting(sitter, { params })).stimuli).toMatchObject([{ content: { title: "The bay" } }]);
    expect((await stimuli.showStimulus(bench.lead, { params: { stimulusId: id } })).openReleases).toBe(1);
    await delivery.handIn(sitter, { params });
    expect((await delivery.showResult(me, { params })).stimuli).toMatchObject([{ id, content: { title: "The bay" } }]);
  });

  test("in a quiz its questions are said to stand apart, and weaving brings them together", async () => {
    const id = newId();
    await save(id, 0, "The dunes", richTextOf("The dunes in winter."));
    const itemIds = [
      await itemOn(id, "Which way does the wind blow?"),
      await itemOn(null, "What is a dune?"),
      await itemOn(null, "What is marram grass?"),
      await itemOn(id, "Which dune is the oldest?"),
    ];
    const quiz = await createQuiz(bench.lead, { body: { classId: bench.classId, itemIds } });
    const saysApart = (one: typeof quiz) => one.checks.some((check) => check.code === "stimulusApart");
    expect(saysApart(quiz)).toBe(true);
    const params = { quizId: quiz.id };
    const woven = await weaveQuiz(bench.lead, { params, body: { version: quiz.version, order: "woven" } });
    expect(saysApart(woven)).toBe(false);
  });

  test("goes into the department file and comes back as the same, not as another", async () => {
    const file = await exported(bench);
    const known = await stimuli.listStimuli(bench.lead);
    expect(file.stimuli.map((one) => one.title)).toEqual(known.stimuli.map((one) => one.title));
    expect(file.items.filter((item) => item.stimulus !== undefined).length).toBeGreaterThan(0);
    await importStimuli(bench.lead, file);
    expect(await stimuli.listStimuli(bench.lead)).toEqual(known);
  });
});
