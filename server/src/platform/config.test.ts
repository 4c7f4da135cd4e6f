import { expect, test } from "vitest";
import { readConfig } from "./config.ts";

const config = (more: Record<string, string> = {}) => readConfig({ DATABASE_URL: "postgres://here/verdant", ...more });
const systems = (text: string) => config({ SCHOOL_SYSTEMS: text }).schoolServices;

test("schools' systems are none until they are named; each has an address, and one for its tokens", () => {
  expect(config().schoolServices).toEqual([]);
  expect(systems("  https://lists.example/  https://a.example|https://login.example/oauth/token ")).toEqual([
    { base: "https://lists.example", token: "https://lists.example/token" },
    { base: "https://a.example", token: "https://login.example/oauth/token" },
  ]);
  expect(systems("http://127.0.0.1:4402 http://localhost:1")).toHaveLength(2);
});

test.each([
  "http://lists.example",
  "lists.example",
  "ftp://lists.example",
  "https://a.example|http://login.example/token",
  "http://127.0.0.1.lists.example",
])("a secret is sent over https only: %s", (text) => {
  expect(() => systems(text)).toThrow(/must be an https address/);
});

test("what is missing or wrong is said by its name", () => {
  expect(() => readConfig({})).toThrow(/DATABASE_URL/);
  expect(() => config({ PORT: "many" })).toThrow(/PORT/);
});
