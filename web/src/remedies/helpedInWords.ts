/** What came out when questions came back, in words: never more than the interval allows. */
import type { Helped, RemedyKind } from "@verdant/contract/remedies";
import type { Share } from "@verdant/contract/wire";
import { t } from "../platform/words.ts";

export const kindWords: Record<RemedyKind, string> = {
  starter: t("After a starter"),
  taughtAgain: t("After teaching it again"),
};

const percent = (share: number) => Math.round(share * 100);

/** "70% right the next time, of 20 wrong answers" */
export function outcomeInWords({ right, outOf }: Share): string {
  if (outOf === 0) return t("It has not come back yet.");
  return t("{{share}}% right the next time, of {{count}} wrong answers", {
    share: percent(right / outOf),
    count: outOf,
  });
}

/** Beside wrong answers that came back with nothing done in between. */
export function helpedInWords({ change }: Pick<Helped, "change">): string {
  if (change === null) return t("too few answers to compare");
  const [low, high] = [percent(change.low), percent(change.high)];
  const terms = { n: Math.abs(percent(change.difference)), low: Math.abs(low), high: Math.abs(high) };
  switch (change.verdict) {
    case "rise":
      return t("{{n}} in 100 more than with nothing in between ({{low}} to {{high}}), more than chance", terms);
    case "fall":
      return t("{{n}} in 100 fewer than with nothing in between ({{high}} to {{low}}), more than chance", terms);
    case "unclear":
      return low < 0 && high > 0
        ? t(
            "no difference can be told: between {{low}} in 100 fewer and {{high}} in 100 more than with nothing in between",
            terms,
          )
        : t("among so many comparisons the difference may be chance");
  }
}
