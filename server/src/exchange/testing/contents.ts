/** Content of every kind, with everything that it can have. */
import type { Content } from "@verdant/core/items/kinds";
import { richTextOf } from "@verdant/core/richText";

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
export const contents: readonly Content[] = [
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
  {
    kind: "severalRightAnswers",
    ...shared,
    scoring: "partial",
    options: [true, true, true, false, false, false, false].map((isKey, i) => ({
      id: `o${i}`,
      text: richTextOf(`${i}`),
      isKey,
    })),
  },
  {
    kind: "match",
    ...shared,
    scoring: "partial",
    pairs: ["1", "2", "3"].map((n) => ({ id: `-p${n}`, left: richTextOf(n), rightId: `r${n}` })),
    rights: ["1", "2", "3"].map((n) => ({ id: `r${n}`, text: `right of ${n}` })),
  },
  {
    kind: "order",
    ...shared,
    scoring: "partial",
    steps: ["a", "b", "c", "d"].map((text, i) => ({ id: `${9 - i}s`, text: richTextOf(text) })),
    first: "nearest",
    last: "farthest",
  },
  {
    kind: "fillGaps",
    ...shared,
    scoring: "all",
    passage: [
      { type: "gap", id: "g1", accepted: ["up"], choices: ["up", "down", "away"] },
      { type: "text", text: " first\n\nthen  " },
      { type: "gap", id: "g2", accepted: ["down"], choices: [] },
    ],
    allowsNearMiss: false,
  },
  { kind: "numeric", ...shared, value: 14, tolerance: { kind: "absolute", amount: 0 }, unit: "", expectedWrong: [] },
  {
    kind: "numeric",
    ...shared,
    value: 1234,
    tolerance: { kind: "absolute", amount: 0 },
    unit: "people per km²",
    expectedWrong: [],
  },
  { kind: "opinion", ...shared, form: "scale", choices: [], steps: 6, low: "dull", high: "clear" },
  { kind: "opinion", ...shared, form: "text", choices: [], steps: 5, low: "", high: "" },
];
