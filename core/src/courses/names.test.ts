import { expect, test } from "vitest";
import { readNames } from "./names.ts";

test.each([
  ["Ada Quill", ["Ada", "Quill"]],
  ["Moss, Ben", ["Ben", "Moss"]],
  ["12. Mary Ann Lindley", ["Mary Ann", "Lindley"]],
  ["Jan van der Meer", ["Jan", "van der Meer"]],
  ["Stone\tIvy\t8B", ["Ivy", "Stone"]],
  ["Zola", ["Zola", ""]],
])("%s", (line, [givenName = "", familyName = ""]) => {
  expect(readNames(line)).toEqual([{ givenName, familyName }]);
});

test("empty lines and the same name twice are left out", () => {
  expect(readNames("\nAda Quill\r\n\r\nada quill\n")).toHaveLength(1);
});
