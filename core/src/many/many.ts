/** Many items from few: a pattern (a stem with a table of values) or a list of pairs, from which items are computed. */

import { foldedText } from "../foldedText.ts";
import type { Content } from "../items/kinds.ts";
import { readNumber } from "../items/numeric.ts";
import { feedbackOf } from "../items/options.ts";
import { richTextOf } from "../richText.ts";
import { differingFields } from "../bank/fields.ts";
import { evaluate, numberInWords, parseFormula } from "./formula.ts";

export interface Pattern {
  readonly kind: "pattern";
  readonly schemaVersion: 1;
  /** With `{name}` where a value comes in, `{distance * 2}` where a number is computed. */
  readonly stem: string;
  /** Lines `name = 1; 2; 3`, each value with each of the others; or a table with its names in the first line. */
  readonly values: string;
  /** A formula, a name, or words with either in braces. */
  readonly key: string;
  readonly unit: string;
  /** Of a typed number, in per cent of the key. */
  readonly tolerancePercent: number;
  /** Wrong answers, a line each, written as the key is; without any the answer is typed. */
  readonly distractors: string;
  readonly explanation: string;
}

export interface PairList {
  readonly kind: "list";
  readonly schemaVersion: 1;
  /** A line each: `term = meaning`. */
  readonly pairs: string;
  /** The question that gives the term and asks for the meaning, with `{left}`; empty: not asked. */
  readonly forward: string;
  /** The question that gives the meaning and asks for the term, with `{right}`; empty: not asked. */
  readonly backward: string;
  /** Wrong answers are the neighbours in the list; or the answer is typed. */
  readonly isTyped: boolean;
}

export type Many = Pattern | PairList;

export interface Made {
  /** The same as long as the row of the table, or the pair, is. */
  readonly rowKey: string;
  /** Where it comes from, in words. */
  readonly place: string;
  readonly content: Content;
}

export interface ManyMade {
  readonly items: readonly Made[];
  readonly findings: readonly { readonly place: string; readonly text: string }[];
}

type Finding = ManyMade["findings"][number];

/**
 * The items of a pattern or a list. A row that cannot be used is said with its place; the others are made.
 *
 * @param most as many as are made at all
 * @param newId makes ids of options
 * @example makeMany({ ...pattern, values: "scale = 25000; 50000\ndistance = 2; 4" }, 200, newId).items.length // 4
 */
export function makeMany(many: Many, most: number, newId: () => string): ManyMade {
  const rows = many.kind === "pattern" ? rowsOf(many.values) : pairsOf(many);
  const findings: Finding[] = [...rows.findings];
  if (rows.rows.length > most)
    findings.unshift({ place: "all", text: `This makes ${rows.rows.length} items; ${most} at once are the most.` });
  const items: Made[] = [];
  const seen = new Set<string>();
  for (const row of rows.rows.slice(0, most)) {
    const made =
      many.kind === "pattern" ? ofPattern(many, row.values, newId) : ofPair(many, row.values, rows.rows, newId);
    if (typeof made === "string") findings.push({ place: row.place, text: made });
    else if (seen.has(row.key)) findings.push({ place: row.place, text: "This row stands here twice." });
    else items.push({ rowKey: row.key, place: row.place, content: made });
    seen.add(row.key);
  }
  return { items, findings };
}

type Values = ReadonlyMap<string, string>;
interface Row {
  readonly key: string;
  readonly place: string;
  readonly values: Values;
}
interface Rows {
  readonly rows: readonly Row[];
  readonly findings: readonly Finding[];
}

const inWords = (values: Values) => [...values].map(([name, value]) => `${name} ${value}`).join(", ");
const rowOf = (values: Values): Row => ({
  key: [...values].map(([name, value]) => `${name}=${foldedText(value, true)}`).join("|"),
  place: inWords(values),
  values,
});

function rowsOf(written: string): Rows {
  const lines = written.split("\n").filter((line) => line.trim() !== "");
  const lists = lines.map((line) => /^\s*(\p{L}[\p{L}\p{N}_]*)\s*[=:]\s*(.+)$/u.exec(line));
  if (lines.length > 0 && lists.every((list) => list !== null)) {
    let crossed: Values[] = [new Map()];
    for (const [, name = "", values = ""] of lists) {
      const each = values.split(";").flatMap((value) => (value.trim() === "" ? [] : [value.trim()]));
      // More than anybody means; the number is said all the same.
      if (crossed.length * each.length > 10_000)
        return { rows: [], findings: [{ place: "values", text: "These values make over 10,000 items." }] };
      crossed = crossed.flatMap((row) => each.map((value) => new Map([...row, [name.toLowerCase(), value]])));
    }
    return { rows: crossed.map(rowOf), findings: [] };
  }
  const [head = "", ...body] = lines;
  const between = head.includes("\t") ? "\t" : head.includes(";") ? ";" : ",";
  const cells = (line: string) => line.split(between).map((cell) => cell.trim());
  const names = cells(head).map((name) => name.toLowerCase());
  const findings: Finding[] = [];
  const rows = body.slice(0, 10_000).flatMap((line, i) => {
    const values = cells(line);
    const empty = names.find((_, column) => (values[column] ?? "") === "");
    if (empty !== undefined) findings.push({ place: `row ${i + 1}`, text: `“${empty}” is empty.` });
    return empty === undefined ? [rowOf(new Map(names.map((name, column) => [name, values[column] ?? ""])))] : [];
  });
  return { rows, findings };
}

function pairsOf({ pairs, forward, backward }: PairList): Rows {
  const findings: Finding[] = [];
  const rows = pairs.split("\n").flatMap((line, i): Row[] => {
    if (line.trim() === "") return [];
    const [left = "", right = ""] = line.split(/\t|\s*(?:=|→)\s*/, 2).map((side) => side.trim());
    if (left === "" || right === "") {
      findings.push({ place: `line ${i + 1}`, text: "Write the two sides with = between them." });
      return [];
    }
    const of = (direction: string): Row => ({
      key: `${direction} ${foldedText(left)}`,
      place: `line ${i + 1}, ${direction}`,
      values: new Map([
        ["left", left],
        ["right", right],
        ["direction", direction],
      ]),
    });
    return [...(forward.trim() === "" ? [] : [of("forward")]), ...(backward.trim() === "" ? [] : [of("backward")])];
  });
  return { rows, findings };
}

type Filled = { readonly ok: true; readonly text: string } | { readonly ok: false; readonly reason: string };

/** A name's value as it is written, or the number that a formula gives. */
function valueOf(expression: string, values: Values): Filled {
  const written = values.get(expression.trim().toLowerCase());
  if (written !== undefined) return { ok: true, text: written };
  const parsed = parseFormula(expression);
  if (!parsed.ok) return parsed;
  const result = evaluate(parsed.formula, (name) => readNumber(values.get(name) ?? "")[0]);
  return result.ok ? { ok: true, text: numberInWords(result.value) } : result;
}

function fill(template: string, values: Values): Filled {
  let reason: string | undefined;
  const text = template.replaceAll(/\{([^{}]*)\}/g, (_, expression: string) => {
    const filled = valueOf(expression, values);
    if (filled.ok) return filled.text;
    reason ??= filled.reason;
    return "";
  });
  return reason === undefined ? { ok: true, text } : { ok: false, reason };
}

/** A key or wrong answer: with braces words, else a formula; words that name no column are just words. */
function answerOf(written: string, values: Values): Filled {
  if (written.includes("{")) return fill(written, values);
  const value = valueOf(written, values);
  const words: readonly string[] = written.toLowerCase().match(/\p{L}[\p{L}\p{N}_]*/gu) ?? [];
  const isMeant = words.length === 0 || words.some((word) => values.has(word));
  return value.ok || isMeant ? value : { ok: true, text: written.trim() };
}

/** The content of one row; or why there is none. */
function ofPattern(pattern: Pattern, values: Values, newId: () => string): Content | string {
  const lines = pattern.distractors.split("\n").filter((line) => line.trim() !== "");
  const [stem, key, explanation] = [
    fill(pattern.stem, values),
    answerOf(pattern.key, values),
    fill(pattern.explanation, values),
  ];
  const wrong = lines.map((line) => answerOf(line, values));
  for (const one of [stem, key, explanation, ...wrong]) if (!one.ok) return one.reason;
  const textOf = (filled: Filled) => (filled.ok ? filled.text : "");
  const shared = {
    schemaVersion: 1 as const,
    stem: richTextOf(textOf(stem)),
    ...(pattern.explanation.trim() !== "" && { explanation: richTextOf(textOf(explanation)) }),
  };
  const unit = pattern.unit.trim();
  const [value] = readNumber(textOf(key));
  if (lines.length > 0) {
    const withUnit = (text: string) => (unit !== "" && readNumber(text).length > 0 ? `${text} ${unit}` : text);
    const texts = [key, ...wrong].map((one) => withUnit(textOf(one)));
    const repeated = texts.find((text, i) => texts.findIndex((one) => foldedText(one) === foldedText(text)) < i);
    if (repeated !== undefined) return `“${repeated}” would be there twice among the answers.`;
    return { kind: "oneRightAnswer", ...shared, options: optionsOf(texts, newId) };
  }
  if (value === undefined) return typed(textOf(key), shared, newId);
  const tolerance = { kind: "relative" as const, amount: pattern.tolerancePercent };
  return { kind: "numeric", ...shared, value, tolerance, unit, expectedWrong: [] };
}

const optionsOf = (texts: readonly string[], newId: () => string) =>
  texts.map((text, i) => ({ id: newId(), text: richTextOf(text), isKey: i === 0 }));

const typed = (
  text: string,
  shared: Pick<Content, "schemaVersion" | "stem" | "explanation">,
  newId: () => string,
): Content => ({
  kind: "shortText",
  ...shared,
  accepted: [{ id: newId(), text }],
  caseMatters: false,
  allowsNearMiss: false,
  expectedWrong: [],
});

/** Wrong answers of an item from a list. */
const neighbours = 3;

function ofPair(list: PairList, values: Values, all: readonly Row[], newId: () => string): Content | string {
  const isForward = values.get("direction") === "forward";
  const stem = fill(isForward ? list.forward : list.backward, values);
  if (!stem.ok) return stem.reason;
  // Whoever was wrong reads which two belong together: of the right answer, and of the one that was chosen.
  const pairOf = (of: Values) => `${of.get("left") ?? ""}: ${of.get("right") ?? ""}`;
  const explanation = richTextOf(pairOf(values));
  const shared = { schemaVersion: 1 as const, stem: richTextOf(stem.text), explanation };
  const side = isForward ? "right" : "left";
  const answer = values.get(side) ?? "";
  if (list.isTyped) return typed(answer, shared, newId);
  const alike = all.filter((row) => row.values.get("direction") === values.get("direction"));
  const at = alike.findIndex((row) => row.values === values);
  const nearest = alike
    .map((row, i) => ({ text: row.values.get(side) ?? "", pair: pairOf(row.values), far: Math.abs(i - at) }))
    .sort((a, b) => a.far - b.far);
  const wrong = [...new Map(nearest.map((one) => [foldedText(one.text), one])).values()]
    .filter(({ text }) => foldedText(text) !== foldedText(answer))
    .slice(0, neighbours);
  if (wrong.length === 0) return "There is no other answer in the list to choose from.";
  const [key, ...others] = optionsOf([answer, ...wrong.map((one) => one.text)], newId);
  if (!key) return "There is no other answer in the list to choose from.";
  const options = [key, ...others.map((one, i) => ({ ...one, rationale: richTextOf(wrong[i]?.pair ?? "") }))];
  return { kind: "oneRightAnswer", ...shared, options };
}

/** An item that was made before. */
export interface MadeBefore {
  readonly itemId: string;
  readonly rowKey: string;
  readonly content: Content;
}

export interface ManyChange {
  readonly added: readonly Made[];
  /** With the ids of the options as they were. */
  readonly changed: readonly (Made & { readonly itemId: string; readonly before: Content })[];
  readonly same: readonly (Made & { readonly itemId: string })[];
  /** Their rows are gone. */
  readonly left: readonly MadeBefore[];
}

/**
 * What new values do to the items that were made before: a row that is still there keeps its item; of the rest, old and
 * new are paired in their order, so that a value put right changes its item instead of making another.
 */
export function changeOfMany(before: readonly MadeBefore[], made: readonly Made[]): ManyChange {
  const byKey = new Map(before.map((one) => [one.rowKey, one]));
  const keys = new Set(made.map((one) => one.rowKey));
  const orphans = before.filter((one) => !keys.has(one.rowKey));
  const pairs = made.map((one) => ({ one, old: byKey.get(one.rowKey) ?? orphans.shift() }));
  const kept = pairs.flatMap(({ one, old }) =>
    old ? [{ ...one, itemId: old.itemId, before: old.content, content: withIdsOf(old.content, one.content) }] : [],
  );
  const isSame = (one: (typeof kept)[number]) =>
    differingFields(one.before, one.content).length === 0 && byKey.get(one.rowKey)?.itemId === one.itemId;
  return {
    added: pairs.flatMap(({ one, old }) => (old ? [] : [one])),
    changed: kept.filter((one) => !isSame(one)),
    same: kept.filter(isSame),
    left: orphans,
  };
}

/** Options keep their ids, the key first, and whatever a person has added since stays: reasons, next step, a word for who was nearly there. */
function withIdsOf(before: Content, after: Content): Content {
  const { explanation: _made, ...added } = feedbackOf(before);
  if (before.kind === "oneRightAnswer" && after.kind === "oneRightAnswer") {
    const inOrder = [...before.options].sort((a, b) => Number(b.isKey) - Number(a.isKey));
    const options = after.options.map((option, i) => ({ ...inOrder[i], ...option, id: inOrder[i]?.id ?? option.id }));
    return { ...after, ...added, options };
  }
  if (before.kind === "shortText" && after.kind === "shortText") {
    const accepted = after.accepted.map((one, i) => ({ ...one, id: before.accepted[i]?.id ?? one.id }));
    return { ...after, ...added, accepted, expectedWrong: before.expectedWrong };
  }
  return { ...after, ...added };
}
