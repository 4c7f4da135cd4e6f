/** Writing: sixty pasted items read and checked, one item checked while it is typed. */
import { readPastedItems } from "../core/src/bank/pastedItems.ts";
import { check } from "../core/src/checker/check.ts";
import { makeMany, type Many } from "../core/src/many/many.ts";
import { faultsOf } from "../core/src/items/kinds.ts";
import type { Measure } from "./main.ts";
import { medianMs } from "./median.ts";

const block = Array.from(
  { length: 60 },
  (_, i) => `${i + 1}. Which process shapes part ${i} of the valley where the river meets layer ${i * 7}?
a) Deposition of gravel and sand in part ${i} -- the water is too fast there
*b) Erosion of the bank by the load of part ${i}
c) Evaporation from the surface
d) All of the above
Why: the outer bank of part ${i} is worn away
Standard: LG.1.${i % 6}`,
).join("\n\n");

const distances: Many = {
  kind: "pattern",
  schemaVersion: 1,
  stem: "How far is {distance} cm on a map at 1 : {scale}?",
  values: "scale = 10000; 25000; 50000; 100000; 250000; 500000\ndistance = 1; 2; 3; 4; 5; 6; 7; 8; 9; 10",
  key: "distance * scale / 100000",
  unit: "km",
  tolerancePercent: 0,
  distractors: "distance * scale / 10000\ndistance * scale / 1000000",
  explanation: "1 cm is {scale / 100} m.",
};

export async function writing(): Promise<Measure[]> {
  let n = 0;
  const read = () => readPastedItems(block, () => `o${n++}`).items;
  const items = read();
  if (items.length !== 60) throw new Error(`${items.length} of 60 items were read`);
  const pasted = await medianMs(15, () => read().map(({ content }) => [faultsOf(content), check(content)]));
  const one = await medianMs(15, () => items.map(({ content }) => check(content)));
  const many = await medianMs(15, () => {
    const made = makeMany(distances, 200, () => `o${n++}`).items;
    if (made.length !== 60) throw new Error(`${made.length} of 60 items were made`);
  });
  return [
    {
      name: "pattern-60",
      value: many,
      unit: "ms",
      target: "at most 100",
      note: "six scales by ten distances, computed",
    },
    {
      name: "paste-60",
      value: pasted,
      unit: "ms",
      target: "at most 500",
      note: "read, faults and findings; not drawn",
    },
    { name: "checker-item", value: one / items.length, unit: "ms", target: "at most 20", note: "all rules, by item" },
  ];
}
