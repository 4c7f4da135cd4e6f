/** What can be decided about a key that was found wrong, as teachers read it. */
import type { RulingName } from "@verdant/core/items/ruling";

export const rulingWords: Record<RulingName, { readonly name: string; readonly what: string; readonly short: string }> =
  {
    correct: {
      name: "Another answer is right",
      what: "It gets the points; what was keyed gets none any more.",
      short: "The key was corrected.",
    },
    accept: {
      name: "Another answer is right as well",
      what: "Both get the points. Nobody loses any.",
      short: "Another answer counts as well.",
    },
    award: {
      name: "No answer can be held against anybody",
      what: "Everybody gets the points; what the class is thought to remember leaves the question out.",
      short: "Everybody gets the points.",
    },
    drop: {
      name: "The question should not count",
      what: "Its points leave the total, and what the class is thought to remember leaves it out.",
      short: "No longer counts.",
    },
  };
