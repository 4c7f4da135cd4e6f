/** A share with its uncertainty: a dot for the share, a line for the 95% interval, on a scale from 0 to 1. */
import { t, tenthOf } from "../platform/words.ts";

export interface Share {
  readonly right: number;
  readonly outOf: number;
  readonly low: number | null;
  readonly high: number | null;
}

const percent = (share: number) => Math.round(share * 100);

/** The share in words: "9 of 27, between 19 and 53%". */
export function shareInWords({ right, outOf, low, high }: Share): string {
  const count = t("{{right}} of {{outOf}}", { right: tenthOf(right), outOf: tenthOf(outOf) });
  return low === null || high === null
    ? count
    : t("{{number}}, between {{low}} and {{high}}%", { number: count, low: percent(low), high: percent(high) });
}

export function Whisker({ share, width = 200 }: { share: Share; width?: number }) {
  const { right, outOf, low, high } = share;
  const at = (value: number) => 4 + value * 192;
  return (
    <svg
      viewBox="0 0 200 16"
      width={width}
      height={(16 * width) / 200}
      role="img"
      aria-label={shareInWords(share)}
      style={{ flex: "none", maxWidth: "100%" }}
    >
      <line x1="4" y1="8" x2="196" y2="8" strokeWidth="2" style={{ stroke: "var(--mui-palette-divider)" }} />
      {low !== null && high !== null && (
        <line
          x1={at(low)}
          y1="8"
          x2={at(high)}
          y2="8"
          strokeWidth="4"
          strokeLinecap="round"
          style={{ stroke: "var(--mui-palette-info-main)" }}
        />
      )}
      {outOf > 0 && <circle cx={at(right / outOf)} cy="8" r="5.5" style={{ fill: "var(--mui-palette-info-main)" }} />}
    </svg>
  );
}
