/** Feedback at each question: what is looked at stands, a second answer counts its part, and only the first says anything. */
import { beforeAll, describe, expect, test } from "vitest";
import { beginSitting as beginContract, showSitting as showSittingContract } from "@verdant/contract/delivery";
import { lookAtAnswer as lookContract } from "@verdant/contract/feedback";
import { presets, type Rules } from "@verdant/core/delivery/rules";
import { richTextOf } from "@verdant/core/richText";
import { saveItem, showItem } from "../bank/service.ts";
import { choiceContent } from "../platform/testing/choices.ts";
import { choice, keysOf, release, sit } from "../platform/testing/sittings.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import { showResults } from "../insight/service.ts";
import * as delivery from "./service.ts";

const bench = useWorkbench();
const rules = { openFrom: "eachQuestion", openness: "everything", second: 50 } as const;

beforeAll(async () => {
  for (const { id } of await bench.db.selectFrom("item").select("id").execute()) {
    const { version, tagging, content } = await showItem(bench.lead, { params: { itemId: id } });
    const options = choiceContent(content).options.map((option) => ({
      ...option,
      rationale: richTextOf(option.isKey ? "SECRET-key" : "HINT"),
    }));
    const said = { explanation: richTextOf("SECRET-why"), nextStep: richTextOf("STEP") };
    await saveItem(bench.lead, {
      params: { itemId: id },
      body: { version, tagging, content: { ...choiceContent(content), options, ...said } },
    });
  }
});

/** A student who is in a quiz with these rules, and what they can do there. */
async function sitting(student: number, given: Partial<Rules> = rules, itemIds?: readonly string[]) {
  const { releaseId } = await release(bench, { rules: given, ...(itemIds ? { itemIds } : { count: 3 }) });
  const begun = await delivery.beginSitting(bench.students[student]!.scope, { params: { releaseId } });
  const { id: sittingId, epoch } = begun.sitting;
  const sitter = bench.sitter(begun.token);
  const keys = await keysOf(bench, sittingId);
  let seq = 0;
  const optionOf = (position: number, isRight: boolean) => keys.get(position)![isRight ? "key" : "wrong"];
  const answerOf = (position: number, isRight: boolean) => choice(0, position, optionOf(position, isRight)).answer;
  return {
    ...{ begun, releaseId, sittingId, sitter, answerOf },
    answer: async (position: number, isRight: boolean) => {
      const events = [choice(++seq, position, optionOf(position, isRight))];
      const saved = await delivery.saveAnswers(sitter, {
        params: { sittingId },
        body: { epoch, events, shown: [position] },
      });
      return saved.stored.map(({ disposition }) => disposition);
    },
    look: async (position: number, second: boolean | null = null, from = epoch) =>
      lookContract.result.parse(
        await delivery.lookAtAnswer(sitter, {
          params: { sittingId, position },
          body: { epoch: from, second: second === null ? null : answerOf(position, second) },
        }),
      ),
    show: () => delivery.showSitting(sitter, { params: { sittingId } }),
    handIn: () => delivery.handIn(sitter, { params: { sittingId } }),
    result: () => delivery.showResult(bench.students[student]!.scope, { params: { sittingId } }),
  };
}

describe("an answer that is looked at", () => {
  test("nothing is given away before, a hint while there is a second answer, and everything after it", async () => {
    const here = await sitting(0);
    expect(JSON.stringify(beginContract.result.parse(here.begun))).not.toMatch(/SECRET|HINT|STEP/);
    await here.answer(1, false);
    expect(JSON.stringify(await here.show())).not.toMatch(/SECRET|HINT|STEP/);
    const hint = await here.look(1);
    expect(hint).toMatchObject({ credit: 0, again: true, second: null, content: null, explanation: null });
    expect(JSON.stringify(hint)).toContain("HINT");
    expect(JSON.stringify(showSittingContract.result.parse(await here.show()))).not.toContain("SECRET");
    const after = await here.look(1, true);
    expect(after).toMatchObject({ credit: 0, again: false, second: { credit: 1, counts: 50 } });
    expect(JSON.stringify(after.content)).toContain("SECRET-why");
    // Another device, or the same after a reload, reads the same.
    const shown = showSittingContract.result.parse(await here.show());
    expect(shown.items[0]?.feedback).toEqual(after);
    expect(JSON.stringify(shown.items.slice(1))).not.toMatch(/SECRET|HINT/);
  });

  test("stands: what comes for it later is kept and counts for nothing; other questions go on", async () => {
    const here = await sitting(1);
    await here.answer(1, false);
    await here.look(1);
    expect(await here.answer(1, true)).toEqual(["rejected"]);
    expect(await here.answer(2, true)).toEqual(["counted"]);
    await here.handIn();
    expect((await here.result()).points).toBe(1);
  });

  test("asked twice, or from two windows at once, is once: the second answer that came first stands", async () => {
    const here = await sitting(2);
    await here.answer(1, false);
    const [one, other] = await Promise.all([here.look(1), here.look(1)]);
    expect(one).toEqual(other);
    const seconds = await Promise.all([here.look(1, true), here.look(1, false), here.look(1, true)]);
    expect(new Set(seconds.map((said) => JSON.stringify(said.second))).size).toBe(1);
    expect(await here.look(1, false)).toEqual(seconds[0]);
  });

  test("who was right has no second answer, whatever is sent", async () => {
    const here = await sitting(3);
    await here.answer(1, true);
    expect(await here.look(1, false)).toMatchObject({ credit: 1, again: false, second: null });
    await here.handIn();
    expect((await here.result()).items[0]).toMatchObject({ credit: 1, second: null });
  });
});

describe("what counts", () => {
  test.each([
    [50, 0.5],
    [100, 1],
    [0, 0],
    [null, 0],
  ])("a second answer of %s percent; the memory and the figures hear of the first only", async (second, points) => {
    const here = await sitting(4, { ...rules, second });
    await here.answer(1, false);
    await here.look(1);
    await here.look(1, true);
    await here.handIn();
    const result = await here.result();
    expect(result).toMatchObject({ points });
    expect(result.items[0]).toMatchObject({
      credit: 0,
      second: second === null ? null : { credit: 1, counts: second },
    });
    const { credit } = await bench.db
      .selectFrom("evidence")
      .select("credit")
      .where("sittingId", "=", here.sittingId)
      .where("position", "=", 1)
      .executeTakeFirstOrThrow();
    expect(credit).toBe(0);
    const { items } = await showResults(bench.lead, { params: { releaseId: here.releaseId }, query: { go: "first" } });
    expect(items.map((item) => item.second).filter((one) => one !== null)).toEqual(
      second === null ? [] : [{ right: 1, given: 1 }],
    );
    expect(items.reduce((sum, { facility }) => sum + facility.right, 0)).toBe(0);
  });

  test("a worse second answer takes nothing away, and hints are there without a share of points too", async () => {
    const here = await sitting(5, { ...rules, second: 0, openness: "which" });
    await here.answer(1, false);
    expect(JSON.stringify(await here.look(1))).toContain("HINT");
    const after = await here.look(1, false);
    expect(after).toMatchObject({ content: null, explanation: null, rationales: [], nextStep: null });
  });

  test("a key that is put right later settles the second answer too, as the preview said, and undone it is as before", async () => {
    const here = await sitting(6);
    await here.answer(1, false);
    await here.look(1);
    await here.look(1, true);
    await here.handIn();
    const { itemId, revisionId } = await bench.db
      .selectFrom("sittingItem")
      .select(["itemId", "revisionId"])
      .where("sittingId", "=", here.sittingId)
      .where("position", "=", 1)
      .executeTakeFirstOrThrow();
    const body = {
      ...{ revisionId, releaseId: here.releaseId, ruling: "accept" as const, mendsItem: false },
      answer: here.answerOf(1, false),
    };
    const preview = await delivery.previewKeyRuling(bench.lead, { params: { itemId }, body });
    expect(preview.changed.map(({ pointsBefore, points }) => [pointsBefore, points])).toEqual([[0.5, 1]]);
    const { rulingId } = await delivery.giveKeyRuling(bench.lead, { params: { itemId }, body });
    expect((await here.result()).points).toBe(1);
    await delivery.undoKeyRuling(bench.lead, { params: { rulingId } });
    expect((await here.result()).points).toBe(0.5);
  });
});

describe("refused", () => {
  test("without such rules, without an answer, on another device, of nothing, when it is over", async () => {
    const plain = await sitting(7, { openFrom: "handIn" });
    await plain.answer(1, true);
    await expect(plain.look(1)).rejects.toMatchObject({ code: "notLookedAt" });
    for (const given of [
      { ...presets.sprint, openFrom: "eachQuestion" as const },
      { ...rules, paging: "all" as const },
      { ...rules, openness: "score" as const },
    ]) {
      const other = await sitting(8, given);
      await other.answer(1, true);
      await expect(other.look(1)).rejects.toMatchObject({ code: "notLookedAt" });
    }
    const here = await sitting(9);
    await expect(here.look(1)).rejects.toMatchObject({ code: "answerFirst" });
    await expect(here.look(99)).rejects.toMatchObject({ kind: "missing" });
    await here.answer(1, true);
    await expect(here.look(1, null, 2)).rejects.toMatchObject({ code: "begunElsewhere" });
    const forged = delivery.lookAtAnswer(bench.sitter("of somebody else"), {
      params: { sittingId: here.sittingId, position: 1 },
      body: { epoch: 1, second: null },
    });
    await expect(forged).rejects.toMatchObject({ kind: "missing" });
    await here.handIn();
    await expect(here.look(1)).rejects.toMatchObject({ code: "goIsOver" });
  });

  test("a second answer of another kind", async () => {
    const here = await sitting(10);
    await here.answer(1, false);
    const other = delivery.lookAtAnswer(here.sitter, {
      params: { sittingId: here.sittingId, position: 1 },
      body: { epoch: 1, second: { kind: "numeric", text: "3" } },
    });
    await expect(other).rejects.toMatchObject({ code: "answerFirst" });
    expect((await here.look(1)).again).toBe(true);
  });
});

test("of a reserved question only how it was and the next step are said, whatever the rules", async () => {
  const [item] = await bench.db.selectFrom("item").select("id").where("use", "=", "practice").limit(1).execute();
  const { version, tagging, content } = await showItem(bench.lead, { params: { itemId: item!.id } });
  const body = { version, content, tagging: { ...tagging, use: "reserved" as const } };
  await saveItem(bench.lead, { params: { itemId: item!.id }, body });
  const here = await sitting(11, rules, [item!.id]);
  await here.answer(1, false);
  const hint = await here.look(1);
  const after = await here.look(1, false);
  expect(JSON.stringify([hint, after])).not.toMatch(/SECRET|HINT/);
  expect(JSON.stringify(hint.nextStep)).toContain("STEP");
  await here.handIn();
  expect((await here.result()).items[0]?.second).toMatchObject({ answer: null, credit: 0 });
});

test("the notice says it, and what nobody looked at is marked as ever", async () => {
  const { releaseId } = await release(bench, { count: 2, rules });
  const { notice } = await delivery.showNotice(bench.lead, { params: { releaseId } });
  expect(notice).toMatchObject({ looksAtEach: true, second: 50, openFrom: "eachQuestion" });
  const { sittingId } = await sit(bench, 12, releaseId, () => true);
  const params = { sittingId };
  const result = await delivery.showResult(bench.students[12]!.scope, { params });
  expect(result).toMatchObject({ points: 2, openness: "everything" });
});
