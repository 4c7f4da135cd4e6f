import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import fc from "fast-check";
import ts from "typescript";
import { describe, expect, test } from "vitest";
import { z } from "zod";
import { fieldProblems } from "./fieldProblems.ts";
import { isProblemCode, problemCodes } from "./problemCodes.ts";

const found = (schema: z.ZodType, value: unknown, at = "/body") => {
  const parsed = schema.safeParse(value);
  return parsed.success ? [] : fieldProblems(parsed.error, at);
};

describe("what a schema finds wrong", () => {
  const Item = z.strictObject({
    name: z.string().trim().min(1, "nameMissing").max(5),
    points: z.number().min(0).max(100).multipleOf(0.25, "quarterPoints").optional(),
    tags: z.array(z.string()).min(1).max(2).optional(),
    use: z.enum(["practice", "reserved"]).optional(),
    email: z.email().optional(),
    day: z.iso.date().optional(),
    code: z.string().min(6).optional(),
  });

  test.each([
    [{}, "/body/name", "fieldMissing", {}],
    [{ name: 7 }, "/body/name", "fieldWrongKind", {}],
    [{ name: " " }, "/body/name", "nameMissing", { least: 1 }],
    [{ name: "longer than five" }, "/body/name", "textTooLong", { most: 5 }],
    [{ name: "a", points: -1 }, "/body/points", "numberTooSmall", { least: 0 }],
    [{ name: "a", points: 101 }, "/body/points", "numberTooLarge", { most: 100 }],
    [{ name: "a", points: 0.3 }, "/body/points", "quarterPoints", {}],
    [{ name: "a", tags: [] }, "/body/tags", "listTooShort", { least: 1 }],
    [{ name: "a", tags: ["a", "b", "c"] }, "/body/tags", "listTooLong", { most: 2 }],
    [{ name: "a", tags: ["a", 3] }, "/body/tags/1", "fieldWrongKind", {}],
    [{ name: "a", use: "elsewhere" }, "/body/use", "fieldNotAChoice", {}],
    [{ name: "a", email: "nobody" }, "/body/email", "emailWrong", {}],
    [{ name: "a", day: "3 May" }, "/body/day", "wrongFormat", {}],
    [{ name: "a", code: "12" }, "/body/code", "textTooShort", { least: 6 }],
    [{ name: "a", colour: "red" }, "/body", "fieldsUnknown", { names: "“colour”" }],
  ])("%j is wrong at %s: %s", (value, pointer, code, terms) => {
    expect(found(Item, value)).toEqual([{ pointer, code, terms }]);
  });

  test("has a known code and a pointer into what was given, whatever comes", () => {
    fc.assert(
      fc.property(fc.anything(), (value) => {
        for (const { pointer, code } of found(Item, value)) {
          expect(isProblemCode(code)).toBe(true);
          expect(pointer.startsWith("/body")).toBe(true);
        }
      }),
    );
  });
});

test("no code is a name that every object has", () => {
  for (const name of ["toString", "constructor", "__proto__", ""]) expect(isProblemCode(name)).toBe(false);
});

test("a schema's own message is a code, never a sentence", () => {
  const messages = readdirSync(import.meta.dirname, { recursive: true, encoding: "utf8" })
    .filter((path) => path.endsWith(".ts") && !path.endsWith(".test.ts"))
    .flatMap((path) => messagesOf(path, readFileSync(join(import.meta.dirname, path), "utf8")));
  expect(messages.length).toBeGreaterThan(40);
  expect(messages.filter((message) => !(message in problemCodes))).toEqual([]);
});

const checks = ["min", "max", "length", "multipleOf", "refine", "regex", "email", "int", "nonempty"];

/** The last argument of a check, where it is words; and every `message`. */
function messagesOf(path: string, source: string): string[] {
  const messages: string[] = [];
  const visit = (node: ts.Node) => {
    if (ts.isCallExpression(node) && ts.isPropertyAccessExpression(node.expression)) {
      const last = node.arguments.at(-1);
      const says = last && (ts.isStringLiteralLike(last) || ts.isTemplateExpression(last));
      if (says && checks.includes(node.expression.name.text))
        messages.push(last.getText().replaceAll(/^["`]|["`]$/g, ""));
    }
    if (ts.isPropertyAssignment(node) && node.name.getText() === "message")
      messages.push(node.initializer.getText().replaceAll('"', ""));
    ts.forEachChild(node, visit);
  };
  visit(ts.createSourceFile(path, source, ts.ScriptTarget.Latest, true));
  return messages;
}
