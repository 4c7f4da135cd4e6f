import fc from "fast-check";
import { expect, test } from "vitest";
import { countFacets, type Facet } from "./facets.ts";

const bank = fc.array(
  fc.record({
    colour: fc.integer({ min: -1, max: 2 }),
    shape: fc.nat(3),
    tags: fc.uniqueArray(fc.nat(4), { maxLength: 3 }),
    among: fc.boolean(),
  }),
  { maxLength: 60 },
);
const filter = (size: number) =>
  fc.option(fc.uniqueArray(fc.nat(size - 1), { minLength: 1, maxLength: size }), { nil: null });

test("matches and counts are those of filtering by hand, each facet ignoring its own filter", () => {
  fc.assert(
    fc.property(bank, filter(3), filter(4), filter(5), (items, colours, shapes, tags) => {
      const flags = (size: number, chosen: number[] | null) =>
        chosen && Uint8Array.from({ length: size }, (_, value) => (chosen.includes(value) ? 1 : 0));
      const facets: Facet[] = [
        { column: { one: items.map((item) => item.colour) }, size: 3, wanted: flags(3, colours) },
        { column: { one: items.map((item) => item.shape) }, size: 4, wanted: flags(4, shapes) },
        { column: { many: items.map((item) => item.tags) }, size: 5, wanted: flags(5, tags) },
      ];
      const among = Uint8Array.from(items, (item) => Number(item.among));
      const { matches, counts } = countFacets(among, facets);
      const tests = [
        (item: (typeof items)[number]) => colours === null || colours.includes(item.colour),
        (item: (typeof items)[number]) => shapes === null || shapes.includes(item.shape),
        (item: (typeof items)[number]) => tags === null || tags.some((tag) => item.tags.includes(tag)),
      ];
      const passing = (ignored: number) =>
        items.filter((item) => item.among && tests.every((passes, f) => f === ignored || passes(item)));
      expect([...matches].map((i) => items[i])).toEqual(passing(-1));
      expect([0, 1, 2].map((value) => counts[0]?.[value])).toEqual(
        [0, 1, 2].map((value) => passing(0).filter((item) => item.colour === value).length),
      );
      expect([0, 1, 2, 3, 4].map((value) => counts[2]?.[value])).toEqual(
        [0, 1, 2, 3, 4].map((value) => passing(2).filter((item) => item.tags.includes(value)).length),
      );
    }),
  );
});
