/** One item as a file of the standard, in the one strict form that we write. */
import type { FileContent, FileItem } from "@verdant/contract/exchange";
import { toText } from "../fileContent.ts";
import { fromRichText, type HrefOf } from "./writeText.ts";
import type { Extension } from "./extension.ts";
import { feedbackNames } from "./readFeedback.ts";
import { base, variable, when } from "./kinds/writing.ts";
import { namespaces, templateOf } from "./names.ts";
import { writeKind } from "./writeKinds.ts";
import { el, type Element, type Node } from "./xml.ts";

export interface WrittenItem {
  readonly root: Element;
  /** Of the interaction, as the older versions name it: what metadata calls it in all of them. */
  readonly interaction: string;
  readonly hasFeedback: boolean;
  /** What of the content the standard has no place for. */
  readonly own: Pick<Extension, "misconceptions" | "rationales"> & Partial<Extension>;
}

const set = (identifier: string, value: Element) => el("qti-set-outcome-value", { identifier }, value);
const outcome = (identifier: string, value: number, attributes: Readonly<Record<string, string | number>> = {}) =>
  el(
    "qti-outcome-declaration",
    { identifier, cardinality: "single", "base-type": "float", ...attributes },
    el("qti-default-value", {}, el("qti-value", {}, String(value))),
  );

/**
 * @param identifier of the item in the package
 * @param stimulus where the text that it hangs on lies, seen from the item
 * @param hrefOf where pictures and recordings lie
 */
export function writeItem(
  item: FileItem,
  {
    identifier,
    title,
    stimulus,
    hrefOf,
  }: { identifier: string; title: string; stimulus: { identifier: string; href: string } | undefined; hrefOf: HrefOf },
): WrittenItem {
  const { content, points, language } = item;
  const kind = writeKind(content, points, hrefOf);
  const feedback = feedbackOf(content, hrefOf);
  const hasFeedback = feedback.length > 0 || kind.optionFeedback !== undefined;
  const isScored = kind.rules !== undefined;
  const isPlain = !hasFeedback && kind.template !== undefined && (kind.template !== "match_correct" || points === 1);
  const rules = isPlain
    ? [el("qti-response-processing", { template: templateOf(kind.template ?? "") })]
    : isScored || hasFeedback
      ? [
          el(
            "qti-response-processing",
            {},
            ...(kind.rules ?? []),
            ...feedbackRules(feedback, kind.optionFeedback, isScored),
          ),
        ]
      : [];
  const root = el(
    "qti-assessment-item",
    { xmlns: namespaces.item, identifier, title, adaptive: "false", "time-dependent": "false", "xml:lang": language },
    kind.declarations,
    outcome("SCORE", 0, {
      "normal-minimum": 0,
      "normal-maximum": points,
      ...(content.kind === "written" && { "external-scored": "human" }),
    }),
    outcome("MAXSCORE", points),
    hasFeedback
      ? el("qti-outcome-declaration", { identifier: "FEEDBACK", cardinality: "multiple", "base-type": "identifier" })
      : [],
    stimulus ? el("qti-assessment-stimulus-ref", { identifier: stimulus.identifier, href: stimulus.href }) : [],
    el("qti-item-body", {}, kind.body),
    rules,
    feedback.map(({ name, nodes }) =>
      el(
        "qti-modal-feedback",
        { "outcome-identifier": "FEEDBACK", identifier: name, "show-hide": "show" },
        el("qti-content-body", {}, nodes),
      ),
    ),
  );
  return { root, interaction: kind.interaction, hasFeedback, own: kind.own };
}

interface Said {
  readonly part: keyof typeof feedbackNames;
  readonly name: string;
  readonly nodes: readonly Node[];
}

const feedbackOf = (content: FileContent, hrefOf: HrefOf): Said[] =>
  (Object.keys(feedbackNames) as (keyof typeof feedbackNames)[]).flatMap((part) => {
    const text = content[part];
    return text === undefined ? [] : [{ part, name: feedbackNames[part], nodes: fromRichText(toText(text), hrefOf) }];
  });

/** The explanation is shown to everybody, what to do next to who did not earn all, "nearly" to who earned some. */
function feedbackRules(feedback: readonly Said[], optionFeedback: string | undefined, isScored: boolean): Element[] {
  if (feedback.length === 0 && optionFeedback === undefined) return [];
  const add = (name: string) =>
    set("FEEDBACK", el("qti-multiple", {}, variable("FEEDBACK"), el("qti-multiple", {}, base("identifier", name))));
  const isBelow = el("qti-lt", {}, variable("SCORE"), variable("MAXSCORE"));
  const chosen =
    optionFeedback === undefined ? [] : [set("FEEDBACK", el("qti-multiple", {}, variable(optionFeedback)))];
  return [
    ...chosen,
    ...feedback.map(({ part, name }) => {
      if (part === "explanation" || !isScored) return add(name);
      if (part === "nextStep") return when(isBelow, add(name));
      return when(el("qti-and", {}, isBelow, el("qti-gt", {}, variable("SCORE"), base("float", 0))), add(name));
    }),
  ];
}
