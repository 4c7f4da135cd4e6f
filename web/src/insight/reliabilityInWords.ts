/** How far the marks of a quiz tell students apart, in words. */
import type { Results } from "@verdant/contract/insight";
import { t, tenthOf } from "../platform/words.ts";

type Reliability = NonNullable<Results["reliability"]>;

const percent = (share: number) => Math.round(Math.min(1, Math.max(0, share)) * 100);

/**
 * "Of what differs between these marks about 66% (44 to 81%) is more than chance. Two marks of three lie within 1.4 of 12
 * points of what the student would usually get."
 */
export function reliabilityInWords(reliability: Reliability): string {
  if (reliability.by === "ability")
    return t(
      "Of what differs between the {{students}} students about {{share}}% is more than chance; they had different questions.",
      { students: reliability.students, share: percent(reliability.share) },
    );
  const { alpha, low, high, error, outOf } = reliability;
  const usual = t(
    "Two marks of three lie within {{error}} of {{outOf}} points of what the student would usually get.",
    {
      error: tenthOf(error),
      outOf: tenthOf(outOf),
    },
  );
  if (low <= 0)
    return `${t("These marks do not tell students apart by more than chance: read them question by question.")} ${usual}`;
  const differs = t(
    "Of what differs between these marks about {{share}}% ({{low}} to {{high}}%) is more than chance.",
    {
      ...{ share: percent(alpha), low: percent(low), high: percent(high) },
    },
  );
  return `${differs} ${usual}`;
}
