/** JavaScript that a browser loads before the first screen; the build fails above the same budgets. */
import { budgets, sizeOf } from "../scripts/bundles.mjs";
import type { Measure } from "./main.ts";

export const bundles = (): Measure[] =>
  budgets.map(({ name, entry, most }) => ({
    name,
    value: sizeOf(entry),
    unit: "KiB gzip",
    target: `at most ${String(most)}`,
  }));
