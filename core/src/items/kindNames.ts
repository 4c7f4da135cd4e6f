/** How kinds are called on staff pages, and what each is good for. */
import type { KindName } from "./kinds.ts";

export const kindNames: { readonly [N in KindName]: string } = {
  oneRightAnswer: "one right answer",
  severalRightAnswers: "several right answers",
  optionSet: "option set",
  shortText: "short text",
  numeric: "numeric",
  match: "match",
  order: "order",
  fillGaps: "fill the gaps",
  pointOnImage: "point on image",
  keyOnly: "key only",
  written: "written answer",
  opinion: "opinion",
};

export const kindUses: { readonly [N in KindName]: string } = {
  oneRightAnswer: "options, one of them right; each wrong one can show a wrong idea",
  severalRightAnswers: "options of which any number is right",
  optionSet: "a statement judged true or false, rises or falls, always or never",
  shortText: "a word or two typed from memory",
  numeric: "a number, read off or worked out",
  match: "terms and their meanings, things and their groups: each from one list",
  order: "steps, dates or sizes brought into their order",
  fillGaps: "a text with gaps to type into or to choose for",
  pointOnImage: "a place found on a map, a diagram or a photograph",
  keyOnly: "a question printed on paper: only its letters and the right one are here",
  written: "free text, which you mark by a rubric",
  opinion: "a choice, a scale or a few words: no key, no points, counted nowhere",
};
