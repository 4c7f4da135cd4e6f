/** The demo's content is read by strangers as an example of good items, so it is held to what an author is held to. */
import { readFileSync } from "node:fs";
import { DepartmentFile } from "@verdant/contract/exchange";
import { check } from "@verdant/core/checker/check";
import { creditOf, faultsOf, allKinds, wordsOf, type Content } from "@verdant/core/items/kinds";
import { plainText } from "@verdant/core/richText";
import { beforeAll, describe, expect, test } from "vitest";
import { toContent } from "../server/src/exchange/fileContent.ts";
import { figures, svgOf } from "./drawFigures.ts";
import { larkmoor } from "./larkmoor.ts";

describe("Larkmoor", () => {
  let file: Awaited<ReturnType<typeof larkmoor>>["file"];
  let many: NonNullable<Awaited<ReturnType<typeof larkmoor>>["many"]>;
  let items: { name: string; content: Content }[];
  let drafts: { name: string; content: Content }[];
  beforeAll(async () => {
    ({ file, many = [] } = await larkmoor("2026-11-25"));
    const read = (item: (typeof file.items)[number]) => ({
      name: item.label ?? "",
      content: toContent(item.content, (name) => name),
    });
    items = file.items.filter((item) => item.status === "approved").map(read);
    drafts = file.items.filter((item) => item.status === "draft").map(read);
  });

  test("is a department file as anybody could bring", () => {
    expect(DepartmentFile.safeParse(file).error?.issues ?? []).toEqual([]);
  });

  test("holds enough for a term: 180 items of all kinds, 25 families of variants, every topic with something to ask", () => {
    expect(file.items.length).toBeGreaterThanOrEqual(180);
    // Keys of a printed sheet come with the school, not with its file.
    const shown = allKinds.filter((kind) => kind !== "keyOnly");
    expect(new Set(file.items.map((item) => item.content.kind))).toEqual(new Set(shown));
    const sizes = new Map<string, number>();
    for (const { family } of file.items) if (family) sizes.set(family, (sizes.get(family) ?? 0) + 1);
    expect([...sizes.values()].filter((size) => size >= 2).length).toBeGreaterThanOrEqual(25);
  });

  test("is broad: no topic under twelve items, no standard under four, and of each kind enough to practise with", () => {
    const approved = file.items.filter((item) => item.status === "approved");
    const counted = (keysOf: (item: (typeof approved)[number]) => readonly string[]) => {
      const counts = new Map<string, number>();
      for (const key of approved.flatMap(keysOf)) counts.set(key, (counts.get(key) ?? 0) + 1);
      return counts;
    };
    const few = (counts: ReadonlyMap<string, number>, least: number) =>
      [...counts].filter(([, count]) => count < least).map(([key]) => key);
    expect(
      few(
        counted((item) => (item.topic ? [item.topic] : [])),
        12,
      ),
    ).toEqual([]);
    expect(
      few(
        counted((item) => item.standards),
        4,
      ),
    ).toEqual([]);
    // An opinion is asked now and then; places are found on the pictures that there are.
    expect(
      few(
        counted((item) => [item.content.kind]),
        8,
      ).sort(),
    ).toEqual(["opinion", "pointOnImage"]);
  });

  test("the right option is the longest about as often as by chance, so that nobody learns its length", () => {
    const choices = items.flatMap(({ content }) =>
      content.kind === "oneRightAnswer" && content.options.length >= 3 ? [content.options] : [],
    );
    const lengthOf = (option: (typeof choices)[number][number]) => plainText(option.text).length;
    const longest = choices.filter((options) => {
      const key = options.find((option) => option.isKey);
      return key && options.every((option) => option === key || lengthOf(option) < lengthOf(key));
    });
    expect(longest.length / choices.length).toBeLessThan(0.33);
    expect(longest.length / choices.length).toBeGreaterThan(0.15);
  });

  test("has no item with a fault, each with a key that earns the mark", () => {
    expect(items.filter(({ content }) => faultsOf(content).length > 0).map(({ name }) => name)).toEqual([]);
  });

  test("has some drafts for the checker to find fault with, each with something else", () => {
    const said = drafts.map(({ content }) => [
      ...faultsOf(content).map((fault) => fault.code),
      ...check(content).map((finding) => finding.rule),
    ]);
    expect(drafts.length).toBeGreaterThanOrEqual(3);
    for (const found of said) expect(found.length).toBeGreaterThanOrEqual(2);
    expect(said.flat()).toEqual(
      expect.arrayContaining([
        "keyLongest",
        "absoluteWords",
        "negationUnmarked",
        "aboveMixes",
        "unitMissing",
        "nearEqual",
      ]),
    );
    expect(said.flat()).toContain("keyMissing");
  });

  test("asks nothing twice in the same words", () => {
    const words = items.map(({ content }) => wordsOf(content));
    expect(words.filter((one, i) => words.indexOf(one) !== i)).toEqual([]);
  });

  test("gives reasons: an explanation for each item, and wrong ideas on wrong options in most", () => {
    const without = items.filter(({ content }) => !content.explanation || plainText(content.explanation) === "");
    expect(without.map(({ name }) => name)).toEqual([]);
    expect(items.filter(({ content }) => JSON.stringify(content).includes("misconceptionId")).length).toBeGreaterThan(
      20,
    );
  });

  test("the right option stands in no place more often than a third, so that nobody learns the place", () => {
    const places = items.flatMap(({ content }) =>
      content.kind === "oneRightAnswer" && content.options.length >= 3
        ? [content.options.findIndex((option) => option.isKey)]
        : [],
    );
    expect(places.length).toBeGreaterThan(90);
    for (const place of [0, 1, 2]) {
      const share = places.filter((one) => one === place).length / places.length;
      expect([place, share < 0.36]).toEqual([place, true]);
    }
  });

  test("no wrong idea hangs on a right option, and no wrong answer is near enough to be marked right", () => {
    const shownByKey = items.filter(
      ({ content }) => "options" in content && content.options.some((option) => option.isKey && option.misconceptionId),
    );
    expect(shownByKey.map(({ name }) => name)).toEqual([]);
    const accepted = items.filter(
      ({ content }) =>
        content.kind === "numeric" &&
        content.expectedWrong.some(({ text }) => creditOf(content, { kind: "numeric", text }) > 0),
    );
    expect(accepted.map(({ name }) => name)).toEqual([]);
  });

  test("one name is one place: a country is no river and no weather station", () => {
    const countries = new Set(
      many.flatMap(({ body }) =>
        body.kind === "pattern" && body.values.startsWith("land;")
          ? body.values
              .split("\n")
              .slice(1)
              .map((row) => row.split(";")[0] ?? "")
          : [],
      ),
    );
    expect(countries.size).toBeGreaterThan(10);
    const others = [...file.stimuli.map(({ title }) => title), ...Object.values(figures).map(({ alt }) => alt)]
      .filter((title) => /^(Climate|Storm|Climate graph)/.test(title))
      .join(" ");
    expect(others).toMatch(/Westerhaven.*Tarn|Tarn.*Westerhaven/);
    for (const country of countries) expect(others).not.toContain(country);
  });

  test("scales are written in one way, and no option is there only to fill the place", () => {
    const said = items.map(({ name, content }) => `${name} ${wordsOf(content)}`);
    expect(said.filter((one) => /\b1 : \d/.test(one))).toEqual([]);
    expect(said.filter((one) => /flows? uphill|Moon rises|against the law/.test(one))).toEqual([]);
  });

  test("draws its figures from numbers; the files on disk are the drawings, and each is used", () => {
    for (const [name, drawing] of Object.entries(figures))
      expect(readFileSync(new URL(`larkmoor/figures/${name}.svg`, import.meta.url), "utf8")).toBe(svgOf(drawing));
    const shown = JSON.stringify([file.items, file.stimuli]);
    const unused = file.media.filter(({ hash }) => !shown.includes(hash));
    expect(unused.map(({ hash }) => hash)).toEqual([]);
    const pictures = file.media.filter(({ mime }) => mime.startsWith("image/"));
    expect(pictures.length).toBe(Object.keys(figures).length);
  });
});
