/** What a student reads about their topics and standards: plain words, no false precision. */
import type { OwnProgress } from "@verdant/contract/ownProgress";
import { bandInWords } from "../ui/dueReason.ts";
import { t, tenthOf } from "../platform/words.ts";

type InClass = OwnProgress["classes"][number];
type Topic = InClass["topics"][number];
type Standard = InClass["standards"][number];

/** What the estimate says, and what it rests on. */
export function topicInWords({ right, answers, band, waits }: Topic): string {
  const seen =
    answers === 0
      ? t("no answers of yours yet")
      : t("{{right}} of {{answers}} right so far", { right: tenthOf(right), answers });
  if (waits) return t("{{seen}}; your newest answers are not shown yet", { seen });
  return band ? t("today you would get {{band}}; {{seen}}", { band: bandInWords(band), seen }) : seen;
}

export const standardWords: Record<Standard["label"], string> = {
  secure: t("You can do this"),
  uncertain: t("You are getting there"),
  notYet: t("This needs more practice"),
  tooEarly: t("Too few questions so far to say"),
  noEvidence: t("No questions so far"),
};

export function standardInWords({ right, answers, label, toSecure }: Standard): string {
  const seen = t("{{right}} of {{answers}} right", { right: tenthOf(right), answers });
  if (label === "secure" || toSecure === null) return seen;
  return t("{{seen}}; {{count}} more right answers would settle it", { seen, count: toSecure });
}
