/** What goes out as an item of the standard comes back the same, and is scored by its own rules as it is here. */
import fc from "fast-check";
import { creditOf, kindOf, type Content } from "@verdant/core/items/kinds";
import type { Block, Inline, Mark, Paragraph, RichText } from "@verdant/core/richText";
import { describe, expect, test } from "vitest";
import { withMathml } from "../../bank/maths.ts";
import { contents } from "../testing/contents.ts";
import { outAndIn, shown } from "../testing/outAndIn.ts";
import { toRichText } from "./readText.ts";
import { fromRichText, fromShortText } from "./writeText.ts";
import { scoreOf } from "./responseProcessing.ts";
import { el, firstOf, readXml, textIn, within, writeXml, type Element } from "./xml.ts";

const idea = "00000000-0000-4000-8000-000000000000";
const named = (content: Content) => JSON.parse(JSON.stringify(content).replaceAll('"idea"', `"${idea}"`)) as Content;

const forms = contents.flatMap((content, i) =>
  ([false, true] as const).map(
    (isOlder) => [`${i}: ${content.kind} in ${isOlder ? "2.2" : "3.0"}`, named(content), isOlder] as const,
  ),
);

describe.each(forms)("%s", (_name, content, isOlder) => {
  test("comes back to the last word, with its points", () => {
    const back = outAndIn(content, { isOlder });
    expect(back.content).toEqual(content);
    expect(back.points).toBe(3);
    expect(back.notes).toEqual([]);
  });

  test("that is worth nothing comes back too", () => {
    expect(outAndIn(content, { points: 0, isOlder }).content).toEqual(content);
  });

  test("gives its right answer all points by the rules in its file, and no answer none", () => {
    const { root } = outAndIn(content, { isOlder });
    const right = kindOf(content).rightAnswer(content);
    if (right === null) return;
    expect(creditOf(content, right)).toBe(1);
    expect(scoreOf(root, keyOf(root))).toBeCloseTo(3, 5);
    expect(scoreOf(root, {})).toBe(0);
  });
});

/** Of 2.2: what our items use of it. Names that are not in this list are not in that version. */
const inOlder = new Set(
  (
    "assessmentItem responseDeclaration correctResponse value mapping mapEntry outcomeDeclaration defaultValue itemBody prompt " +
    "choiceInteraction simpleChoice textEntryInteraction inlineChoiceInteraction inlineChoice matchInteraction simpleMatchSet " +
    "simpleAssociableChoice orderInteraction hotspotInteraction hotspotChoice extendedTextInteraction feedbackInline " +
    "feedbackBlock modalFeedback rubricBlock responseProcessing responseCondition responseIf responseElse setOutcomeValue " +
    "variable correct baseValue match equal equalRounded mapResponse sum and or not lt gt multiple ordered " +
    "p div span br strong em sub sup ul ol li table tbody tr th td img object audio video math semantics annotation"
  ).split(" "),
);

test.each(forms.filter(([, , isOlder]) => isOlder))("%s has no name that only 3.0 has", (_name, content) => {
  const { file } = outAndIn(content, { isOlder: true });
  const own = [...within(file)].filter((one) => !one.namespace.endsWith("MathML"));
  expect(own.filter((one) => !inOlder.has(one.name)).map((one) => one.name)).toEqual([]);
  const attributes = own.flatMap((one) => Object.keys(one.attributes));
  expect(attributes.filter((name) => name.includes("-") && !name.startsWith("data-"))).toEqual([]);
  expect(new Set(own.map((one) => one.namespace))).toEqual(new Set(["http://www.imsglobal.org/xsd/imsqti_v2p2"]));
});

/** The right answer as the file says it. */
function keyOf(root: Element): Record<string, string[]> {
  const declarations = root.children.filter(
    (one): one is Element => typeof one === "object" && one.name === "qti-response-declaration",
  );
  return Object.fromEntries(
    declarations.map((one) => [
      one.attributes["identifier"] ?? "",
      (firstOf(one, "qti-correct-response")?.children ?? []).flatMap((value) =>
        typeof value === "object" ? textIn(value) : [],
      ),
    ]),
  );
}

test("a formula keeps what was typed, and shows to others as MathML", () => {
  const stem: RichText = {
    type: "richText",
    content: [
      {
        type: "paragraph",
        content: [
          { type: "text", text: "What is " },
          { type: "maths", latex: "\\frac{a}{b} < 2", mathml: "" },
          { type: "text", text: "?" },
        ],
      },
    ],
  };
  const content = withMathml({
    kind: "numeric",
    schemaVersion: 1,
    stem,
    value: 2,
    tolerance: { kind: "absolute", amount: 0 },
    unit: "",
    expectedWrong: [],
  });
  const { root, content: back } = outAndIn(content);
  expect(withMathml(back)).toEqual(content);
  expect(firstOf(root, "mfrac")).toBeDefined();
});

// Texts

const words = fc
  .oneof(
    fc.string({ minLength: 1, maxLength: 12 }),
    fc.constantFrom(" ", "  a", "a  b ", "\t", "x\ny", "<b>&amp;", "]]>", "漢字 ☃"),
  )
  .filter((text) => !/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/.test(text));
const mark = fc.constantFrom<Mark>("bold", "italic", "subscript", "superscript");
const inline: fc.Arbitrary<Inline> = fc.oneof(
  fc.record({ type: fc.constant("text" as const), text: words, marks: fc.uniqueArray(mark, { maxLength: 3 }) }),
  fc.constant({ type: "lineBreak" as const }),
);
/** Runs that are written alike stand as one, as the editor keeps them. */
function joined(content: readonly Inline[]): Inline[] {
  const runs: Inline[] = [];
  for (const one of content) {
    const last = runs.at(-1);
    if (one.type === "text" && last?.type === "text" && String(one.marks ?? []) === String(last.marks ?? []))
      runs[runs.length - 1] = { ...last, text: last.text + one.text };
    else runs.push(one.type === "text" && one.marks?.length === 0 ? { type: "text", text: one.text } : one);
  }
  return runs;
}
const paragraph: fc.Arbitrary<Paragraph> = fc
  .array(inline, { maxLength: 4 })
  .map((content) => ({ type: "paragraph", content: joined(content) }));
const cell = fc.array(paragraph, { minLength: 1, maxLength: 2 });
const block: fc.Arbitrary<Block> = fc.oneof(
  { weight: 3, arbitrary: paragraph },
  fc.record({
    type: fc.constantFrom("bulletList" as const, "orderedList" as const),
    items: fc.array(cell, { minLength: 1, maxLength: 3 }),
  }),
  fc
    .tuple(fc.boolean(), fc.integer({ min: 1, max: 3 }))
    .chain(([hasHeadings, columns]) =>
      fc
        .array(fc.array(cell, { minLength: columns, maxLength: columns }), { minLength: 1, maxLength: 3 })
        .map((rows) => ({ type: "table" as const, hasHeadings, rows })),
    ),
  fc.record({
    type: fc.constant("image" as const),
    hash: fc.constant("a".repeat(64)),
    alt: words,
    credit: fc.oneof(fc.constant(""), words),
    width: fc.constant(480),
    height: fc.constant(300),
  }),
);
const richText: fc.Arbitrary<RichText> = fc
  .array(block, { minLength: 1, maxLength: 4 })
  .map((content) => ({ type: "richText", content }));

test.each([
  ["with an element around each paragraph", fromRichText],
  ["as short as it can be", fromShortText],
] as const)("any text is the same once it was XHTML, %s", (_how, write) => {
  fc.assert(
    fc.property(richText, (text) => {
      const file = writeXml(
        el(
          "div",
          {},
          write(text, (hash) => hash),
        ),
      );
      const notes: string[] = [];
      const back = toRichText(readXml(Buffer.from(file)).children, { shown, note: (code) => notes.push(code) });
      expect(back).toEqual(text);
      expect(notes).toEqual([]);
    }),
    { numRuns: 400 },
  );
});
