/** Writing: sixty pasted items read and checked, one item checked while it is typed. */
import { readPastedItems } from "../core/src/bank/pastedItems.ts";
import { check } from "../core/src/checker/check.ts";
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

export async function writing(): Promise<Measure[]> {
  let n = 0;
  const read = () => readPastedItems(block, () => `o${n++}`).items;
  const items = read();
  if (items.length !== 60) throw new Error(`${items.length} of 60 items were read`);
  const pasted = await medianMs(15, () => read().map(({ content }) => [faultsOf(content), check(content)]));
  const one = await medianMs(15, () => items.map(({ content }) => check(content)));
  return [
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
