/** Runs every measure and prints one JSON line each: { name, value, unit, baseline?, ratio?, target, note? }. */
import { archives } from "./archives.ts";
import { bankSearch } from "./bankSearch.ts";
import { bundles } from "./bundles.ts";
import { firstQuestion } from "./firstQuestion.ts";
import { computation } from "./computation.ts";
import { composer } from "./composer.ts";
import { manyDepartments } from "./departments.ts";
import { live } from "./live.ts";
import { memory } from "./memory.ts";
import { lateAnswer } from "./lateAnswer.ts";
import { packages } from "./packages.ts";
import { tables } from "./tables.ts";
import { pathBoard } from "./pathBoard.ts";
import { overTime } from "./overTime.ts";
import { timedNext } from "./timedNext.ts";
import { school } from "./school.ts";
import { saveAnswer } from "./saveAnswer.ts";
import { scrolling } from "./scrolling.ts";
import { sittingEvidence } from "./sittingEvidence.ts";
import { writing } from "./writing.ts";

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

const parts = {
  computation,
  writing,
  bundles,
  firstQuestion,
  bankSearch,
  sittingEvidence,
  lateAnswer,
  pathBoard,
  overTime,
  saveAnswer,
  school,
  live,
  timedNext,
  scrolling,
  composer,
  packages,
  archives,
  tables,
  memory,
  manyDepartments,
};
/** `npm run bench -- bankSearch` runs one part. */
const wanted = process.argv.slice(2);

for (const [name, part] of Object.entries(parts)) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
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
