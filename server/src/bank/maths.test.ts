import { richTextOf, type Maths, type RichText } from "@verdant/core/richText";
import { expect, test } from "vitest";
import { typesetText } from "./maths.ts";

const textWith = (latex: string): RichText => ({
  ...richTextOf(""),
  content: [{ type: "paragraph", content: [{ type: "maths", latex, mathml: "" }] }],
});
const mathmlOf = (latex: string) => {
  const [paragraph] = typesetText(textWith(latex)).content;
  return paragraph?.type === "paragraph" ? (paragraph.content[0] as Maths).mathml : "";
};

test("a formula becomes MathML", () => {
  expect(mathmlOf("x^2")).toMatch(/^<math.*<msup>/);
});

test.each(["x^", "x_", "^", "x'^", "<b>^"])("half a formula (%s) stands as it was typed, and can be kept", (latex) => {
  const mathml = mathmlOf(latex);
  expect(mathml).toContain("<merror>");
  expect(mathml).not.toContain("<b>");
});
