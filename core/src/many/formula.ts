/** Formulas of a pattern: arithmetic over the names of its columns. Small on purpose; no library is let into core. */

export type Formula =
  | { readonly kind: "number"; readonly value: number }
  | { readonly kind: "name"; readonly name: string }
  | { readonly kind: "call"; readonly of: string; readonly given: readonly Formula[] };

export type Parsed = { readonly ok: true; readonly formula: Formula } | { readonly ok: false; readonly reason: string };

const functions: Readonly<Record<string, (...given: readonly number[]) => number>> = {
  "+": (a = NaN, b = NaN) => a + b,
  "-": (a = NaN, b = NaN) => a - b,
  "*": (a = NaN, b = NaN) => a * b,
  "/": (a = NaN, b = NaN) => a / b,
  "^": (a = NaN, b = NaN) => a ** b,
  negative: (a = NaN) => -a,
  round: (a = NaN, places = 0) => Math.round(a * 10 ** places) / 10 ** places,
  sqrt: (a = NaN) => Math.sqrt(a),
  abs: (a = NaN) => Math.abs(a),
  min: (...all) => Math.min(...all),
  max: (...all) => Math.max(...all),
};

const token = /\s*(?:(\d+(?:\.\d+)?|\.\d+)|(\p{L}[\p{L}\p{N}_]*)|([-+*/^(),×·÷−–]))/uy;
const operators: Readonly<Record<string, string>> = { "×": "*", "·": "*", "÷": "/", "−": "-", "–": "-" };
/** Deeper than anybody writes, shallower than what would exhaust the stack. */
const deepest = 50;

/**
 * Reads `distance * scale / 100000`, `round(a / b, 1)`: the four operations, powers, brackets, and the functions round,
 * sqrt, abs, min and max. Names are those of columns, in any case.
 */
export function parseFormula(text: string): Parsed {
  const tokens: string[] = [];
  token.lastIndex = 0;
  while (token.lastIndex < text.trimEnd().length) {
    const [, number, name, sign] = token.exec(text) ?? [];
    const found = number ?? name?.toLowerCase() ?? sign;
    if (found === undefined) return { ok: false, reason: `“${text.trim()}” is no formula.` };
    tokens.push(operators[found] ?? found);
  }
  let at = 0;
  let depth = 0;
  const call = (of: string, ...given: readonly Formula[]): Formula => ({ kind: "call", of, given });
  const run = (next: () => Formula, ...signs: readonly string[]) => {
    let left = next();
    while (signs.includes(tokens[at] ?? "")) left = call(tokens[at++] ?? "", left, next());
    return left;
  };
  const sum = (): Formula => {
    if (++depth > deepest) throw new Unreadable("This formula is nested too deeply.");
    const read = run(product, "+", "-");
    depth--;
    return read;
  };
  const product = (): Formula => run(signed, "*", "/");
  const signed = (): Formula => {
    if (tokens[at] !== "-") return power();
    if (++depth > deepest) throw new Unreadable("This formula is nested too deeply.");
    at++;
    const read = call("negative", signed());
    depth--;
    return read;
  };
  const power = (): Formula => {
    const base = atom();
    if (tokens[at] !== "^") return base;
    at++;
    return call("^", base, signed());
  };
  const atom = (): Formula => {
    const found = tokens[at++] ?? "";
    if (/^[\d.]/.test(found)) return { kind: "number", value: Number(found) };
    if (found === "(") {
      const inner = sum();
      if (tokens[at++] !== ")") throw new Unreadable("A bracket is not closed.");
      return inner;
    }
    if (!/^\p{L}/u.test(found))
      throw new Unreadable(`Something is missing ${found === "" ? "at the end" : `before “${found}”`}.`);
    if (tokens[at] !== "(") return { kind: "name", name: found };
    if (!Object.hasOwn(functions, found) || found === "negative")
      throw new Unreadable(`There is no function “${found}”; there are round, sqrt, abs, min and max.`);
    const given: Formula[] = [];
    do {
      at++;
      given.push(sum());
    } while (tokens[at] === ",");
    if (tokens[at++] !== ")") throw new Unreadable("A bracket is not closed.");
    return call(found, ...given);
  };
  try {
    const formula = sum();
    return at === tokens.length ? { ok: true, formula } : { ok: false, reason: `“${tokens[at]}” does not fit here.` };
  } catch (error) {
    if (error instanceof Unreadable) return { ok: false, reason: error.message };
    throw error;
  }
}

class Unreadable extends Error {}

/** The value of a formula; a reason where a name has no number or the result is none. @param valueOf a name's number */
export function evaluate(
  formula: Formula,
  valueOf: (name: string) => number | undefined,
): { readonly ok: true; readonly value: number } | { readonly ok: false; readonly reason: string } {
  let reason: string | undefined;
  const work = (part: Formula): number => {
    if (part.kind === "number") return part.value;
    if (part.kind === "call") return functions[part.of]?.(...part.given.map(work)) ?? NaN;
    const value = valueOf(part.name);
    reason ??= value === undefined ? `“${part.name}” is no number here.` : undefined;
    return value ?? NaN;
  };
  const value = work(formula);
  if (reason !== undefined) return { ok: false, reason };
  return Number.isFinite(value) ? { ok: true, value } : { ok: false, reason: "The formula gives no number." };
}

/** A computed number as it is read: at most ten significant figures, no trailing zeros, no powers of ten. */
export function numberInWords(value: number): string {
  const rounded = Number(value.toPrecision(10));
  return Math.abs(rounded) >= 1e15 || (rounded !== 0 && Math.abs(rounded) < 1e-9)
    ? String(rounded)
    : rounded
        .toFixed(Math.max(0, Math.min(12, 9 - Math.floor(Math.log10(Math.abs(rounded) || 1)))))
        .replace(/\.?0+$/, "");
}
