/** How kinds are called on staff pages. */
import type { KindName } from "@verdant/core/items/kinds";

export const kindNames: { readonly [N in KindName]: string } = { oneRightAnswer: "one right answer" };
