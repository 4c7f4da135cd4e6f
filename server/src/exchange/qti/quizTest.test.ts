/** Quizzes as tests of the standard, out and in again, and tests that others have made. */
import fc from "fast-check";
import type { KeptQuiz } from "@verdant/contract/packages";
import { orderRules, questionsOf } from "@verdant/core/assembly/layout";
import { expect, test } from "vitest";
import { inNewNames } from "./names.ts";
import { readQuizTest, writeQuizTest } from "./quizTest.ts";
import { readXml, writeXml } from "./xml.ts";

const words = fc
  .array(fc.constantFrom("Rivers", "“Look”", "<b>", "& maps", "ñandú", "—", "1."), { minLength: 1, maxLength: 5 })
  .map((some) => some.join(" "));
const lines = fc.array(words, { minLength: 1, maxLength: 3 }).map((some) => some.join("\n"));
const worth = fc.record({
  weight: fc.option(fc.constantFrom(0, 0.5, 2, 1 / 3), { nil: null }),
  points: fc.option(fc.constantFrom(0, 0.25, 1, 20), { nil: null }),
});
const place = fc.oneof(
  fc.tuple(worth, fc.boolean()).map(([own, locked]) => ({ type: "fixed" as const, key: "", locked, ...own })),
  fc.tuple(worth, fc.integer({ min: 2, max: 6 }), fc.integer({ min: 1, max: 5 })).map(([own, pool, take]) => ({
    ...{ type: "draw" as const, keys: Array.from({ length: pool }, () => ""), take: Math.min(take, pool - 1) },
    ...own,
  })),
  lines.map((text) => ({ type: "interlude" as const, text })),
);
const quiz = fc
  .array(
    fc.record({
      heading: fc.option(words, { nil: null }),
      instruction: fc.option(lines, { nil: null }),
      orderRule: fc.constantFrom(...orderRules),
      places: fc.array(place, { minLength: 1, maxLength: 6 }),
    }),
    { minLength: 1, maxLength: 4 },
  )
  .map((parts): KeptQuiz => {
    let n = 0;
    const key = () => `item ${++n}`;
    return {
      parts: parts.map((part) => ({
        ...part,
        places: part.places.map((one) =>
          one.type === "fixed"
            ? { ...one, key: key() }
            : one.type === "draw"
              ? { ...one, keys: one.keys.map(key) }
              : one,
        ),
      })),
    };
  });

const fileOf = (key: string) => ({ identifier: key.replace(" ", "-"), href: `../items/${key.replace(" ", "-")}.xml` });
const keyAt = (href: string) => /^\.\.\/items\/(.*)\.xml$/.exec(href)?.[1]?.replace("-", " ");
const read = (xml: string, keyOf: (href: string) => string | undefined = keyAt) =>
  readQuizTest(inNewNames(readXml(Buffer.from(xml))), keyOf);

test("a quiz that is written as a test and read again is the same to the last word", () => {
  fc.assert(
    fc.property(quiz, (one) => {
      const again = read(writeXml(writeQuizTest({ identifier: "q", title: "Review", ...one }, fileOf)));
      // A quiz of words only is none.
      if (questionsOf(one.parts) === 0) expect(again).toBeNull();
      else {
        const rounded = (value: KeptQuiz) =>
          JSON.parse(
            JSON.stringify(value, (key, said: unknown) => (key === "weight" && said === 1 ? null : said)),
          ) as unknown;
        expect(rounded({ parts: again?.parts ?? [] })).toEqual(rounded(one));
        expect(again?.notes).toEqual([]);
      }
    }),
  );
});

const test3 = (inner: string) =>
  `<qti-assessment-test xmlns="http://www.imsglobal.org/xsd/imsqtiasi_v3p0" identifier="t" title="T"><qti-test-part identifier="p">${inner}</qti-test-part></qti-assessment-test>`;
const section = (inner: string, more = "") =>
  `<qti-assessment-section identifier="s" title="All" visible="true" ${more}>${inner}</qti-assessment-section>`;
const ref = (n: number, more = "", inner = "") =>
  `<qti-assessment-item-ref identifier="r${n}" href="../items/item-${n}.xml" ${more}>${inner}</qti-assessment-item-ref>`;
const select = (n: number) => `<qti-selection select="${n}"/><qti-ordering shuffle="true"/>`;
const fixed = (n: number, more = {}) => ({
  ...{ type: "fixed", key: `item ${n}`, locked: false, weight: null, points: null },
  ...more,
});

test("a section that selects is a draw; what it always has stands before it; one that selects all is none", () => {
  const of = (inner: string) => read(test3(section(inner)))?.parts[0]?.places;
  expect(of(`${select(3)}${ref(1, 'required="true"')}${ref(2)}${ref(3)}${ref(4)}`)).toEqual([
    fixed(1),
    { type: "draw", keys: ["item 2", "item 3", "item 4"], take: 2, weight: null, points: null },
  ]);
  expect(of(`${select(9)}${ref(1)}${ref(2)}`)).toEqual([fixed(1), fixed(2)]);
  expect(of(`${select(0)}${ref(1, 'required="true"')}${ref(2)}`)).toEqual([fixed(1)]);
  expect(of(ref(1, "", '<qti-weight identifier="W" value="0.5"/>'))).toEqual([fixed(1, { weight: 0.5 })]);
  expect(of(ref(1, "", '<qti-weight identifier="W" value="heavy"/>'))).toEqual([fixed(1)]);
});

test("what cannot be done here is said: sections chosen among, items that are missing or asked twice, rules of time", () => {
  const nested = section(`${select(1)}${section(ref(1))}${section(ref(2))}`);
  const timed = section(`<qti-time-limits max-time="60"/>${ref(3)}${ref(3)}${ref(9)}<qti-assessment-section-ref/>`);
  const known = (href: string) => (href.includes("-9.") ? undefined : keyAt(href));
  const one = read(test3(nested + timed), known);
  expect(one?.parts.map(({ places }) => places.length)).toEqual([2, 1]);
  expect(one?.notes).toEqual([
    { code: "testItemsMissing", terms: { count: 1 } },
    { code: "testItemTwice", terms: { count: 1 } },
    { code: "testSectionsJoined", terms: { count: 2 } },
    { code: "testSelectionAll", terms: { count: 1 } },
    { code: "testRulesLeftOut", terms: { elements: "qti-time-limits, qti-assessment-section-ref" } },
  ]);
  expect(read(test3(section(ref(9))), known)).toBeNull();
  expect(read(test3(""))).toBeNull();
});

test("a test of 2.2 is read like one of 3.0", () => {
  const older = `<assessmentTest xmlns="http://www.imsglobal.org/xsd/imsqti_v2p2" identifier="T" title="Mixed"><testPart identifier="P">
    <assessmentSection identifier="S" title="All" visible="true"><selection select="1" withReplacement="false"/>
    <ordering shuffle="true"/><assessmentItemRef identifier="a" href="../items/item-1.xml"/>
    <assessmentItemRef identifier="b" href="../items/item-2.xml"/></assessmentSection></testPart></assessmentTest>`;
  expect(read(older)?.parts).toEqual([
    {
      ...{ heading: "All", instruction: null, orderRule: "woven" },
      places: [{ type: "draw", keys: ["item 1", "item 2"], take: 1, weight: null, points: null }],
    },
  ]);
});
