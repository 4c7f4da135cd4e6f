/** What a row asks and what is right, from its cells alone: plain words, without ids and without what cells cannot show. */
import type { FileContent } from "@verdant/contract/exchange";
import type { Note } from "@verdant/contract/packages";
import { readNumber } from "@verdant/core/items/numeric";
import { startingSets } from "@verdant/core/items/optionSet";
import { foldedText } from "@verdant/core/foldedText";
import { quarters } from "../qti/points.ts";
import { Unusable } from "../unusable.ts";
import { kindNames, kindOf, letters, type Cells, type Column } from "./columns.ts";
import { cut, listIn, parted, unescaped } from "./lists.ts";

/** A content in which every text is plain; what is `undefined` is said to be empty. */
export type PlainContent = Record<string, unknown> & { kind: FileContent["kind"] };

export interface Row {
  readonly cells: Cells;
  readonly points: number;
  readonly note: (code: Note["code"], terms?: Note["terms"]) => void;
}

/** @throws Unusable where the row cannot be an item: with the column and what stands in it */
export function contentOf(row: Row): PlainContent {
  const { cells } = row;
  const kind = kindOf(cells.kind ?? "");
  if (kind === null) {
    const kinds = [...Object.values(kindNames), "true_false", "categorise"].join(", ");
    throw new Unusable("kindUnknown", { kind: (cells.kind ?? "").slice(0, 100), kinds });
  }
  const stem = cells.stem ?? "";
  if (stem === "") throw new Unusable("stemMissing", {});
  const general = cells.feedback_general ?? "";
  const incorrect = cells.feedback_incorrect ?? "";
  if ((cells.feedback_correct ?? "") !== "") row.note("columnLeftOut", { column: "feedback_correct" });
  // An empty cell says that there is none.
  const shared = {
    stem,
    explanation: cells.explanation || general || undefined,
    nextStep: cells.next_step || incorrect || undefined,
    nearly: cells.nearly || undefined,
  };
  return { ...shared, ...answersOf(kind, row) };
}

type Answers = Record<string, unknown> & { kind: FileContent["kind"]; stem?: string };

function answersOf(kind: NonNullable<ReturnType<typeof kindOf>>, row: Row): Answers {
  switch (kind) {
    case "oneRightAnswer":
      return { kind, ...optionsOf(row) };
    case "severalRightAnswers":
      return { kind, ...optionsOf(row), scoring: scoringOf(row) };
    case "optionSet":
      return { kind, ...optionsOf(row), setName: row.cells.option_set ?? "" };
    case "trueFalse":
      return trueFalse(row);
    case "shortText":
      return shortText(row);
    case "numeric":
      return numeric(row);
    case "match":
      return match(row);
    case "categorise":
      return categorise(row);
    case "order":
      return order(row);
    case "fillGaps":
      return gaps(row);
    // Its picture and places are in no cell: they come from the item that it was exported from.
    case "pointOnImage": {
      const { options } = optionsOf(row);
      return { kind, regions: options.map(({ text, staysPut: _, ...region }) => ({ label: text, ...region })) };
    }
    case "keyOnly":
      return keyOnly(row);
    case "written":
      return written(row);
    case "opinion":
      return opinion(row);
  }
}

interface Part {
  /** Its letter. */
  readonly letter: string;
  readonly text: string;
  readonly rationale: string | undefined;
  readonly misconception: string | undefined;
}

/** What is listed under letters; letters in between may be empty. */
const listed = (cells: Cells): Part[] =>
  letters.flatMap((letter) => {
    const text = cells[`option_${letter}`] ?? "";
    if (text === "") return [];
    const [rationale, misconception] = [cells[`rationale_${letter}`], cells[`misconception_${letter}`]];
    return [{ letter, text, rationale: rationale || undefined, misconception: misconception || undefined }];
  });

/** Parts named in a cell, by their letters or their words, each with the points written after it. */
function namedIn(cell: string, parts: readonly Part[]): { part: Part; points: number | null }[] {
  return parted(cell, "|")
    .filter((name) => name !== "")
    .map((name) => {
      const [, plain = name, points] = /^(.*[^\\]):(-?\d+(?:[.,]\d+)?)$/s.exec(name) ?? [];
      const words = unescaped(plain).trim();
      const part =
        parts.find(({ letter }) => letter === words.toLowerCase()) ??
        parts.find(({ text }) => foldedText(text) === foldedText(words));
      if (!part) throw new Unusable("keyNoOption", { key: words.slice(0, 100) });
      return { part, points: points === undefined ? null : Number(points.replace(",", ".")) };
    });
}

function optionsOf({ cells, points, note }: Row) {
  const parts = listed(cells);
  const keys = namedIn(cells.key ?? "", parts);
  const pinned = new Set(namedIn(cells.pinned ?? "", parts).map(({ part }) => part));
  const isMixed = !/^(no|n|false|0)$/i.test(cells.shuffle ?? "");
  const right = new Set(keys.filter((one) => one.points === null || one.points > 0).map(({ part }) => part));
  const most = keys.reduce((sum, one) => sum + Math.max(0, one.points ?? 0), 0);
  // Here every right option counts the same, and a wrong one takes one of them away.
  const odd = keys.find(({ part, points: worth }) => {
    const here = (right.has(part) ? 1 : -1) / Math.max(1, right.size);
    return worth !== null && Math.abs(worth / (most || 1) - here) > 0.001;
  });
  if (odd)
    note("scoringDiffers", {
      ...{ answer: odd.part.text.slice(0, 100), there: odd.points ?? 0, points },
      here: quarters((points * (right.has(odd.part) ? 1 : -1)) / Math.max(1, right.size)),
    });
  return {
    options: parts.map(({ letter: _, ...part }, i) => {
      const whole = parts[i];
      const isIn = (set: ReadonlySet<Part>) => whole !== undefined && set.has(whole);
      return { ...part, isKey: isIn(right) || undefined, staysPut: !isMixed || isIn(pinned) || undefined };
    }),
  };
}

function scoringOf({ cells, note }: Row): string {
  const said = (cells.scoring ?? "").toLowerCase();
  if (said === "all" || said === "partial" || said === "") return said || "partial";
  note("valueAssumed", { column: "scoring", value: said.slice(0, 100), taken: "partial" });
  return "partial";
}

function trueFalse({ cells }: Row): Answers {
  const [set] = startingSets;
  const words = set?.words ?? [];
  const key = (cells.key ?? "").toLowerCase();
  if (key !== "" && key !== "true" && key !== "false") throw new Unusable("keyNoOption", { key: key.slice(0, 100) });
  const options = words.map((text, i) => ({
    text,
    isKey: text.toLowerCase() === key || undefined,
    rationale: cells[`rationale_${letters[i] ?? ""}`] || undefined,
    misconception: cells[`misconception_${letters[i] ?? ""}`] || undefined,
  }));
  return { kind: "optionSet", setName: set?.name ?? "", options };
}

function isYes({ cells, note }: Row, column: Column): boolean {
  const said = (cells[column] ?? "").toLowerCase();
  if (/^(yes|y|true|1|x)$/.test(said)) return true;
  if (!/^(no|n|false|0|)$/.test(said)) note("valueAssumed", { column, value: said.slice(0, 100), taken: "no" });
  return false;
}

function shortText(row: Row): Answers {
  const { cells, points, note } = row;
  const parts = parted(cells.key ?? "", "|").filter((part) => part !== "");
  const weighed = parts.map((part) => /^(.*[^\\]):(-?\d+(?:[.,]\d+)?)$/s.exec(part));
  // "10:30" alone is a time, and not thirty points for "10".
  const areWeights = weighed.every((one) => one !== null && Number(one[2]) <= points);
  const accepted = parts.flatMap((part, i) => {
    const [, text = "", worth = ""] = (areWeights && weighed[i]) || [];
    if (text === "") return [{ text: unescaped(part) }];
    if (Number(worth) === points) return [{ text: unescaped(text) }];
    note("scoringDiffers", { answer: unescaped(text).slice(0, 100), here: 0, there: Number(worth), points });
    return [];
  });
  return {
    kind: "shortText",
    accepted,
    caseMatters: isYes(row, "case_sensitive"),
    allowsNearMiss: isYes(row, "near_miss"),
    expectedWrong: wrongAnswersOf(row),
  };
}

/** The number that a cell means; a comma parts decimals where nothing else can be meant. */
function numberIn(row: Row, column: Column, cell: string): number {
  const [value] = readNumber(cell);
  if (value === undefined) throw new Unusable("cellNoNumber", { column, value: cell.slice(0, 100) });
  if (cell.includes(",")) row.note("numberRead", { column, value: cell.slice(0, 100), read: value });
  return value;
}

function numeric(row: Row): Answers {
  const { cells } = row;
  const said = cells.tolerance ?? "";
  const kind = said.endsWith("%") ? "relative" : /figures$/i.test(said) ? "figures" : "absolute";
  const amount = said === "" ? 0 : numberIn(row, "tolerance", said.replace(/\s*(%|figures)$/i, ""));
  return {
    kind: "numeric",
    value: (cells.key ?? "") === "" ? null : numberIn(row, "key", cells.key ?? ""),
    tolerance: { kind, amount },
    unit: cells.unit ?? "",
    otherUnits: otherUnitsOf(row),
    expectedWrong: wrongAnswersOf(row),
  };
}

function otherUnitsOf({ cells }: Row) {
  const units = parted(cells.other_units ?? "", ";").filter((one) => one !== "");
  if (units.length === 0) return undefined;
  return units.map((one) => {
    const [unit = "", factor = "", offset = "0"] = parted(one, ":").map(unescaped);
    const [by, plus] = [Number(factor), Number(offset)];
    if (unit === "" || !Number.isFinite(by) || by === 0 || !Number.isFinite(plus))
      throw new Unusable("cellNoNumber", { column: "other_units", value: one.slice(0, 100) });
    return { unit, factor: by, offset: plus };
  });
}

const wrongAnswersOf = ({ cells }: Row) =>
  parted(cells.wrong_answers ?? "", "|")
    .filter((one) => one !== "")
    .map((one) => {
      const [text = "", rationale = "", misconception = ""] = parted(one, "=>").map(unescaped);
      return { text, rationale: rationale || undefined, misconception: misconception || undefined };
    });

function match(row: Row): Answers {
  const all = listed(row.cells).map(({ text, letter, rationale }) => {
    const [left = "", right, ...more] = parted(text, "=>").map(unescaped);
    if (right === undefined || more.length > 0)
      throw new Unusable("pairUnreadable", { column: `option_${letter}`, value: text.slice(0, 100) });
    return { left, right, rationale };
  });
  return matchOf(row, all);
}

function matchOf(row: Row, all: readonly { left: string; right: string; rationale?: string | undefined }[]): Answers {
  return {
    kind: "match",
    pairs: all.filter(({ left }) => left !== ""),
    rights: [...new Set(all.map(({ right }) => right))].map((text) => ({ text })),
    scoring: scoringOf(row),
  };
}

/** "Group: one; two" for each group. */
function categorise(row: Row): Answers {
  const all = listed(row.cells).flatMap(({ text, letter }) => {
    const [group, rest] = cut(text, ":");
    if (rest === undefined)
      throw new Unusable("pairUnreadable", { column: `option_${letter}`, value: text.slice(0, 100) });
    const things = listIn(rest, ";");
    const right = unescaped(group);
    return things.length === 0 ? [{ left: "", right }] : things.map((left) => ({ left, right }));
  });
  return matchOf(row, all);
}

function order(row: Row): Answers {
  const { cells } = row;
  const parts = listed(cells);
  const key = cells.key ?? "";
  const steps = key === "" ? parts : namedIn(key.replaceAll(">", "|"), parts).map(({ part }) => part);
  if (new Set(steps).size !== parts.length) throw new Unusable("orderIncomplete", { key: key.slice(0, 100) });
  return {
    kind: "order",
    steps: steps.map(({ text }) => ({ text })),
    scoring: scoringOf(row),
    first: cells.first ?? "",
    last: cells.last ?? "",
  };
}

/** As we write it in `passage`; else with `{{first|second}}` in the stem, and a key that names the right words. */
function gaps(row: Row): Answers {
  const { cells } = row;
  const shared = { kind: "fillGaps" as const, scoring: scoringOf(row), allowsNearMiss: isYes(row, "near_miss") };
  if ((cells.passage ?? "") !== "" && (cells.key ?? "") === "") return { ...shared, passage: cells.passage };
  const right = new Map(
    parted(cells.key ?? "", ";").map((one) => {
      const [n = "", word = ""] = parted(one, "=").map(unescaped);
      return [n, word] as const;
    }),
  );
  let n = 0;
  const inOurs = (text: string) => text.replaceAll(/[[\]\\]/g, "\\$&");
  const passage = (cells.stem ?? "").split(/(\{\{.*?\}\})/s).map((part, i) => {
    if (i % 2 === 0) return inOurs(part);
    n += 1;
    const words = listIn(part.slice(2, -2), "|");
    const word = right.get(String(n)) ?? "";
    const key = words.find((one) => foldedText(one) === foldedText(word));
    if (words.length > 1 && key === undefined) throw new Unusable("keyNoOption", { key: `${n}=${word}`.slice(0, 100) });
    const first = key ?? word;
    const rest = words.filter((one) => one !== first);
    return rest.length === 0 ? `[${inOurs(first)}]` : `[${[first, ...rest].map(inOurs).join(" | ")}]`;
  });
  if (n === 0) throw new Unusable("gapsMissing", {});
  return { ...shared, stem: "Fill the gaps.", passage: passage.join("") };
}

function opinion({ cells }: Row): Answers {
  const choices = listed(cells).map(({ text }) => ({ text }));
  // A scale is told apart by what the item was exported from.
  return { kind: "opinion", choices, ...(choices.length > 0 && { form: "choice" }) };
}

function keyOnly(row: Row): Answers {
  const { cells } = row;
  const most = (cells.letters ?? "") === "" ? 4 : numberIn(row, "letters", cells.letters ?? "");
  const key = (cells.key ?? "").toUpperCase();
  if (key !== "" && !/^[A-H]$/.test(key)) throw new Unusable("keyNoOption", { key: key.slice(0, 100) });
  return { kind: "keyOnly", letters: most, key: key === "" ? null : key };
}

function written(row: Row): Answers {
  const { cells, points } = row;
  const lines = (cells.lines ?? "") === "" ? 5 : numberIn(row, "lines", cells.lines ?? "");
  const most = Math.min(9, Math.max(1, Math.round(points)));
  const criteria = (cells.criteria ?? "")
    .split("\n")
    .filter((line) => line.trim() !== "")
    .map((line) => {
      const [name, rest = ""] = cut(line, ":");
      const levels = parted(rest, "|").map((level) => {
        const [worth, words = ""] = cut(level, "=");
        const value = Number(worth.replace(",", "."));
        if (worth === "" || !Number.isFinite(value))
          throw new Unusable("cellNoNumber", { column: "criteria", value: level.slice(0, 100) });
        return { points: value, text: unescaped(words) };
      });
      return { name: unescaped(name), levels };
    });
  const plain = {
    name: "Marks",
    levels: Array.from({ length: most + 1 }, (_, i) => ({ points: most - i, text: "" })),
  };
  return {
    kind: "written",
    lines,
    criteria: criteria.length > 0 ? criteria : [plain],
    showsCriteria: isYes(row, "shows_criteria"),
    modelAnswer: cells.model_answer || undefined,
  };
}
