/** What came out of a release, as every page says it. */
import type { Share } from "@verdant/contract/wire";
import { t } from "../platform/words.ts";

const percent = (share: number) => Math.round(share * 100);

/** "71% right, 64 to 77"; with no answers "no answers yet". */
export function outcomeInWords({ right, outOf, low, high }: Share): string {
  if (outOf === 0) return t("no answers yet");
  const share = percent(right / outOf);
  return low === null || high === null
    ? t("{{share}}% right", { share })
    : t("{{share}}% right, {{low}} to {{high}}", { share, low: percent(low), high: percent(high) });
}
