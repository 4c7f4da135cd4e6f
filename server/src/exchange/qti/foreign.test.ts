/** Packages that others have made: read, and scored here as their own rules score them, or said where not. */
import type { FileItem } from "@verdant/contract/exchange";
import type { ReportRow } from "@verdant/contract/packages";
import { Content as ContentSchema } from "@verdant/contract/items/kinds";
import { creditOf, type Answer, type Content } from "@verdant/core/items/kinds";
import { gapsOf } from "@verdant/core/items/fillGaps";
import { plainText } from "@verdant/core/richText";
import { describe, expect, test } from "vitest";
import { toContent, toText } from "../fileContent.ts";
import { archiveOf, fixture } from "../testing/archives.ts";
import { mediaOfPackage, wordsOfCaptions } from "./packageMedia.ts";
import type { Known } from "./fileItemOf.ts";
import { readPackage, type ReadPackage } from "./readPackage.ts";

interface Expected {
  readonly items: readonly {
    readonly identifier: string;
    readonly title: string;
    readonly kind: string;
    readonly points: number;
    readonly stimulus?: string;
    readonly samples: readonly { readonly response: unknown; readonly score: number }[];
    readonly tags: {
      readonly topic: readonly string[];
      readonly standardCodes: readonly string[];
      readonly author: string;
      readonly licence: string;
    };
  }[];
}

/** How the kinds of the files are called here. */
const kinds: Readonly<Record<string, string>> = {
  single_choice: "oneRightAnswer",
  multiple_choice: "severalRightAnswers",
  true_false: "optionSet",
  text_entry: "shortText",
  numeric: "numeric",
  match: "match",
  associate: "match",
  categorise: "match",
  order: "order",
  gap_match: "fillGaps",
  inline_choice: "fillGaps",
  hotspot: "pointOnImage",
  extended_text: "written",
};

const known = (expected: Expected): Known => ({
  topics: new Map(
    ["Rivers / Landforms", "Coasts / Processes", "Population / Structure"].map((path) => [path.toLowerCase(), path]),
  ),
  codes: new Map(
    expected.items.flatMap(({ tags }) => tags.standardCodes.map((code) => [`guid of ${code}`, code] as const)),
  ),
});

async function read(name: string, expected: Expected): Promise<ReadPackage> {
  const archive = await archiveOf(fixture(`${name}.zip`));
  const media = await mediaOfPackage(archive, new Map());
  try {
    return await readPackage({ archive, media, structure: null, known: known(expected) }, () => Promise.resolve());
  } finally {
    await media.close();
  }
}

describe.each([
  ["qti30-geography", "expected-qti30.json", ["geo-pop-016", "geo-map-017"]],
  ["qti22-geography", "expected-qti22.json", []],
])("%s", async (name, expectedFile, keptAsTheyCame) => {
  const expected = JSON.parse(fixture(expectedFile).toString("utf8")) as Expected;
  const { body, report, kept } = await read(name, expected);
  const itemOf = (identifier: string): FileItem | undefined =>
    body.items.find((item) => item.key.endsWith(`/${identifier}`));
  const rowOf = (identifier: string): ReportRow | undefined => report.find((row) => row.identifier === identifier);

  test("each part is in the report once, and no item is lost", () => {
    expect(new Set(report.map((row) => row.identifier)).size).toBe(report.length);
    for (const { identifier } of expected.items)
      expect([identifier, rowOf(identifier) !== undefined]).toEqual([identifier, true]);
    expect(
      kept
        .map((one) => one.identifier)
        .filter((one) => expected.items.some((item) => item.identifier === one))
        .sort(),
    ).toEqual([...keptAsTheyCame].sort());
  });

  test.each(expected.items.filter((one) => !keptAsTheyCame.includes(one.identifier as never)))(
    "$identifier, $kind",
    (wanted) => {
      const item = itemOf(wanted.identifier);
      expect(item).toMatchObject({ points: wanted.points, label: wanted.title, status: "draft" });
      expect(item?.content.kind).toBe(kinds[wanted.kind]);
      expect(item?.author).toBe(wanted.tags.author);
      expect(item?.licence).toBe(wanted.tags.licence);
      expect(item?.standards).toEqual(wanted.tags.standardCodes);
      expect(item?.stimulus !== undefined).toBe(wanted.stimulus !== undefined);
      const content = ContentSchema.parse(toContent(item!.content, (key) => key));
      const notes = rowOf(wanted.identifier)?.notes ?? [];
      for (const { response, score } of wanted.samples) {
        const answer = answerOf(content, response);
        if (answer === undefined) continue;
        const here = creditOf(content, answer) * wanted.points;
        // Either it earns here what it earns there, or whoever brings it is told that something does not.
        if (Math.abs(here - score) > 0.01)
          expect([wanted.identifier, notes.map((one) => one.code)]).toEqual([
            wanted.identifier,
            expect.arrayContaining(["scoringDiffers"]),
          ]);
      }
    },
  );
});

/** What the sample says, by the words that the fixture's identifiers stand for; undefined where it cannot be said without them. */
function answerOf(content: Content, response: unknown): Answer | undefined {
  if (content.kind === "shortText" || content.kind === "numeric")
    return { kind: content.kind, text: typeof response === "string" ? response : "" };
  if (response === null || (Array.isArray(response) && response.length === 0)) return undefined;
  if (content.kind === "fillGaps" && typeof response === "object") {
    const gaps = gapsOf(content);
    const texts = Object.values(response as Record<string, string>);
    const filled = texts.flatMap((identifier, i) => {
      const text = gaps[i]?.choices.find((one) => one.startsWith(identifier));
      return text === undefined ? [] : [{ gapId: gaps[i]?.id ?? "", text }];
    });
    return filled.length === texts.length ? { kind: "fillGaps", filled } : undefined;
  }
  return undefined;
}

describe("the package of version 3.0, item by item", async () => {
  const expected = JSON.parse(fixture("expected-qti30.json").toString("utf8")) as Expected;
  const { body, report, kept } = await read("qti30-geography", expected);
  const find = (identifier: string) => body.items.find((item) => item.key.endsWith(`/${identifier}`))?.content;
  const notes = (identifier: string) => report.find((row) => row.identifier === identifier)?.notes ?? [];

  test("options that are pinned stay put, the key is the key, and ids of the file do not give it away", () => {
    const content = find("geo-riv-001");
    if (content?.kind !== "oneRightAnswer") throw new Error("another kind");
    expect(content.options.map(({ text, isKey, staysPut }) => [text, isKey === true, staysPut === true])).toEqual([
      [expect.anything(), true, false],
      [expect.anything(), false, false],
      [expect.anything(), false, false],
      [expect.anything(), false, true],
    ]);
    expect(content.options.every((option) => option.id === undefined)).toBe(true);
  });

  test("what is worth other points there is said with an answer, and what it earns on both sides", () => {
    expect(notes("geo-cst-002")).toContainEqual({
      code: "scoringDiffers",
      terms: expect.objectContaining({ points: 2 }) as unknown,
    });
    expect(notes("geo-cst-004")).toEqual(
      expect.arrayContaining([{ code: "scoringDiffers", terms: { answer: "drift", there: 1, here: 0, points: 2 } }]),
    );
    expect(notes("geo-tec-006").map((note) => note.code)).not.toContain("scoringDiffers");
  });

  test("feedback goes where it is shown: to an option, to everybody, to who was wrong", () => {
    const [options, number, general] = [find("geo-wea-014"), find("geo-wea-015"), find("geo-tec-003")];
    if (options?.kind !== "oneRightAnswer") throw new Error("another kind");
    expect(options.options.map((option) => plainText(toText(option.rationale ?? "")))).toEqual([
      "Yes: dry in summer, wet in winter.",
      "An equatorial climate is wet all year.",
      "Look at the January temperature again.",
    ]);
    expect(options.options.map((option) => plainText(toText(option.text)))).toEqual([
      "Mediterranean",
      "Equatorial",
      "Polar",
    ]);
    expect(number).toMatchObject({
      value: 18,
      unit: "°C",
      explanation: "Right: 29 − 11 = 18.",
      nextStep: "Take the lowest value from the highest.",
    });
    expect(plainText(toText(general?.explanation ?? ""))).toContain("thinner and denser");
  });

  test("a number keeps its tolerance, a formula what it says, and the field its place in the sentence", () => {
    const content = find("geo-riv-005");
    expect(content).toMatchObject({ kind: "numeric", value: 12.5, tolerance: { kind: "absolute", amount: 0.1 } });
    expect(JSON.stringify(content?.stem)).toContain("maths");
    expect(plainText(toText(find("geo-cst-004")?.stem ?? ""))).toContain("The process is called");
  });

  test("gaps, pairs, places and rubrics are what they were", () => {
    expect(find("geo-wea-010")).toMatchObject({
      kind: "fillGaps",
      passage: expect.stringContaining("[cools | warms | stays the same]") as unknown,
    });
    expect(find("geo-cst-009")).toMatchObject({
      kind: "fillGaps",
      passage: expect.stringContaining("into a [cave | ") as unknown,
    });
    const map = find("geo-cst-012");
    if (map?.kind !== "pointOnImage") throw new Error("another kind");
    expect(map.image).toMatchObject({ width: 400, height: 240, alt: expect.stringContaining("Thornbay") as unknown });
    expect(map.regions.map(({ label, isKey, shape }) => [label, isKey === true, shape.type])).toEqual([
      ["Place A", false, "rectangle"],
      ["Place B", false, "polygon"],
      ["Place C", true, "circle"],
    ]);
    const long = find("geo-tec-013");
    if (long?.kind !== "written") throw new Error("another kind");
    expect(long.criteria[0]?.levels.map((level) => level.points)).toEqual([6, 4, 2, 0]);
    expect(plainText(toText(long.stem))).not.toContain("explains at least two causes");
  });

  test("one text that two items hang on is one text here, with its picture and table", () => {
    expect(body.stimuli).toHaveLength(1);
    expect(JSON.stringify(body.stimuli[0]?.text)).toMatch(/table.*image|image.*table/s);
  });

  test("what we have no kind for is kept whole, with the files it needs, and says why", () => {
    const slider = kept.find((one) => one.identifier === "geo-map-017");
    expect(slider).toMatchObject({
      notes: [{ code: "interactionUnknown", terms: { element: "qti-slider-interaction" } }],
      paths: ["items/geo-map-017.xml"],
    });
    expect(slider?.words).toContain("Set the slider");
    expect(kept.find((one) => one.identifier === "review-quiz")?.notes).toEqual([
      { code: "testKept", terms: {} },
      { code: "testRulesLeftOut", terms: { elements: "qti-time-limits, qti-item-session-control" } },
    ]);
  });

  test("topics that the department does not have stay as tags, and are named", () => {
    const item = body.items.find((one) => one.key.endsWith("/geo-wea-010"));
    expect(item?.topic).toBeUndefined();
    expect(item?.tags).toContain("weather & climate / rainfall");
    expect(notes("geo-wea-010").map((note) => note.code)).toContain("topicUnknown");
    expect(body.items.find((one) => one.key.endsWith("/geo-riv-001"))?.topic).toBe("Rivers / Landforms");
  });
});

test("captions become what is said, without times, numbers and marks", () => {
  const captions =
    "WEBVTT\r\n\r\nNOTE made up\r\n\r\n1\r\n00:00.000 --> 00:02.000\r\n<v Ada>The waves\r\ncome in.\r\n\r\n00:02.000 --> 00:04.000 align:start\r\nThey go out.";
  expect(wordsOfCaptions(captions)).toBe("The waves come in.\nThey go out.");
});
