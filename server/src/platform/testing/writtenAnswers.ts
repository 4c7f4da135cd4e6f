/** A written answer and an opinion, given to the class; and a student who writes. */
import type { Content } from "@verdant/core/items/kinds";
import { richTextOf } from "@verdant/core/richText";
import { saveItem } from "../../bank/service.ts";
import * as delivery from "../../delivery/service.ts";
import { newId } from "../id.ts";
import { choice, release } from "./sittings.ts";
import type { Workbench } from "./workbench.ts";

const essay: Content = {
  kind: "written",
  schemaVersion: 1,
  stem: richTextOf("Why does a meander widen?"),
  lines: 5,
  criteria: [
    {
      id: "reasons",
      name: "Reasons",
      levels: [
        { id: "none", points: 0, text: "none" },
        { id: "one", points: 1, text: "one" },
        { id: "two", points: 2, text: "two" },
      ],
    },
  ],
  showsCriteria: true,
  modelAnswer: richTextOf("The outer bank is worn away."),
};
const view: Content = {
  kind: "opinion",
  schemaVersion: 1,
  stem: richTextOf("How sure are you?"),
  form: "scale",
  choices: [],
  steps: 5,
  low: "not at all",
  high: "very",
};

/** Releases both; `sit` is one student's go, handed in. */
export async function giveWritten(bench: Workbench) {
  const { topicId } = await bench.db.selectFrom("unitTopic").select("topicId").executeTakeFirstOrThrow();
  const itemIds: string[] = [];
  for (const content of [essay, view]) {
    const tagging = {
      ...{ label: null, topicId, stimulusId: null, standardIds: [], demand: "reason" as const },
      ...{ use: "practice" as const, expectedSeconds: 120, writerDifficulty: 3, keptFindings: [], tags: [], points: 1 },
    };
    const itemId = newId();
    await saveItem(bench.lead, { params: { itemId }, body: { version: 0, tagging, content } });
    itemIds.push(itemId);
  }
  const { releaseId } = await release(bench, { itemIds, rules: { openness: "everything", openFrom: "handIn" } });
  const sit = async (student: number, text: string, value = "4") => {
    const begun = await delivery.beginSitting(bench.students[student]!.scope, { params: { releaseId } });
    const sitter = bench.sitter(begun.token);
    const params = { sittingId: begun.sitting.id };
    const events = [
      { ...choice(1, 1, null), answer: { kind: "written" as const, text } },
      { ...choice(2, 2, null), answer: { kind: "opinion" as const, value } },
    ];
    await delivery.saveAnswers(sitter, { params, body: { epoch: 1, events, shown: [1, 2] } });
    await delivery.handIn(sitter, { params });
    return { ...params, sees: () => delivery.showResult(bench.students[student]!.scope, { params }) };
  };
  return { releaseId, sit };
}
