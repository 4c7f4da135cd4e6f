/** How an item fits the rest of its quizzes, in words; the figure stands beside it for whoever asks. */
import { t } from "../platform/words.ts";

export interface Agreement {
  /** Corrected item-rest correlation, −1 to 1. */
  readonly r: number;
  readonly low: number;
  readonly high: number;
}

/** The steps are those of Ebel (1965): under .2 poor, under .4 acceptable, above it very good; they hold where the interval tells anything. */
export function fitInWords({ r, low, high }: Agreement): string {
  if (high < 0) return t("Goes against the rest of the quiz: look at its key");
  if (low <= 0) return t("Fits the rest of the quiz: too early to say");
  if (r < 0.2) return t("Fits the rest of the quiz: weakly");
  return r < 0.4 ? t("Fits the rest of the quiz: well") : t("Fits the rest of the quiz: very well");
}

export const fitFigure = ({ r, low, high }: Agreement): string =>
  t("r {{r}}, between {{low}} and {{high}}", { r: r.toFixed(2), low: low.toFixed(2), high: high.toFixed(2) });
