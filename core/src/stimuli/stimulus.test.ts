import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { richTextOf } from "../richText.ts";
import { gatheredByStimulus, stimulusFaults } from "./stimulus.ts";

describe("what shares a stimulus", () => {
  const elements = fc.array(
    fc.record({ id: fc.nat(), stimulus: fc.constantFrom("the map", "the passage", undefined) }),
    { maxLength: 20 },
  );
  it("stands together, nothing is lost, and each group keeps its order", () => {
    fc.assert(
      fc.property(elements, (all) => {
        const gathered = gatheredByStimulus(all, (one) => one.stimulus);
        expect(new Set(gathered)).toEqual(new Set(all));
        expect(gathered).toHaveLength(all.length);
        for (const stimulus of ["the map", "the passage"]) {
          const places = gathered.flatMap((one, i) => (one.stimulus === stimulus ? [i] : []));
          expect((places.at(-1) ?? 0) - (places[0] ?? 0)).toBe(Math.max(0, places.length - 1));
          expect(gathered.filter((one) => one.stimulus === stimulus)).toEqual(
            all.filter((one) => one.stimulus === stimulus),
          );
        }
        expect(gathered.filter((one) => one.stimulus === undefined)).toEqual(
          all.filter((one) => one.stimulus === undefined),
        );
      }),
    );
  });

  it("asks for a title, for something to look at, and for a description of its pictures", () => {
    const image = { type: "image" as const, hash: "a".repeat(64), alt: " ", credit: "", width: 10, height: 10 };
    expect(stimulusFaults({ schemaVersion: 1, title: " ", text: richTextOf("") })).toHaveLength(2);
    expect(
      stimulusFaults({ schemaVersion: 1, title: "A map", text: { type: "richText", content: [image] } })[0]?.code,
    ).toBe("pictureUndescribed");
    expect(stimulusFaults({ schemaVersion: 1, title: "A passage", text: richTextOf("The river rises.") })).toEqual([]);
  });
});
