/** What an item says after an answer, told apart by when its own rules show it. */
import type { RichText } from "@verdant/core/richText";
import { toRichText, type Reading } from "./readText.ts";
import { outcomesOf, type Responses } from "./responseProcessing.ts";
import { allOf, childOf, childrenOf, type Element } from "./xml.ts";

export interface ReadFeedback {
  readonly explanation?: RichText;
  readonly nextStep?: RichText;
  readonly nearly?: RichText;
  /** By the identifier of the option that they belong to. */
  readonly rationales: ReadonlyMap<string, RichText>;
}

/** Identifiers that our own files use; of others it is found out when they are shown. */
export const feedbackNames = { explanation: "general", nextStep: "next-step", nearly: "nearly" } as const;

/**
 * @param right an answer that earns all points
 * @param wrong one that earns none
 * @param optionIds identifiers of what is chosen from
 */
export function readFeedback(
  item: Element,
  reading: Reading,
  {
    right,
    wrong,
    optionIds,
  }: { right: Responses | undefined; wrong: Responses | undefined; optionIds: readonly string[] },
): ReadFeedback {
  const rationales = new Map<string, RichText>();
  const said: Record<keyof typeof feedbackNames, RichText | undefined> = {
    explanation: undefined,
    nextStep: undefined,
    nearly: undefined,
  };
  const shownTo = (responses: Responses | undefined, { attributes }: Element): boolean => {
    if (!responses) return false;
    const values = outcomesOf(item, responses).get(attributes["outcome-identifier"] ?? "") ?? [];
    const isMeant = values.includes(attributes["identifier"] ?? "");
    return attributes["show-hide"] === "hide" ? !isMeant : isMeant;
  };
  const add = (part: keyof typeof said, text: RichText) => {
    const before = said[part];
    said[part] = before ? { ...before, content: [...before.content, ...text.content] } : text;
  };
  const general = [
    ...childrenOf(item, "qti-modal-feedback"),
    ...allOf(item, "qti-feedback-block", "qti-feedback-inline"),
  ];
  for (const element of general) {
    const { identifier = "" } = element.attributes;
    const text = toRichText((childOf(element, "qti-content-body") ?? element).children, reading);
    const own = Object.entries(feedbackNames).find(([, name]) => name === identifier)?.[0] as
      keyof typeof said | undefined;
    if (own) add(own, text);
    else if (optionIds.includes(identifier)) rationales.set(identifier, text);
    else {
      const [toRight, toWrong] = [shownTo(right, element), shownTo(wrong, element)];
      if (toRight) add("explanation", text);
      else if (toWrong) add("nextStep", text);
      else reading.note("feedbackByAnswerLeftOut", { identifier });
    }
  }
  const { explanation, nextStep, nearly } = said;
  return {
    ...(explanation && { explanation }),
    ...(nextStep && { nextStep }),
    ...(nearly && { nearly }),
    rationales,
  };
}
