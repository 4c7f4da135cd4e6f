import { readFileSync } from "node:fs";
import { expect, test } from "vitest";
import { studentRoutesSource } from "./routesSource.ts";

test("the students' routes are those of the contract", () => {
  expect(readFileSync(new URL("./routes.generated.ts", import.meta.url), "utf8")).toBe(studentRoutesSource());
});
