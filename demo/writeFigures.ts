/** Writes the demo's figures to demo/larkmoor/figures: `npx tsx demo/writeFigures.ts`. */
import { writeFileSync } from "node:fs";
import { figures, svgOf } from "./drawFigures.ts";

for (const [name, drawing] of Object.entries(figures))
  writeFileSync(new URL(`larkmoor/figures/${name}.svg`, import.meta.url), svgOf(drawing));
