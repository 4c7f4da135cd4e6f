/** How far two markers agree, in words. */
import type { SecondMarks } from "@verdant/contract/marking";
import { fewestAnswers } from "@verdant/core/marking/agreement";
import { t } from "../platform/words.ts";

type Agreement = SecondMarks["questions"][number]["agreement"];

/** From here on two people mark nearly alike; where the whole interval lies below, they do not. */
export const goodAgreement = 0.6;

const figure = (value: number) => (Math.round(value * 100) / 100).toFixed(2).replace("-0.00", "0.00");

export function agreementInWords({ answers, same, kappa }: Agreement): { readonly said: string; readonly how: string } {
  if (answers === 0)
    return {
      said: t("Nothing is marked twice yet."),
      how: t("From {{fewest}} answers on this page says how far the two markers agree.", { fewest: fewestAnswers }),
    };
  const said = t("{{answers}} marked twice, {{same}} of them the same.", { answers, same });
  if (answers < fewestAnswers)
    return {
      said,
      how: t("From {{fewest}} answers on this page says how far the two markers agree.", { fewest: fewestAnswers }),
    };
  if (kappa === null)
    return {
      said,
      how: t("One of the two gave the same to every answer: it cannot be told from chance how far they agree."),
    };
  const terms = { value: figure(kappa.value), low: figure(kappa.low), high: figure(kappa.high) };
  const figures = t("Weighted kappa {{value}}, between {{low}} and {{high}}.", terms);
  if (kappa.low >= goodAgreement) return { said, how: `${t("The two markers mark nearly alike.")} ${figures}` };
  if (kappa.high < goodAgreement)
    return {
      said,
      how: `${t("The two markers do not mark alike: talk about the rubric before you go on.")} ${figures}`,
    };
  return { said, how: `${t("Too few answers to say whether the two mark nearly alike.")} ${figures}` };
}
