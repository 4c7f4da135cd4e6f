/** An empty item with everything assumed that is not asked for, and an item turned into another kind. */
import { kindOf, kinds, type Content, type KindName } from "@verdant/core/items/kinds";
import { feedbackOf } from "@verdant/core/items/options";
import { newOptionId } from "../kinds/newOptionId.ts";
import type { Work } from "./useItemEditor.ts";

/** What a new item may begin with: where somebody came from says what it is to be about. */
export interface Beginning {
  readonly topicId?: string | null;
  readonly stimulusId?: string | null;
  readonly standardId?: string | null;
  readonly demand?: string | null;
  readonly use?: string | null;
  readonly kind?: string | null;
}

export function newWork(from: Beginning = {}): Work {
  const { topicId = null, stimulusId = null, standardId } = from;
  const kind = (Object.keys(kinds) as KindName[]).find((one) => one === from.kind) ?? "oneRightAnswer";
  return {
    tagging: {
      label: null,
      topicId,
      stimulusId,
      standardIds: standardId ? [standardId] : [],
      demand: from.demand === "apply" || from.demand === "reason" ? from.demand : "recall",
      use: from.use === "reserved" ? "reserved" : "practice",
      expectedSeconds: 45,
      writerDifficulty: 3,
      keptFindings: [],
      tags: [],
      points: 1,
    },
    content: kinds[kind].blank(newOptionId),
  };
}

/** `content` as another kind: question and feedback stay; options stay where the other kind has them. */
export function asKind(content: Content, kind: KindName): Content {
  const kept = { stem: content.stem, ...feedbackOf(content) };
  const blank = kinds[kind].blank(newOptionId);
  const mixes = (one: Content) => one.kind === "oneRightAnswer" || one.kind === "severalRightAnswers";
  if (!mixes(content) || !mixes(blank) || !("options" in content) || !("options" in blank))
    return { ...blank, ...kept };
  const firstKey = content.options.findIndex((option) => option.isKey);
  const options =
    kind === "oneRightAnswer"
      ? content.options.map((option, i) => ({ ...option, isKey: i === firstKey }))
      : content.options;
  return { ...blank, ...kept, options };
}

/** The work to begin a variant with: everything of the original but the label; its parts get ids of their own. */
export function variantWork({ tagging, content }: Pick<Work, "tagging" | "content">): Work {
  const own = kindOf(content).withNewIds(content, newOptionId);
  return { tagging: { ...tagging, label: null, keptFindings: [] }, content: own };
}

/**
 * The work as a twin of what it is a variant of: one for practice that explains it, or one for tests that it explains.
 */
export const twinWork = (work: Work, twin: string | null): Work =>
  twin === "explains" || twin === "tests"
    ? { ...work, tagging: { ...work.tagging, use: twin === "explains" ? "practice" : "reserved" } }
    : work;
