/**
 * Works out what a package's own rules give an answer, so that what we made of an item can be compared with it. Nothing is
 * guessed: rules that use what is not read here throw.
 */
import { isInside } from "@verdant/core/items/pointOnImage";
import { allOf, childOf, childrenOf, elementsIn, isTrue, textIn, type Element } from "./xml.ts";

/** Rules that are not read: those of chance, of other tests, of programs, or of a kind that is not known here. */
export class UnknownRule extends Error {
  override readonly name = "UnknownRule";
  readonly element: string;

  constructor(element: string) {
    super(element);
    this.element = element;
  }
}

type Single = string | number | boolean;
/** A value of the standard: null for none, else its members; of a single value just one. */
type Value = readonly Single[] | null;

/** What was answered, by the identifier of each response: members as they stand in files ("a b" for a pair). */
export type Responses = Readonly<Record<string, readonly string[]>>;

interface Declared {
  readonly cardinality: string;
  readonly baseType: string;
  readonly correct: Value;
  readonly mapping: Element | undefined;
  readonly areas: Element | undefined;
}

class Stop extends Error {}

const numeric = new Set(["float", "integer", "duration"]);
const typed = (baseType: string, text: string): Single =>
  numeric.has(baseType) ? Number(text) : baseType === "boolean" ? isTrue(text) : text;
const valuesOf = (element: Element | undefined, baseType: string): Value => {
  const values = element ? childrenOf(element, "qti-value").map((value) => typed(baseType, textIn(value).trim())) : [];
  return values.length === 0 ? null : values;
};

/** Values of the outcomes of `item` once it has been answered so; numbers and words as they are. */
export function outcomesOf(item: Element, responses: Responses): ReadonlyMap<string, Value> {
  return new Processing(item, responses).run();
}

/** The points that the rules of `item` give. */
export function scoreOf(item: Element, responses: Responses): number {
  const [score] = outcomesOf(item, responses).get("SCORE") ?? [];
  return typeof score === "number" && Number.isFinite(score) ? score : 0;
}

class Processing {
  private readonly declared = new Map<string, Declared>();
  private readonly given = new Map<string, Value>();
  private readonly outcomes = new Map<string, Value>();
  private readonly item: Element;

  constructor(item: Element, responses: Responses) {
    this.item = item;
    for (const element of childrenOf(item, "qti-response-declaration")) {
      const { identifier = "", cardinality = "single", "base-type": baseType = "" } = element.attributes;
      this.declared.set(identifier, {
        cardinality,
        baseType,
        correct: valuesOf(childOf(element, "qti-correct-response"), baseType),
        mapping: childOf(element, "qti-mapping"),
        areas: childOf(element, "qti-area-mapping"),
      });
      const answer = (responses[identifier] ?? []).map((text) => typed(baseType, text));
      this.given.set(identifier, answer.length === 0 ? null : answer);
    }
    for (const element of childrenOf(item, "qti-outcome-declaration")) {
      const { identifier = "", "base-type": baseType = "float", cardinality = "single" } = element.attributes;
      const value = valuesOf(childOf(element, "qti-default-value"), baseType);
      this.outcomes.set(identifier, value ?? (numeric.has(baseType) && cardinality === "single" ? [0] : null));
    }
  }

  run(): ReadonlyMap<string, Value> {
    const rules = childOf(this.item, "qti-response-processing");
    if (!rules) return this.outcomes;
    const { template = "" } = rules.attributes;
    if (template !== "") this.runTemplate(template);
    else
      try {
        this.obeyAll(elementsIn(rules));
      } catch (error) {
        if (!(error instanceof Stop)) throw error;
      }
    return this.outcomes;
  }

  private runTemplate(template: string): void {
    const name =
      template
        .replace(/\/$/, "")
        .split("/")
        .at(-1)
        ?.replace(/\.xml$/, "") ?? "";
    const variable = { name: "", namespace: "", attributes: { identifier: "RESPONSE" }, children: [], line: 0 };
    if (name === "match_correct")
      this.outcomes.set("SCORE", [
        this.same(this.given.get("RESPONSE") ?? null, this.correct(variable), this.isOrdered("RESPONSE")) ? 1 : 0,
      ]);
    else if (name === "map_response") this.outcomes.set("SCORE", this.mapResponse(variable));
    else if (name === "map_response_point") this.outcomes.set("SCORE", this.mapPoint(variable));
    else throw new UnknownRule(`template ${name}`);
  }

  private obeyAll(rules: readonly Element[]): void {
    for (const rule of rules) this.obey(rule);
  }

  private obey(rule: Element): void {
    if (rule.name === "qti-set-outcome-value") {
      const [expression] = elementsIn(rule);
      if (expression) this.outcomes.set(rule.attributes["identifier"] ?? "", this.valueOf(expression));
    } else if (rule.name === "qti-response-condition") {
      for (const branch of elementsIn(rule)) {
        const [first, ...rest] = elementsIn(branch);
        if (branch.name === "qti-response-else") this.obeyAll(first ? [first, ...rest] : []);
        else if (!first || this.valueOf(first)?.[0] !== true) continue;
        else this.obeyAll(rest);
        return;
      }
    } else if (rule.name === "qti-response-processing-fragment") this.obeyAll(elementsIn(rule));
    else if (rule.name === "qti-exit-response") throw new Stop();
    else throw new UnknownRule(rule.name);
  }

  private correct({ attributes: { identifier = "" } }: Element): Value {
    return this.declared.get(identifier)?.correct ?? null;
  }

  private isOrdered(identifier: string): boolean {
    return this.declared.get(identifier)?.cardinality === "ordered";
  }

  private baseTypeOf(element: Element): string {
    const { identifier = "", "base-type": baseType } = element.attributes;
    return baseType ?? this.declared.get(identifier)?.baseType ?? "";
  }

  /** Two values of one kind; members of what has no order may stand in any, and a pair either way round. */
  private same(
    a: Value,
    b: Value,
    isOrdered: boolean,
    baseType = this.declared.get("RESPONSE")?.baseType ?? "",
  ): boolean {
    if (a === null || b === null || a.length !== b.length) return false;
    const turned = (one: Single) => (baseType === "pair" ? String(one).split(/\s+/).sort().join(" ") : one);
    const [left, right] = [a.map(turned), b.map(turned)];
    if (isOrdered) return left.every((one, i) => one === right[i]);
    const rest = [...right];
    return left.every((one) => {
      const at = rest.indexOf(one);
      if (at >= 0) rest.splice(at, 1);
      return at >= 0;
    });
  }

  private mapResponse({ attributes: { identifier = "" } }: Element): Value {
    const declared = this.declared.get(identifier);
    const { mapping, baseType = "", cardinality } = declared ?? {};
    if (!mapping) throw new UnknownRule("qti-map-response");
    const given = this.given.get(identifier) ?? null;
    const entries = childrenOf(mapping, "qti-map-entry");
    const usual = Number(mapping.attributes["default-value"] ?? 0);
    const worth = (one: Single): number => {
      const wanted = String(one);
      const entry = entries.find(({ attributes }) => {
        const key = attributes["map-key"] ?? "";
        if (numeric.has(baseType)) return Number(key) === one;
        if (baseType === "pair") return sorted(key) === sorted(wanted);
        if (baseType === "string" && !isTrue(attributes["case-sensitive"]))
          return key.toLowerCase() === wanted.toLowerCase();
        return key.replaceAll(/\s+/g, " ").trim() === wanted;
      });
      return entry ? Number(entry.attributes["mapped-value"] ?? 0) : usual;
    };
    if (given === null) return [0];
    const sum = [...new Set(given)].map(worth).reduce((a, b) => a + b, 0);
    return [cardinality === "single" && given.length > 1 ? usual : within(mapping, sum)];
  }

  private mapPoint({ attributes: { identifier = "" } }: Element): Value {
    const areas = this.declared.get(identifier)?.areas;
    if (!areas) throw new UnknownRule("qti-map-response-point");
    const given = this.given.get(identifier) ?? [];
    const entries = childrenOf(areas, "qti-area-map-entry");
    const sum = entries
      .filter(({ attributes }) => given.some((point) => isOn(attributes, String(point))))
      .reduce((total, { attributes }) => total + Number(attributes["mapped-value"] ?? 0), 0);
    const isHit = sum !== 0 || given.length === 0;
    return [within(areas, isHit ? sum : Number(areas.attributes["default-value"] ?? 0))];
  }

  private valueOf(expression: Element): Value {
    const { name, attributes } = expression;
    const parts = elementsIn(expression);
    const values = () => parts.map((part) => this.valueOf(part));
    const numbers = () => values().map((value) => (value === null ? null : Number(value[0])));
    const over = (work: (all: readonly number[]) => number): Value => {
      const all = numbers();
      return all.some((one) => one === null) ? null : [work(all as number[])];
    };
    const compared = (is: (a: number, b: number) => boolean): Value => {
      const [a = null, b = null] = numbers();
      return a === null || b === null ? null : [is(a, b)];
    };
    switch (name) {
      case "qti-base-value":
        return [typed(attributes["base-type"] ?? "", textIn(expression).trim())];
      case "qti-variable": {
        const { identifier = "" } = attributes;
        if (this.outcomes.has(identifier)) return this.outcomes.get(identifier) ?? null;
        if (this.given.has(identifier)) return this.given.get(identifier) ?? null;
        throw new UnknownRule(`variable ${identifier}`);
      }
      case "qti-correct":
        return this.correct(expression);
      case "qti-map-response":
        return this.mapResponse(expression);
      case "qti-map-response-point":
        return this.mapPoint(expression);
      case "qti-null":
        return null;
      case "qti-is-null": {
        const [value] = values();
        return [value === null || value === undefined || String(value[0]) === ""];
      }
      case "qti-and":
        return [values().every((value) => value?.[0] === true)];
      case "qti-or":
        return [values().some((value) => value?.[0] === true)];
      case "qti-not": {
        const [value] = values();
        return value == null ? null : [value[0] !== true];
      }
      case "qti-match": {
        const [a = null, b = null] = values();
        if (a === null || b === null) return null;
        const identifier =
          parts.map((part) => part.attributes["identifier"] ?? "").find((one) => this.declared.has(one)) ?? "";
        const baseType = parts.map((part) => this.baseTypeOf(part)).find((one) => one !== "") ?? "";
        return [
          this.same(a, b, this.isOrdered(identifier) || parts.some((part) => part.name === "qti-ordered"), baseType),
        ];
      }
      case "qti-member": {
        const [a = null, b = null] = values();
        return a === null || b === null ? null : [b.includes(a[0] as Single)];
      }
      case "qti-contains": {
        const [a = null, b = null] = values();
        return a === null || b === null ? null : [b.every((one) => a.includes(one))];
      }
      case "qti-string-match":
      case "qti-substring": {
        const [a = null, b = null] = values();
        if (a === null || b === null) return null;
        const isExact = attributes["case-sensitive"] === undefined || isTrue(attributes["case-sensitive"]);
        const [left, right] = [a, b].map((value) => (isExact ? String(value[0]) : String(value[0]).toLowerCase())) as [
          string,
          string,
        ];
        const isPart = name === "qti-substring" || isTrue(attributes["substring"]);
        return [isPart ? right.includes(left) : left === right];
      }
      case "qti-equal":
        return compared((a, b) => isEqual(attributes, a, b));
      case "qti-equal-rounded":
        return compared((a, b) => roundedAs(attributes, a) === roundedAs(attributes, b));
      case "qti-gt":
        return compared((a, b) => a > b);
      case "qti-gte":
        return compared((a, b) => a >= b);
      case "qti-lt":
        return compared((a, b) => a < b);
      case "qti-lte":
        return compared((a, b) => a <= b);
      case "qti-sum":
        return over((all) => all.reduce((a, b) => a + b, 0));
      case "qti-product":
        return over((all) => all.reduce((a, b) => a * b, 1));
      case "qti-subtract":
        return over(([a = 0, b = 0]) => a - b);
      case "qti-divide":
        return over(([a = 0, b = 1]) => a / b);
      case "qti-max":
        return over((all) => Math.max(...all));
      case "qti-min":
        return over((all) => Math.min(...all));
      case "qti-multiple":
      case "qti-ordered": {
        const all = values().flatMap((value) => value ?? []);
        return all.length === 0 ? null : all;
      }
      case "qti-container-size": {
        const [value] = values();
        return [value?.length ?? 0];
      }
      default:
        throw new UnknownRule(name);
    }
  }
}

const sorted = (pair: string) => pair.trim().split(/\s+/).sort().join(" ");

function within({ attributes }: Element, sum: number): number {
  const { "lower-bound": lower, "upper-bound": upper } = attributes;
  const floored = lower === undefined ? sum : Math.max(Number(lower), sum);
  return upper === undefined ? floored : Math.min(Number(upper), floored);
}

/** The range is built round the first operand, which is the key; its ends count unless the file says otherwise. */
function isEqual(attributes: Readonly<Record<string, string>>, key: number, given: number): boolean {
  const { "tolerance-mode": mode = "exact", tolerance = "0" } = attributes;
  const [below = 0, above = below] = tolerance.trim().split(/\s+/).map(Number);
  if (mode === "exact") return key === given;
  const low = mode === "absolute" ? key - below : key * (1 - below / 100);
  const high = mode === "absolute" ? key + above : key * (1 + above / 100);
  const [least, largest] = [Math.min(low, high), Math.max(low, high)];
  const hair = 1e-9 * Math.max(1, Math.abs(key));
  const includes = (end: string) =>
    attributes[`include-${end}-bound`] === undefined || isTrue(attributes[`include-${end}-bound`]);
  return (
    (includes("lower") ? given >= least - hair : given > least + hair) &&
    (includes("upper") ? given <= largest + hair : given < largest - hair)
  );
}

function roundedAs(
  { "rounding-mode": mode = "", figures = "0" }: Readonly<Record<string, string>>,
  value: number,
): string {
  if (/significant/i.test(mode)) return value === 0 ? "0" : value.toPrecision(Math.max(1, Number(figures)));
  return (Math.round(value * 10 ** Number(figures)) / 10 ** Number(figures)).toFixed(Number(figures));
}

/** Whether a point ("x y") lies in the area of a map entry. */
function isOn({ shape = "default", coords = "" }: Readonly<Record<string, string>>, point: string): boolean {
  const [x = NaN, y = NaN] = point.split(/\s+/).map(Number);
  const at = coords.split(",").map(Number);
  const [a = 0, b = 0, c = 0, d = 0] = at;
  if (shape === "rect") return x >= a && x <= c && y >= b && y <= d;
  if (shape === "circle") return Math.hypot(x - a, y - b) <= c;
  if (shape === "ellipse") return ((x - a) / c) ** 2 + ((y - b) / d) ** 2 <= 1;
  if (shape === "default") return true;
  if (shape === "poly") {
    const points = Array.from({ length: Math.floor(at.length / 2) }, (_, i) => ({
      x: at[2 * i] ?? 0,
      y: at[2 * i + 1] ?? 0,
    }));
    return isInside({ type: "polygon", points }, { x, y });
  }
  throw new UnknownRule(`area ${shape}`);
}

/** Every text that the rules compare an answer with, besides the key: what an author accepts without a mapping. */
export const textsCompared = (item: Element): string[] =>
  allOf(childOf(item, "qti-response-processing") ?? item, "qti-base-value")
    .filter(({ attributes }) => attributes["base-type"] === "string")
    .map((value) => textIn(value).trim());
