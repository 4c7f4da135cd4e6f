import { execFileSync } from "node:child_process";
import { expect, test } from "vitest";
import { deedInWords, isNamed } from "./deedWords.ts";

test("a deed reads as one would say it", () => {
  expect(deedInWords({ entity: "item", action: "written", what: "item 12", count: 1 })).toBe("wrote item 12");
  expect(deedInWords({ entity: "item", action: "changedTogether", what: "item 3", count: 41 })).toBe(
    "changed item 3 and 40 others",
  );
  expect(deedInWords({ entity: "invitation", action: "withdrawn", what: "", count: 1 })).toBe("withdrew an invitation");
});

test("whatever the server records by a plain name has words here", () => {
  const found = execFileSync("grep", ["-rhoE", 'entity: "[a-zA-Z]+".{0,60}action: "[a-zA-Z]+"', "server/src"], {
    encoding: "utf8",
  });
  const deeds = [...found.matchAll(/entity: "(\w+)".*action: "(\w+)"/g)];
  expect(deeds.length).toBeGreaterThan(8);
  const unnamed = deeds.filter(([, entity = "", action = ""]) => !isNamed(entity, action));
  expect(unnamed.map(([, entity, action]) => `${entity ?? ""} ${action ?? ""}`)).toEqual([]);
});
