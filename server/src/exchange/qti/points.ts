/** What an item is worth, by what its file says first, else by what its key can earn. */
import { childOf, childrenOf, wordsIn, type Element } from "./xml.ts";

const outcome = (item: Element, name: string) =>
  childrenOf(item, "qti-outcome-declaration").find((one) => one.attributes["identifier"] === name);

/** The most that can be earned; undefined where the file does not say it. */
export function pointsOf(item: Element): { readonly points: number } | undefined {
  const most = outcome(item, "MAXSCORE");
  const said = [
    most && childOf(most, "qti-default-value") ? Number(wordsIn(childOf(most, "qti-default-value"))) : NaN,
    Number(outcome(item, "SCORE")?.attributes["normal-maximum"] ?? NaN),
    ...childrenOf(item, "qti-response-declaration").flatMap((declaration) => {
      const mapping = childOf(declaration, "qti-mapping");
      return mapping ? [Number(mapping.attributes["upper-bound"] ?? NaN)] : [];
    }),
  ].find((one) => Number.isFinite(one) && one >= 0);
  return said === undefined ? undefined : { points: said };
}

/** Points go by quarters here. */
export const quarters = (points: number): number => Math.min(100, Math.max(0, Math.round(points * 4) / 4));
