import type { Quiz } from "@verdant/contract/assembly";
import { inAList, t } from "../platform/words.ts";

const round = (n: number) => new Intl.NumberFormat("en-GB").format(Math.round(n));

/** What the draws mean for two who sit side by side, and for the class. */
export function drawsInWords(draws: NonNullable<Quiz["draws"]>, students: number): string {
  const { powerOfTen, chanceOfSame, shared, drawn, goes, shortest } = draws;
  const ways = waysInWords(powerOfTen);
  const again = [goesInWords(goes), ...(shortest ? [shortestInWords(shortest)] : [])].join(" ");
  if (powerOfTen < 0.01) return `${t("All get the same questions: there are no others to draw.")} ${again}`;
  const neighbours =
    powerOfTen < 4
      ? t("Of two neighbours 1 in {{powerOfTen}} draw the same questions", { powerOfTen: round(10 ** powerOfTen) })
      : t("Two neighbours hardly ever draw the same questions");
  const sharedWords = shared < 0.05 ? t("none") : (Math.round(shared * 10) / 10).toString();
  const chance =
    chanceOfSame < 0.001
      ? t("under 0.1%")
      : chanceOfSame > 0.99
        ? t("over 99%")
        : t("about {{percent}}%", { percent: (chanceOfSame * 100).toFixed(chanceOfSame < 0.1 ? 1 : 0) });
  return t(
    "{{neighbours}}; on average they share {{sharedWords}} of {{drawn}}, look-alikes counted. {{ways}} different quizzes are possible; the chance that any two of {{students}} students have the same is {{chance}}. {{goes}}",
    {
      neighbours,
      sharedWords,
      drawn,
      ways,
      students,
      chance,
      goes: again,
    },
  );
}

/** "66", "10 million", "more than a trillion": nobody reads powers. */
function waysInWords(powerOfTen: number): string {
  const leading = (power: number) => round(10 ** (powerOfTen - power));
  if (powerOfTen < 6) return leading(0);
  if (powerOfTen < 9) return t("{{ways}} million", { ways: leading(6) });
  return powerOfTen < 12 ? t("{{ways}} billion", { ways: leading(9) }) : t("More than a trillion");
}

const goesInWords = (goes: number) =>
  goes < 2
    ? t("In a second go some questions come again.")
    : t("A student can take {{count}} goes before a drawn question comes again.", { count: goes });

/** Where questions run out first: more written there give one more go. */
const shortestInWords = ({ parts, take, families }: NonNullable<NonNullable<Quiz["draws"]>["shortest"]>) =>
  t("Shortest of what draws: {{parts}}, {{take}} of {{families}} different questions.", {
    parts: inAList(parts.map((part) => t("part {{part}}", { part }))),
    take,
    families,
  });
