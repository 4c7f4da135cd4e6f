import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import ts from "typescript";
import { describe, expect, test } from "vitest";
import { singulars } from "./enGB.ts";
import { visibleLiterals } from "./testing/visibleLiterals.ts";
import { inAList, t } from "./words.ts";

const pages = join(import.meta.dirname, "..");
/** The catalogue itself, fonts, what is generated, and tests. */
const isLeftOut = (path: string) => /enGB\.ts|theme\.ts|routes|\.test\.|\.d\.ts|testing/.test(path);

const sources = readdirSync(pages, { recursive: true, encoding: "utf8" })
  .filter((path) => /\.tsx?$/.test(path) && !isLeftOut(path))
  .map((path) => ({ path, source: readFileSync(join(pages, path), "utf8") }));

describe("the pages", () => {
  test("say nothing that does not go through the catalogue", () => {
    expect(sources.length).toBeGreaterThan(150);
    const said = sources.flatMap(({ path, source }) =>
      visibleLiterals(path, source).map(({ line, text }) => `${path}:${line} ${text}`),
    );
    expect(said).toEqual([]);
  }, 60_000);

  test("have a singular for every sentence that counts, and none that nobody says", () => {
    const counting = sources
      .flatMap(({ path, source }) => sentences(path, source))
      .filter((one) => /\{\{count\}\}/.test(one));
    expect(Object.keys(singulars).sort()).toEqual([...new Set(counting)].sort());
  });
});

test("a singular has the holes of its sentence, and differs from it only where there is one thing", () => {
  const holes = (sentence: string) => [...sentence.matchAll(/\{\{\w+\}\}/g)].map(([hole]) => hole).sort();
  for (const [several, one] of Object.entries(singulars)) {
    expect(holes(one), one).toEqual(holes(several));
    expect(one).not.toBe(several);
  }
});

test("the count chooses, and what is put in is never read as a sentence of its own", () => {
  expect(t("{{count}} items", { count: 1 })).toBe("1 item");
  expect(t("{{count}} items", { count: 0 })).toBe("0 items");
  expect(t("Item {{number}}", { number: "{{number}} $t(Sign in) <b>" })).toBe("Item {{number}} $t(Sign in) <b>");
});

test("names stand in a list as English has them", () => {
  expect(inAList([])).toBe("");
  expect(inAList(["Rivers"])).toBe("Rivers");
  expect(inAList(["Rivers", "Coasts", "Soils"])).toBe("Rivers, Coasts and Soils");
});

describe("what a person would read is found", () => {
  test.each([
    ["text between tags", "<p>Sign in</p>"],
    ["a label", '<Box aria-label="Classes" />'],
    ["a branch", '<p>{isOpen ? "open" : "closed"}</p>'],
    ["a branch beside a sentence of the catalogue", 'const x = isOne ? t("One") : "several";'],
    ["a sentence anywhere", 'const x = "Nothing is lost.";'],
    ["a template", "const x = `${n} of them are here`;"],
    ["a list of words", 'const stateWords = { open: "open" };'],
    ["the second of a pair to choose from", 'const x = [["yes", "mixed"]];'],
    ["a label that is passed on", 'const x = pick("use", "Use");'],
    ["what goes into a sentence", 'const x = t("It is {{how}}", { how: isBad ? "bad" : "good" });'],
    ["what a function of words returns", 'const sizeInWords = (n: number) => (n > 9 ? "large" : "small");'],
  ])("%s", (_, source) => {
    expect(visibleLiterals("a.tsx", source)).not.toEqual([]);
  });

  test.each([
    ["the catalogue", '<p>{t("Sign in")}</p>'],
    ["a key", '<Box key="of the list" className="bead" />'],
    ["a defect", 'throw new Error("This cannot be.");'],
    ["a type", 'type State = "open of all" | "closed";'],
    ["a command", "<code>npm run demo</code>"],
    ["a figure", "<p>{n} · 3</p>"],
    ["an address", 'const x = [[t("Team"), "/team"]];'],
    ["a header", "const headers = { authorization: `Sitting ${token} of it` };"],
  ])("but not %s", (_, source) => {
    expect(visibleLiterals("a.tsx", source)).toEqual([]);
  });
});

/** First arguments of all calls of `t`. */
function sentences(path: string, source: string): string[] {
  const kind = path.endsWith("x") ? ts.ScriptKind.TSX : ts.ScriptKind.TS;
  const found: string[] = [];
  const visit = (node: ts.Node) => {
    if (ts.isCallExpression(node) && node.expression.getText() === "t") {
      const [first] = node.arguments;
      if (first && ts.isStringLiteralLike(first)) found.push(first.text);
    }
    ts.forEachChild(node, visit);
  };
  visit(ts.createSourceFile(path, source, ts.ScriptTarget.Latest, true, kind));
  return found;
}
