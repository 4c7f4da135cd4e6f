/** Content of every kind goes into its file form and comes back the same. */
import { FileContent } from "@verdant/contract/exchange";
import { allKinds, type Content } from "@verdant/core/items/kinds";
import { richTextOf } from "@verdant/core/richText";
import { describe, expect, test } from "vitest";
import { fromContent, toContent, withKnownIds } from "./fileContent.ts";

const plain = richTextOf("Why?");
const rich = {
  type: "richText" as const,
  content: [
    { type: "paragraph" as const, content: [{ type: "text" as const, text: "not", marks: ["bold" as const] }] },
    {
      type: "table" as const,
      hasHeadings: true,
      rows: [[[{ type: "paragraph" as const, content: [{ type: "text" as const, text: "a" }] }]]],
    },
  ],
};
const shared = { schemaVersion: 1 as const, stem: rich, explanation: plain, nextStep: rich, nearly: plain };
const options = [true, false, false].map((isKey, i) => ({
  id: `o${i}`,
  text: i === 1 ? rich : richTextOf(`Option ${i}`),
  isKey,
  rationale: plain,
  ...(i === 1 && { misconceptionId: "idea" }),
  ...(i === 2 && { staysPut: true }),
}));
const expectedWrong = [{ id: "w", text: "12", rationale: rich, misconceptionId: "idea" }];
const contents: readonly Content[] = [
  { kind: "oneRightAnswer", ...shared, options },
  { kind: "severalRightAnswers", ...shared, scoring: "all", options },
  { kind: "optionSet", ...shared, setName: "true or false", options },
  {
    kind: "shortText",
    ...shared,
    accepted: [{ id: "a", text: "spit" }],
    caseMatters: true,
    allowsNearMiss: true,
    expectedWrong,
  },
  { kind: "numeric", ...shared, value: 1.5, tolerance: { kind: "relative", amount: 5 }, unit: "km", expectedWrong },
  {
    kind: "numeric",
    ...shared,
    value: 1.5,
    tolerance: { kind: "figures", amount: 2 },
    unit: "km",
    otherUnits: [{ unit: "m", factor: 0.001, offset: 0 }],
    expectedWrong,
  },
  {
    kind: "match",
    ...shared,
    scoring: "all",
    pairs: [
      { id: "p1", left: rich, rightId: "r1", rationale: plain },
      { id: "p2", left: plain, rightId: "r1" },
    ],
    rights: [
      { id: "r2", text: "fits nothing" },
      { id: "r1", text: "fits" },
    ],
  },
  {
    kind: "pointOnImage",
    ...shared,
    image: { type: "image", hash: "a".repeat(64), alt: "A map", credit: "us", width: 480, height: 300 },
    regions: [
      { id: "g1", label: "A", shape: { type: "rectangle", x: 1, y: 2, width: 30, height: 40 }, isKey: true },
      {
        id: "g2",
        label: "B",
        shape: { type: "polygon", points: [0, 50, 90].map((x, i) => ({ x, y: 30 * i })) },
        isKey: false,
        rationale: rich,
        misconceptionId: "idea",
      },
      { id: "g3", label: "C", shape: { type: "circle", x: 300, y: 200, radius: 25.5 }, isKey: false },
    ],
    showsRegions: true,
  },
  {
    kind: "order",
    ...shared,
    scoring: "all",
    steps: [rich, plain, richTextOf("third")].map((text, i) => ({ id: `s${i}`, text })),
    first: "nearest",
    last: "",
  },
  {
    kind: "fillGaps",
    ...shared,
    scoring: "partial",
    passage: [
      { type: "text", text: "[1] The\nriver " },
      { type: "gap", id: "g1", accepted: ["erodes", "wears away"], choices: [] },
      { type: "gap", id: "g2", accepted: ["up"], choices: ["up", "down"] },
    ],
    allowsNearMiss: true,
  },
  { kind: "keyOnly", ...shared, letters: 5, key: 4 },
  {
    kind: "written",
    ...shared,
    lines: 8,
    criteria: [
      {
        id: "c1",
        name: "Reasons",
        levels: [
          { id: "l0", points: 0, text: "none" },
          { id: "l1", points: 1.25, text: "one" },
        ],
      },
    ],
    showsCriteria: false,
    modelAnswer: rich,
  },
  {
    kind: "opinion",
    ...shared,
    form: "choice",
    choices: [rich, plain].map((text, i) => ({ id: `v${i}`, text })),
    steps: 4,
    low: "dull",
    high: "clear",
  },
];

describe.each(contents.map((content) => [content.kind, content] as const))("%s", (_kind, content) => {
  const toFile = () => fromContent(content, (id) => `key of ${id}`);
  const back = (file: FileContent) => toContent(file, (key) => key.replace("key of ", ""));

  test("is a file as the contract describes it, and comes back to the last word", () => {
    const file = FileContent.parse(JSON.parse(JSON.stringify(toFile())));
    expect(back(file)).toEqual(content);
  });

  test("written by hand without ids, it takes those of the item that is there", () => {
    const bare = JSON.parse(
      JSON.stringify(toFile(), (key, value: unknown) => (key === "id" ? undefined : value)),
    ) as unknown;
    expect(back(withKnownIds(FileContent.parse(bare), content))).toEqual(content);
  });

  test("without ids and without an item, its parts get ids that are all different", () => {
    const bare = JSON.parse(
      JSON.stringify(toFile(), (key, value: unknown) => (key === "id" ? undefined : value)),
    ) as unknown;
    // A key is the only kind that has no parts.
    const ids = [...JSON.stringify(back(FileContent.parse(bare))).matchAll(/"id":"([^"]+)"/g)].map(([, id]) => id);
    expect(ids.length > 0).toBe(content.kind !== "keyOnly");
    expect(new Set(ids).size).toBe(ids.length);
  });
});

test("every kind is in this table", () => {
  expect([...new Set(contents.map((content) => content.kind))].sort()).toEqual([...allKinds].sort());
});
