/** What is said of an item that a group finds harder or easier than as able others. */
import type { Differs } from "@verdant/contract/characteristics";
import { fewestOfGroup } from "@verdant/core/insight/differential";
import { t } from "../platform/words.ts";

/** "First language: Another" */
export const groupInWords = ({ characteristic, value }: Pick<Differs, "characteristic" | "value">): string =>
  t("{{characteristic}}: {{value}}", { characteristic, value });

const hundred = (share: number) => Math.abs(Math.round(share * 100));

/** Never a verdict: class A of few students is no proof that it is fair. */
export function differenceInWords(of: Differs): string {
  const terms = { n: hundred(of.gap), group: of.group, others: of.others };
  if (of.found === "A")
    return t("No difference that matters, among {{group}} of the group and {{others}} others.", terms);
  const isHarder = of.delta < 0;
  if (of.found === "C")
    return isHarder
      ? t(
          "Much harder for them: {{n}} in 100 fewer have it right than as able others ({{group}} and {{others}} answers).",
          terms,
        )
      : t(
          "Much easier for them: {{n}} in 100 more have it right than as able others ({{group}} and {{others}} answers).",
          terms,
        );
  return isHarder
    ? t(
        "Somewhat harder for them: {{n}} in 100 fewer have it right than as able others ({{group}} and {{others}} answers).",
        terms,
      )
    : t(
        "Somewhat easier for them: {{n}} in 100 more have it right than as able others ({{group}} and {{others}} answers).",
        terms,
      );
}

export const lackInWords = ({ group, others }: { readonly group: number; readonly others: number }): string =>
  missingInWords({ group: Math.max(0, fewestOfGroup - group), others: Math.max(0, fewestOfGroup - others) });

/** Answers that one item still lacks. */
export const missingInWords = ({ group, others }: { readonly group: number; readonly others: number }): string =>
  group + others === 0
    ? t("The answers allow no figure.")
    : t("Too few to say. Answers that one item still needs: {{group}} of the group, {{others}} of the others.", {
        ...{ group, others },
      });
