/** A content of every kind, for tests. */
import { readPassage } from "../items/fillGaps.ts";
import type { Content } from "../items/kinds.ts";
import type { KeyOnly } from "../items/keyOnly.ts";
import type { Match } from "../items/match.ts";
import type { Numeric } from "../items/numeric.ts";
import type { Opinion } from "../items/opinion.ts";
import type { OptionSet } from "../items/optionSet.ts";
import type { PointOnImage } from "../items/pointOnImage.ts";
import type { SeveralRightAnswers } from "../items/severalRightAnswers.ts";
import type { ShortText } from "../items/shortText.ts";
import type { Written } from "../items/written.ts";
import { richTextOf } from "../richText.ts";

export const secret = richTextOf("SECRET");
export const stem = richTextOf("What?");
export const option = (id: string, isKey: boolean) => ({ id, text: richTextOf(id), isKey, rationale: secret });
export const feedback = { explanation: secret, nextStep: secret, nearly: secret };
export const several = (scoring: SeveralRightAnswers["scoring"], keys = ["a", "b"]): SeveralRightAnswers => ({
  kind: "severalRightAnswers",
  schemaVersion: 1,
  stem,
  scoring,
  options: ["a", "b", "c", "d"].map((id) => option(id, keys.includes(id))),
  ...feedback,
});
export const typed = (accepted: string[], more: Partial<ShortText> = {}): ShortText => ({
  kind: "shortText",
  schemaVersion: 1,
  stem,
  accepted: accepted.map((text, i) => ({ id: `a${i}`, text })),
  caseMatters: false,
  allowsNearMiss: false,
  expectedWrong: [{ id: "w", text: "estuary", rationale: secret, misconceptionId: "SECRET" }],
  ...feedback,
  ...more,
});
export const number = (value: number | null, more: Partial<Numeric> = {}): Numeric => ({
  kind: "numeric",
  schemaVersion: 1,
  stem,
  value,
  tolerance: { kind: "absolute", amount: 0 },
  unit: "km",
  expectedWrong: [{ id: "w", text: "125", rationale: secret, misconceptionId: "SECRET" }],
  ...feedback,
  ...more,
});
export const set: OptionSet = {
  kind: "optionSet",
  schemaVersion: 1,
  stem,
  setName: "rises, falls, stays the same",
  options: ["Rises", "Falls", "Stays"].map((id, i) => option(id, i === 1)),
  ...feedback,
};
export const one: Content = {
  kind: "oneRightAnswer",
  schemaVersion: 1,
  stem,
  options: [option("a", true), option("b", false)],
  ...feedback,
};
export const groups = (scoring: Match["scoring"]): Match => ({
  kind: "match",
  schemaVersion: 1,
  stem,
  scoring,
  pairs: [
    { id: "coal", left: richTextOf("Coal"), rightId: "fossil", rationale: secret },
    { id: "wind", left: richTextOf("Wind"), rightId: "renewable" },
    { id: "gas", left: richTextOf("Gas"), rightId: "fossil" },
  ],
  rights: [
    { id: "renewable", text: "renewable" },
    { id: "fossil", text: "fossil" },
    { id: "neither", text: "neither" },
  ],
  ...feedback,
});
export const sequence: Content = {
  kind: "order",
  schemaVersion: 1,
  stem,
  scoring: "partial",
  steps: ["spring", "meander", "delta"].map((id) => ({ id, text: richTextOf(id) })),
  first: "source",
  last: "mouth",
  ...feedback,
};
export const gaps: Content = {
  kind: "fillGaps",
  schemaVersion: 1,
  stem,
  scoring: "partial",
  passage: readPassage("A [tombolo; bar] ties an island; the sea [falls | calms | rests].", ["t", "c"], () => ""),
  allowsNearMiss: false,
  ...feedback,
};
export const places = (showsRegions: boolean): PointOnImage => ({
  kind: "pointOnImage",
  schemaVersion: 1,
  stem,
  image: { type: "image", hash: "a".repeat(64), alt: "A map of the bay", credit: "", width: 400, height: 300 },
  regions: [
    { id: "west", label: "A", shape: { type: "circle", x: 60, y: 60, radius: 40 }, isKey: false, rationale: secret },
    { id: "spit", label: "B", shape: { type: "rectangle", x: 200, y: 50, width: 80, height: 40 }, isKey: true },
    {
      id: "east",
      label: "C",
      shape: {
        type: "polygon",
        points: [
          { x: 300, y: 200 },
          { x: 380, y: 200 },
          { x: 340, y: 280 },
        ],
      },
      isKey: false,
      misconceptionId: "SECRET",
    },
  ],
  showsRegions,
  ...feedback,
});
export const letter: KeyOnly = { kind: "keyOnly", schemaVersion: 1, stem, letters: 4, key: 2, ...feedback };
export const essay: Written = {
  kind: "written",
  schemaVersion: 1,
  stem,
  lines: 6,
  criteria: [
    {
      id: "c1",
      name: "Reasons",
      levels: [
        { id: "none", points: 0, text: "SECRET none" },
        { id: "one", points: 1.5, text: "SECRET one" },
        { id: "two", points: 3, text: "SECRET two" },
      ],
    },
    {
      id: "c2",
      name: "Words",
      levels: [
        { id: "everyday", points: 0, text: "SECRET everyday" },
        { id: "terms", points: 1, text: "SECRET terms" },
      ],
    },
  ],
  showsCriteria: true,
  modelAnswer: secret,
  ...feedback,
};
export const view: Opinion = {
  kind: "opinion",
  schemaVersion: 1,
  stem,
  form: "choice",
  choices: ["yes", "no"].map((id) => ({ id, text: richTextOf(id) })),
  steps: 5,
  low: "",
  high: "",
  ...feedback,
};
/** One content of every kind that a machine marks. */
export const marked: Content[] = [
  one,
  several("partial"),
  set,
  typed(["tombolo"]),
  number(12.5),
  groups("partial"),
  sequence,
  gaps,
  places(false),
  letter,
];
/** One content of every kind, with a secret wherever a student must not look. */
export const every: Content[] = [...marked, essay, view];
