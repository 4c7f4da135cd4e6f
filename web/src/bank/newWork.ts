import { kinds } from "@verdant/core/items/kinds";
import type { Work } from "./useItemEditor.ts";

/** A random id for an option: it must not follow the order, or it would give the key away. */
export const newOptionId = () => crypto.randomUUID().slice(0, 8);

/** An empty item with everything assumed that is not asked for. */
export const newWork = (): Work => ({
  tagging: {
    label: null,
    topicId: null,
    standardIds: [],
    demand: "recall",
    use: "practice",
    expectedSeconds: 45,
    writerDifficulty: 3,
  },
  content: kinds.oneRightAnswer.blank(newOptionId),
});
