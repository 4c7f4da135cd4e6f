/** Runs every measure and prints one JSON line each: { name, value, unit, baseline?, ratio?, target, note? }. */
import { bundles } from "./bundles.ts";
import { computation } from "./computation.ts";
import { saveAnswer } from "./saveAnswer.ts";

export interface Measure {
  readonly name: string;
  readonly value: number;
  readonly unit: string;
  readonly baseline?: number;
  readonly ratio?: number;
  readonly target: string;
  readonly note?: string;
}

const rounded = (value: number) => Math.round(value * 1000) / 1000;

for (const part of [computation, bundles, saveAnswer]) {
  for (const measure of await part()) {
    console.log(
      JSON.stringify({
        ...measure,
        value: rounded(measure.value),
        ...(measure.ratio !== undefined && { ratio: rounded(measure.ratio) }),
      }),
    );
  }
}
