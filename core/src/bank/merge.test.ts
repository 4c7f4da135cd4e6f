import { expect, test } from "vitest";
import type { Content } from "../items/kinds.ts";
import { richTextOf } from "../richText.ts";
import { every } from "../testing/contents.ts";
import { mergedItem } from "./merge.ts";

const choice = (texts: readonly string[], reasons: readonly (string | null)[], explanation?: string): Content => ({
  kind: "oneRightAnswer",
  schemaVersion: 1,
  stem: richTextOf("Which grows past a bend?"),
  options: texts.map((text, i) => ({
    id: `${text} ${reasons.length}`,
    text: richTextOf(text),
    isKey: i === 0,
    ...(reasons[i] != null && { rationale: richTextOf(reasons[i]) }),
  })),
  ...(explanation !== undefined && { explanation: richTextOf(explanation) }),
});

test("what stays keeps its question, options and key, and takes what it lacks from the other", () => {
  const kept = choice(["A spit", "A cave"], [null, "Mine."]);
  const other = choice(["a spit", "A cave", "An arch"], ["Right.", "Theirs.", "No."], "Drift goes on.");
  expect(mergedItem(kept, other)).toEqual({
    ...choice(["A spit", "A cave"], ["Right.", "Mine."], "Drift goes on."),
  });
});

test("an item merged with itself stays as it is, whatever its kind; of another kind only explanation and next step come", () => {
  for (const content of every) expect(mergedItem(content, content)).toEqual(content);
  const [one, , , typed] = every;
  const bare = { ...one!, explanation: undefined };
  expect(mergedItem(bare, typed!)).toEqual(one);
});
