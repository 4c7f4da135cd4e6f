/** The kind "numeric": a number typed, right within a tolerance, with its unit shown beside the field. */

import { richTextOf, type RichText } from "../richText.ts";
import { mapExpected, type ExpectedWrongAnswer } from "./expectedAnswer.ts";
import type { AnswerCount, Fault, Feedback, Kind } from "./kind.ts";
import { feedbackTexts, mapFeedback, stemFaults, withBlanks, withNewIds } from "./options.ts";

/**
 * "absolute": in the unit of the answer; "relative": in per cent of the right value, bounds included; "figures": the same
 * once both are rounded to so many significant figures.
 */
export const tolerances = ["absolute", "relative", "figures"] as const;

/** Another unit that an answer may come in: `factor` times a number in it, plus `offset`, is the number in the item's unit. */
export interface OtherUnit {
  readonly unit: string;
  readonly factor: number;
  readonly offset: number;
}

export interface Numeric extends Feedback {
  readonly kind: "numeric";
  readonly schemaVersion: 1;
  readonly stem: RichText;
  /** null while it is not written yet. */
  readonly value: number | null;
  readonly tolerance: { readonly kind: (typeof tolerances)[number]; readonly amount: number };
  /** Shown after the field; empty: none. */
  readonly unit: string;
  /** Units that are converted; absent: none. */
  readonly otherUnits?: readonly OtherUnit[] | undefined;
  readonly expectedWrong: readonly ExpectedWrongAnswer[];
}

export interface NumericAnswer {
  readonly kind: "numeric";
  /** As it was typed. */
  readonly text: string;
}

export interface NumericView {
  readonly kind: "numeric";
  readonly stem: RichText;
  readonly unit: string;
  /** Names of the units that an answer may come in, besides `unit`. */
  readonly otherUnits: readonly string[];
}

/**
 * The numbers that `text` may mean, the likeliest first; empty when it is no number.
 *
 * Spaces part thousands; a comma or point parts decimals; "1,200" may mean 1200 or 1.2. The minus sign may be a hyphen
 * or a dash. A `unit` at the end is left aside.
 *
 * @example readNumber("12,5 km", "km") // [12.5]
 */
export function readNumber(text: string, unit = ""): number[] {
  let plain = text.trim();
  if (unit !== "" && plain.toLowerCase().endsWith(unit.toLowerCase())) plain = plain.slice(0, -unit.length);
  plain = plain.replaceAll(/[\s\u00a0\u202f'’_]/g, "").replace(/^[−–]/, "-");
  const readings: string[] = [];
  // No number in thousands begins with nought: "0,014" is not fourteen.
  if (/^[-+]?[1-9]\d{0,2}(,\d{3})+(\.\d+)?$/.test(plain)) readings.push(plain.replaceAll(",", ""));
  if (/^[-+]?[1-9]\d{0,2}(\.\d{3})+(,\d+)?$/.test(plain)) readings.push(plain.replaceAll(".", "").replace(",", "."));
  if (/^[-+]?(\d+[.,]?\d*|[.,]\d+)(e[-+]?\d+)?$/i.test(plain)) readings.push(plain.replace(",", "."));
  // A lone point is a decimal point first; thousands by points come second.
  if (/^[-+]?[1-9]\d{0,2}\.\d{3}$/.test(plain)) readings.reverse();
  return [...new Set(readings.map(Number).filter(Number.isFinite))];
}

/**
 * The numbers that `text` may mean, in the unit of the item: as it stands, or converted from the unit written after it.
 *
 * @example readQuantity({ unit: "km", otherUnits: [{ unit: "m", factor: 0.001, offset: 0 }] }, "12500 m") // [12.5]
 */
export function readQuantity({ unit, otherUnits = [] }: Pick<Numeric, "unit" | "otherUnits">, text: string): number[] {
  const plain = readNumber(text, unit);
  if (plain.length > 0) return plain;
  const written = text.trim();
  const [other] = otherUnits.filter((one) => written.endsWith(one.unit)).sort((a, b) => b.unit.length - a.unit.length);
  return other ? readNumber(written, other.unit).map((value) => value * other.factor + other.offset) : [];
}

export const numeric: Kind<"numeric", Numeric, NumericAnswer, NumericView> = {
  name: "numeric",

  blank: () => ({
    kind: "numeric",
    schemaVersion: 1,
    stem: richTextOf(""),
    value: null,
    tolerance: { kind: "absolute", amount: 0 },
    unit: "",
    expectedWrong: [],
  }),

  score: (content, answer) => (readQuantity(content, answer.text).some((value) => isRight(content, value)) ? 1 : 0),
  chance: () => 0.02,
  rightAnswer: (content) => (content.value === null ? null : { kind: "numeric", text: String(content.value) }),
  withKey: (content, { text }) => {
    const [value] = readQuantity(content, text);
    if (value === undefined) return null;
    const keyed = { ...content, value };
    const isWrong = (one: ExpectedWrongAnswer) =>
      !readQuantity(content, one.text).some((number) => isRight(keyed, number));
    return { ...keyed, expectedWrong: content.expectedWrong.filter(isWrong) };
  },
  arrange: () => [],
  toStudentView: (content) => ({
    kind: "numeric",
    stem: content.stem,
    unit: content.unit,
    otherUnits: (content.otherUnits ?? []).map((one) => one.unit),
  }),
  summarise: (content, answers) => {
    const key = content.value === null ? "" : String(content.value);
    const lines = new Map<string, { -readonly [K in keyof AnswerCount]: AnswerCount[K] }>([
      [key, { id: key, text: key, isKey: true, count: 0 }],
    ]);
    let blank = 0;
    for (const answer of answers) {
      if (answer.text.trim() === "") blank += 1;
      else {
        const known = expectedOf(content, answer.text);
        const [reading] = readQuantity(content, answer.text);
        const id = numeric.score(content, answer) === 1 ? key : (known?.id ?? String(reading ?? answer.text.trim()));
        const line = lines.get(id) ?? { id, text: known?.text ?? id, isKey: false, count: 0 };
        if (known?.misconceptionId !== undefined) line.misconceptionId = known.misconceptionId;
        line.count += 1;
        lines.set(id, line);
      }
    }
    const [first, ...others] = lines.values();
    return withBlanks([...(first ? [first] : []), ...others.sort((a, b) => b.count - a.count)], blank);
  },
  rationales: (content, answer) => [expectedOf(content, answer.text)?.rationale].flatMap((text) => text ?? []),
  faults: (content) => [...stemFaults(content), ...valueFaults(content)],
  keyWord: (content) =>
    [
      content.value,
      content.tolerance.kind,
      content.tolerance.amount,
      content.unit,
      ...(content.otherUnits ?? []).map((one) => one.unit),
    ].join("|"),
  texts: (content) => [
    content.stem,
    ...content.expectedWrong.flatMap((one) => one.rationale ?? []),
    ...feedbackTexts(content),
  ],
  mapTexts: (content, change) => ({
    ...mapFeedback(content, change),
    stem: change(content.stem),
    expectedWrong: mapExpected(content.expectedWrong, change),
  }),
  withNewIds: (content, newId) => ({ ...content, expectedWrong: withNewIds(content.expectedWrong, newId) }),
  partWords: () => [],
  furtherWords: (content) => [content.unit],
};

function isRight({ value, tolerance }: Numeric, given: number): boolean {
  if (value === null) return false;
  if (tolerance.kind === "figures") {
    const figures = Math.min(15, Math.max(1, Math.round(tolerance.amount)));
    return Number(given.toPrecision(figures)) === Number(value.toPrecision(figures));
  }
  const allowed = tolerance.kind === "absolute" ? tolerance.amount : (Math.abs(value) * tolerance.amount) / 100;
  // Decimal fractions are inexact in binary: the bound itself must count.
  return Math.abs(given - value) <= allowed + Math.abs(value) * 1e-9;
}

function expectedOf(content: Numeric, text: string): ExpectedWrongAnswer | undefined {
  const given = readQuantity(content, text);
  return content.expectedWrong.find((one) =>
    readQuantity(content, one.text).some((value) =>
      given.some((number) => Math.abs(number - value) <= Math.abs(value) * 1e-9),
    ),
  );
}

function valueFaults(content: Numeric): Fault[] {
  if (content.value === null) return [{ path: ["value"], code: "valueMissing" }];
  return content.expectedWrong.flatMap((one, i) =>
    readQuantity(content, one.text).some((value) => isRight(content, value))
      ? [{ path: ["expectedWrong", i], code: "valueIsExpectedWrong", terms: { text: one.text } }]
      : [],
  );
}
