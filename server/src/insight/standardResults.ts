/** Standards: how sure we are that each student has secured them, from all first goes of the school year. */
import type { Results } from "@verdant/contract/insight";
import { masteryOf } from "@verdant/core/insight/mastery";
import { groupBy } from "@verdant/core/groupBy";
import type { listStandardEvidence, listStandardsOfRelease } from "./store.ts";

type Standard = Awaited<ReturnType<typeof listStandardsOfRelease>>[number];
type Evidence = Awaited<ReturnType<typeof listStandardEvidence>>[number];

/** The class's mean on a standard weighs as much as two answers. */
const weight = 2;

export function resultsOfStandards(
  standards: readonly Standard[],
  evidence: readonly Evidence[],
  students: readonly { readonly studentId: string; readonly name: string }[],
  usualLine: number,
): Results["standards"] {
  const byStandard = groupBy(evidence, (row) => row.standardId);
  return standards.map((standard) => {
    const rows = byStandard.get(standard.id) ?? [];
    const secureLine = standard.secureLine ?? usualLine;
    const share = rows.length === 0 ? 0.6 : rows.reduce((sum, row) => sum + row.credit, 0) / rows.length;
    const prior = { mean: Math.min(0.98, Math.max(0.02, share)), weight };
    return {
      standardId: standard.id,
      code: standard.code,
      statement: standard.statement,
      secureLine,
      students: students.map(({ studentId, name }) => {
        const own = rows.filter((row) => row.studentId === studentId);
        const right = own.reduce((sum, row) => sum + row.credit, 0);
        const { mean, label } = masteryOf(right, own.length, prior, secureLine);
        return { studentId, name, right, given: own.length, mean, label };
      }),
    };
  });
}
