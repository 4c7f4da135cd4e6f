/** A marker in every secret field; everything a student's browser receives is read for it. */
import { choiceContent, choiceView } from "../platform/testing/choices.ts";
import { expect, test } from "vitest";
import type { Answer, Content } from "@verdant/core/items/kinds";
import { richTextOf } from "@verdant/core/richText";
import {
  whatNow as whatNowContract,
  beginSitting as beginContract,
  showSitting as showSittingContract,
} from "@verdant/contract/delivery";
import { lookAtAnswer as lookContract } from "@verdant/contract/feedback";
import { showResult as showResultContract } from "@verdant/contract/result";
import { keepMedia } from "../media/service.ts";
import { saveItem, showItem } from "../bank/service.ts";
import { newId } from "../platform/id.ts";
import { keysOf, release, choice } from "../platform/testing/sittings.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import * as delivery from "./service.ts";

const bench = useWorkbench();
const marker = (field: string) => `SECRET-${field}`;

/** Plants markers in every field of every item that no student may see before the rules open it. */
async function plant(): Promise<void> {
  const rows = await bench.db.selectFrom("item").select("id").execute();
  const misconceptionId = (await bench.db.selectFrom("misconception").select("id").executeTakeFirstOrThrow()).id;
  for (const { id } of rows) {
    const item = await showItem(bench.lead, { params: { itemId: id } });
    const content = {
      ...choiceContent(item.content),
      options: choiceContent(item.content).options.map((option) => ({
        ...option,
        rationale: richTextOf(marker("rationale")),
        misconceptionId,
      })),
      explanation: richTextOf(marker("explanation")),
      nextStep: richTextOf(marker("nextStep")),
      nearly: richTextOf(marker("nearly")),
    };
    await saveItem(bench.lead, {
      params: { itemId: id },
      body: { version: item.version, tagging: { ...item.tagging, label: marker("label") }, content },
    });
  }
}

test("until a sitting is handed in, nothing that a student's browser receives holds a key, a rationale or a score", async () => {
  await plant();
  const { releaseId } = await release(bench, { count: 4, rules: { openness: "everything" } });
  const student = bench.students[0]!.scope;
  const received: unknown[] = [];
  // As the endpoints answer: whatever the contract names, and nothing else.
  received.push(whatNowContract.result.parse(await delivery.whatNow(student)));
  const begun = await delivery.beginSitting(student, { params: { releaseId } });
  received.push(beginContract.result.parse(begun));
  const sitter = bench.sitter(begun.token);
  const params = { sittingId: begun.sitting.id };
  received.push(
    await delivery.saveAnswers(sitter, { params, body: { epoch: 1, events: [choice(1, 1, "anything")], shown: [1] } }),
  );
  received.push(showSittingContract.result.parse(await delivery.showSitting(sitter, { params })));
  received.push(whatNowContract.result.parse(await delivery.whatNow(student)));
  const text = JSON.stringify(received);
  expect(text).not.toContain("SECRET");
  for (const word of ["isKey", "rationale", "misconception", "credit", "explanation", "writerDifficulty", "tolerance"])
    expect(text).not.toContain(`"${word}":`);
  // Ids in the order written would give the key away where it is always written first.
  const keys = await keysOf(bench, begun.sitting.id);
  const places = begun.sitting.items.map((item) =>
    choiceView(item.view)
      .options.map((option) => option.id)
      .sort()
      .indexOf(keys.get(item.position)!.key),
  );
  expect(
    begun.sitting.items.every((item) => choiceView(item.view).options.every((option) => option.id.length >= 6)),
  ).toBe(true);
  expect(places.every((place) => place >= 0)).toBe(true);
});

test.each(["nothing", "score", "which", "why"] as const)(
  "with openness %s a result holds no key of what was not chosen",
  async (openness) => {
    const { releaseId } = await release(bench, { count: 2, rules: { openness } });
    const begun = await delivery.beginSitting(bench.students[1]!.scope, { params: { releaseId } });
    const sitter = bench.sitter(begun.token);
    const params = { sittingId: begun.sitting.id };
    await delivery.handIn(sitter, { params });
    const result = showResultContract.result.parse(await delivery.showResult(bench.students[1]!.scope, { params }));
    const text = JSON.stringify(result);
    expect(text).not.toContain("isKey");
    expect(text).not.toContain(marker("rationale"));
    if (openness !== "why") expect(text).not.toContain("SECRET");
    expect(JSON.stringify(await delivery.showSitting(sitter, { params }))).not.toContain("SECRET");
  },
);

test("no kind of question gives itself away: not before the end, and with openness why only the reasons of what was answered", async () => {
  const { tagging } = await showItem(bench.lead, {
    params: { itemId: (await bench.db.selectFrom("item").select("id").executeTakeFirstOrThrow()).id },
  });
  const { id: misconceptionId } = await bench.db.selectFrom("misconception").select("id").executeTakeFirstOrThrow();
  const secret = richTextOf("SECRET");
  const wrong = [{ id: "expected-wrong", text: "SECRET", rationale: secret, misconceptionId }];
  const options = [true, false, false].map((isKey, i) => ({
    id: `option-${i}`,
    text: richTextOf(`Option ${i}`),
    isKey,
    rationale: secret,
    misconceptionId,
  }));
  const every = {
    schemaVersion: 1,
    stem: richTextOf("What?"),
    explanation: secret,
    nextStep: secret,
    nearly: secret,
  } as const;
  const accepted = [{ id: "accepted-1", text: "SECRET word" }];
  const picture = '<svg xmlns="http://www.w3.org/2000/svg" width="40" height="30"><path d="M0 0L9 9"/></svg>';
  const map = await keepMedia(bench.lead, Buffer.from(picture));
  const contents: Content[] = [
    { ...every, kind: "severalRightAnswers", scoring: "partial", options },
    { ...every, kind: "optionSet", setName: "SECRET", options },
    { ...every, kind: "shortText", accepted, caseMatters: false, allowsNearMiss: true, expectedWrong: wrong },
    {
      ...every,
      kind: "numeric",
      value: 4217,
      tolerance: { kind: "absolute", amount: 3 },
      unit: "m",
      expectedWrong: [],
    },
    {
      ...every,
      kind: "match",
      scoring: "partial",
      pairs: ["one", "two"].map((name) => ({
        id: `left-${name}`,
        left: richTextOf(name),
        rightId: `right-${name}`,
        rationale: secret,
      })),
      rights: ["two", "one"].map((name) => ({ id: `right-${name}`, text: `answer ${name}` })),
    },
    {
      ...every,
      kind: "order",
      scoring: "partial",
      steps: ["one", "two", "three"].map((name) => ({ id: `step-${name}`, text: richTextOf(name) })),
      first: "",
      last: "",
    },
    {
      ...every,
      kind: "fillGaps",
      scoring: "partial",
      passage: [
        { type: "gap", id: "gap-typed", accepted: ["SECRET word"], choices: [] },
        { type: "gap", id: "gap-chosen", accepted: ["zeal"], choices: ["zeal", "arrow"] },
      ],
      allowsNearMiss: true,
    },
    {
      ...every,
      kind: "pointOnImage",
      image: { type: "image", hash: map.hash, alt: "A map", credit: "", width: 40, height: 30 },
      regions: ["one", "two"].map((name, i) => ({
        id: `place-${name}`,
        label: name,
        shape: { type: "circle", x: 10 + 15 * i, y: 15, radius: 6.125 },
        isKey: i === 0,
        rationale: secret,
      })),
      showsRegions: false,
    },
    { ...every, kind: "keyOnly", letters: 4, key: 3 },
    {
      ...every,
      kind: "written",
      lines: 4,
      criteria: [
        {
          id: "criterion-1",
          name: "Reasons",
          levels: ["SECRET", "SECRET more"].map((text, points) => ({ id: `level-${points}`, points, text })),
        },
      ],
      showsCriteria: true,
      modelAnswer: secret,
    },
    {
      ...every,
      kind: "opinion",
      form: "choice",
      choices: ["one", "two"].map((name) => ({ id: `choice-${name}`, text: richTextOf(name) })),
      steps: 5,
      low: "",
      high: "",
    },
  ];
  const itemIds: string[] = [];
  for (const content of contents) {
    const itemId = newId();
    await saveItem(bench.lead, { params: { itemId }, body: { version: 0, tagging, content } });
    itemIds.push(itemId);
  }
  const { releaseId } = await release(bench, { itemIds, rules: { openness: "why" } });
  const student = bench.students[2]!.scope;
  const begun = beginContract.result.parse(await delivery.beginSitting(student, { params: { releaseId } }));
  const before = JSON.stringify(begun);
  expect(begun.sitting.items.map((item) => item.view?.kind)).toEqual(contents.map((content) => content.kind));
  for (const hidden of [
    "SECRET",
    "isKey",
    "4217",
    "accepted",
    "tolerance",
    "scoring",
    "expected",
    "misconception",
    "rightId",
    '"key":',
    "NearMiss",
    "6.125",
    '["zeal","arrow"]',
  ])
    expect(before).not.toContain(hidden);

  const sitter = bench.sitter(begun.token);
  const params = { sittingId: begun.sitting.id };
  const answers: Answer[] = [
    { kind: "severalRightAnswers", optionIds: ["option-1"] },
    { kind: "optionSet", optionId: "option-2" },
    { kind: "shortText", text: "something else" },
    { kind: "numeric", text: "9,5 m" },
    { kind: "match", chosen: [{ pairId: "left-one", rightId: "right-two" }] },
    { kind: "order", order: ["step-three", "step-two", "step-one"] },
    { kind: "fillGaps", filled: [{ gapId: "gap-chosen", text: "arrow" }] },
    { kind: "pointOnImage", at: { x: 25, y: 15 }, regionId: null },
    { kind: "keyOnly", letter: 0 },
    { kind: "written", text: "Because of the sea." },
    { kind: "opinion", value: "choice-one" },
  ];
  const events = answers.map((answer, i) => ({ ...choice(i + 1, i + 1, null), answer }));
  await delivery.saveAnswers(sitter, { params, body: { epoch: 1, events, shown: answers.map((_, i) => i + 1) } });
  await delivery.handIn(sitter, { params });
  const after = JSON.stringify(showResultContract.result.parse(await delivery.showResult(student, { params })));
  for (const hidden of ["isKey", "4217", "SECRET word", "tolerance", "misconception"])
    expect(after).not.toContain(hidden);

  // Looked at one by one, none gives its key away: not while there may be a second answer, nor to who asks the server again.
  const rules = { openness: "why", openFrom: "eachQuestion", second: 50 } as const;
  const practice = await release(bench, { itemIds, rules });
  const again = await delivery.beginSitting(student, { params: { releaseId: practice.releaseId } });
  const [holder, sittingId] = [bench.sitter(again.token), again.sitting.id];
  await delivery.saveAnswers(holder, { params: { sittingId }, body: { epoch: 1, events, shown: [1] } });
  for (const [i, answer] of answers.entries()) {
    const call = { params: { sittingId, position: i + 1 }, body: { epoch: 1, second: null } };
    if (answer.kind === "written" || answer.kind === "opinion") {
      await expect(delivery.lookAtAnswer(holder, call)).rejects.toMatchObject({ code: "notLookedAt" });
      continue;
    }
    const hint = lookContract.result.parse(await delivery.lookAtAnswer(holder, call));
    expect(hint).toMatchObject({ again: true, explanation: null, content: null });
    const shown = showSittingContract.result.parse(await delivery.showSitting(holder, { params: { sittingId } }));
    const second = { ...call, body: { ...call.body, second: answer } };
    const settled = lookContract.result.parse(await delivery.lookAtAnswer(holder, second));
    expect(settled).toMatchObject({ again: false, content: null });
    for (const hidden of ["isKey", "4217", "SECRET word", "tolerance", "misconception", 'zeal","accepted'])
      expect(JSON.stringify([hint, shown, settled])).not.toContain(hidden);
  }
});

test("where there is no going back, no question is sent before its turn but a few, nor again once it is passed", async () => {
  const { releaseId } = await release(bench, { count: 8, rules: { paging: "forwardOnly" } });
  const begun = await delivery.beginSitting(bench.students[7]!.scope, { params: { releaseId } });
  const [sitter, params] = [bench.sitter(begun.token), { sittingId: begun.sitting.id }];
  const sentOf = ({ items }: typeof begun.sitting) => items.flatMap((item) => (item.view ? [item.position] : []));
  expect(begun.sitting.items).toHaveLength(8);
  expect(sentOf(begun.sitting)).toEqual([1, 2, 3, 4, 5, 6]);
  const show = async () => showSittingContract.result.parse(await delivery.showSitting(sitter, { params }));
  await delivery.saveAnswers(sitter, { params, body: { epoch: 1, events: [], shown: [1, 2, 3] } });
  expect(sentOf(await show())).toEqual([3, 4, 5, 6, 7, 8]);
  await delivery.saveAnswers(sitter, { params, body: { epoch: 1, events: [choice(1, 4, null)], shown: [4] } });
  const now = await show();
  expect(sentOf(now)).toEqual([4, 5, 6, 7, 8]);
  expect(now.items.every((item) => item.view !== null || item.stimulusId === null)).toBe(true);
});
