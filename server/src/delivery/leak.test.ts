/** A marker in every secret field; everything a student's browser receives is read for it. */
import { expect, test } from "vitest";
import { richTextOf } from "@verdant/core/richText";
import {
  whatNow as whatNowContract,
  beginSitting as beginContract,
  showSitting as showSittingContract,
  showResult as showResultContract,
} from "@verdant/contract/delivery";
import { saveItem, showItem } from "../bank/service.ts";
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
      ...item.content,
      options: item.content.options.map((option) => ({
        ...option,
        rationale: richTextOf(marker("rationale")),
        misconceptionId,
      })),
      explanation: richTextOf(marker("explanation")),
      nextStep: richTextOf(marker("nextStep")),
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
    item.view.options
      .map((option) => option.id)
      .sort()
      .indexOf(keys.get(item.position)!.key),
  );
  expect(begun.sitting.items.every((item) => item.view.options.every((option) => option.id.length >= 6))).toBe(true);
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
