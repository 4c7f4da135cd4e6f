import { expect, test } from "vitest";
import { masteryOrder, masteryTextTone } from "./masteryInWords.ts";

test("no word is written in the colour of a line, which is too pale to read", () => {
  for (const label of masteryOrder) expect(masteryTextTone(label)).not.toBe("divider");
  expect(masteryTextTone("secure")).toBe("primary.main");
});
