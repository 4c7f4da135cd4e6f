/**
 * A quiz as a test of the standard, and a test as a quiz: parts are sections, a draw is a section that selects, words between
 * questions are a section with nothing but words. What makes a quiz come back at the right time has no place there.
 */
import type { KeptQuiz, Note } from "@verdant/contract/packages";
import { limits } from "@verdant/contract/wire";
import { orderRules } from "@verdant/core/assembly/layout";
import { plainText } from "@verdant/core/richText";
import { namespaces } from "./names.ts";
import { toRichText } from "./readText.ts";
import { childOf, childrenOf, el, elementsIn, within, type Element } from "./xml.ts";

export type QuizPart = KeptQuiz["parts"][number];
export type QuizPlace = QuizPart["places"][number];
type Points = Pick<Extract<QuizPlace, { type: "fixed" }>, "weight" | "points">;

/** Attributes of our own (those that begin with "data-" are free). */
const own = { order: "data-vl-order", held: "data-vl-held", points: "data-vl-points", words: "data-vl-words" } as const;

export interface WrittenQuiz extends KeptQuiz {
  readonly identifier: string;
  readonly title: string;
}

/**
 * @param fileOf path and identifier of an item's file by its key, seen from that of the test
 * @returns the root of its file
 */
export function writeQuizTest(
  { identifier, title, parts }: WrittenQuiz,
  fileOf: (key: string) => { readonly identifier: string; readonly href: string } | undefined,
): Element {
  const references = (keys: readonly string[], points: Points, more: Readonly<Record<string, string>> = {}) =>
    keys.flatMap((key) => {
      const file = fileOf(key);
      if (!file) return [];
      const worth = points.points === null ? {} : { [own.points]: String(points.points) };
      const weight =
        points.weight === null || points.weight === 1
          ? []
          : [el("qti-weight", { identifier: "W", value: String(points.weight) })];
      return [
        el(
          "qti-assessment-item-ref",
          { identifier: `ref-${file.identifier}`, href: file.href, ...more, ...worth },
          ...weight,
        ),
      ];
    });
  const words = (text: string) =>
    el(
      "qti-rubric-block",
      { use: "instructions", view: "candidate" },
      el(
        "qti-content-body",
        {},
        text.split("\n").map((line) => el("p", {}, line)),
      ),
    );
  const placeOf = (place: QuizPlace, name: string): Element[] => {
    if (place.type === "interlude")
      return [
        el(
          "qti-assessment-section",
          { identifier: name, title: "", visible: "true", [own.words]: "true" },
          words(place.text),
        ),
      ];
    if (place.type === "fixed") return references([place.key], place, place.locked ? { [own.held]: "true" } : {});
    return [
      el(
        "qti-assessment-section",
        { identifier: name, title: "", visible: "false" },
        el("qti-selection", { select: String(place.take), "with-replacement": "false" }),
        el("qti-ordering", { shuffle: "true" }),
        references(place.keys, place),
      ),
    ];
  };
  const sections = parts.map(({ heading, instruction, orderRule, places }, p) =>
    el(
      "qti-assessment-section",
      { identifier: `part-${p + 1}`, title: heading ?? "", visible: String(heading !== null), [own.order]: orderRule },
      instruction === null ? [] : [words(instruction)],
      places.flatMap((place, i) => placeOf(place, `part-${p + 1}-${i + 1}`)),
    ),
  );
  return el(
    "qti-assessment-test",
    { xmlns: namespaces.item, identifier, title },
    el("qti-outcome-declaration", { identifier: "SCORE", cardinality: "single", "base-type": "float" }),
    el(
      "qti-test-part",
      { identifier: "questions", "navigation-mode": "nonlinear", "submission-mode": "individual" },
      sections,
    ),
    el(
      "qti-outcome-processing",
      {},
      el(
        "qti-set-outcome-value",
        { identifier: "SCORE" },
        el("qti-sum", {}, el("qti-test-variables", { "variable-identifier": "SCORE", "weight-identifier": "W" })),
      ),
    ),
  );
}

/** What of a test is read elsewhere, or means nothing here that would be missed. */
const readOrPlain = new Set([
  ...["qti-outcome-declaration", "qti-test-part", "qti-assessment-section", "qti-assessment-item-ref", "qti-weight"],
  ...["qti-selection", "qti-ordering", "qti-rubric-block", "qti-outcome-processing", "qti-stylesheet"],
]);

export interface ReadQuiz extends KeptQuiz {
  readonly notes: readonly Note[];
}

/**
 * @param root with the names of 3.0
 * @param keyOf the key of an item by the address of its file; undefined where it was not imported
 * @returns null where not one item of it is here
 */
export function readQuizTest(root: Element, keyOf: (href: string) => string | undefined): ReadQuiz | null {
  const seen = new Set<string>();
  let missing = 0;
  let twice = 0;
  let joined = 0;
  let selectedAll = 0;
  const left = new Set<string>();

  const keyAt = (ref: Element): string | undefined => {
    const key = keyOf(ref.attributes["href"] ?? "");
    if (key === undefined) missing += 1;
    else if (seen.has(key)) twice += 1;
    else {
      seen.add(key);
      return key;
    }
    return undefined;
  };
  const worthOf = (ref: Element): Points => ({
    weight: numberOf(childOf(ref, "qti-weight")?.attributes["value"]),
    points: numberOf(ref.attributes[own.points]),
  });
  const fixedOf = (ref: Element): QuizPlace[] => {
    const key = keyAt(ref);
    const locked = ref.attributes[own.held] === "true";
    return key === undefined ? [] : [{ type: "fixed", key, locked, ...worthOf(ref) }];
  };
  /** The questions that a section chooses among, and those that it always has. */
  const selected = (section: Element, select: number): QuizPlace[] => {
    const children = elementsIn(section);
    const refs = children.filter(({ name }) => name === "qti-assessment-item-ref");
    const nested = children.filter(({ name }) => name === "qti-assessment-section");
    if (nested.length > 0) {
      // A section counts as one there: what would be chosen cannot be said by a draw.
      selectedAll += 1;
      return placesIn(section);
    }
    const always = refs.filter(({ attributes }) => attributes["required"] === "true");
    const among = refs.filter((ref) => !always.includes(ref));
    const fixed = always.flatMap(fixedOf);
    const [first] = among;
    const keys = among.flatMap((ref) => keyAt(ref) ?? []);
    const take = Math.min(limits.quizItems, select - always.length);
    if (keys.length === 0 || take < 1) return fixed;
    const worth = first ? worthOf(first) : { weight: null, points: null };
    if (take >= keys.length)
      return [...fixed, ...keys.map((key): QuizPlace => ({ type: "fixed", key, locked: false, ...worth }))];
    return [...fixed, { type: "draw", keys: keys.slice(0, 200), take, ...worth }];
  };
  const placesIn = (section: Element): QuizPlace[] =>
    elementsIn(section).flatMap((child): QuizPlace[] => {
      if (child.name === "qti-assessment-item-ref") return fixedOf(child);
      if (child.name !== "qti-assessment-section") return [];
      const select = numberOf(childOf(child, "qti-selection")?.attributes["select"]);
      if (select !== null) return selected(child, select);
      const words = wordsOf(child);
      if (child.attributes[own.words] !== "true") joined += 1;
      return [...(words === null ? [] : [{ type: "interlude" as const, text: words }]), ...placesIn(child)];
    });

  const sections = childrenOf(root, "qti-test-part").flatMap((part) => childrenOf(part, "qti-assessment-section"));
  const parts = sections.map((section): QuizPart => {
    const select = numberOf(childOf(section, "qti-selection")?.attributes["select"]);
    const order = orderRules.find((rule) => rule === section.attributes[own.order]);
    const shuffles = childOf(section, "qti-ordering")?.attributes["shuffle"] === "true";
    const title = (section.attributes["title"] ?? "").trim().slice(0, limits.name);
    return {
      heading: title === "" || section.attributes["visible"] === "false" ? null : title,
      instruction: wordsOf(section),
      orderRule: order ?? (shuffles ? "woven" : "asWritten"),
      places: (select === null ? placesIn(section) : selected(section, select)).slice(0, limits.quizItems),
    };
  });
  for (const { name } of within(root))
    if (name.startsWith("qti-") && !readOrPlain.has(name) && isOfTest(name)) left.add(name);
  if (seen.size === 0) return null;
  const notes: Note[] = [
    ...(missing > 0 ? [{ code: "testItemsMissing" as const, terms: { count: missing } }] : []),
    ...(twice > 0 ? [{ code: "testItemTwice" as const, terms: { count: twice } }] : []),
    ...(joined > 0 ? [{ code: "testSectionsJoined" as const, terms: { count: joined } }] : []),
    ...(selectedAll > 0 ? [{ code: "testSelectionAll" as const, terms: { count: selectedAll } }] : []),
    ...(left.size > 0
      ? [{ code: "testRulesLeftOut" as const, terms: { elements: [...left].join(", ").slice(0, 300) } }]
      : []),
  ];
  return { parts: parts.filter(({ places }) => places.length > 0), notes };
}

/** Rules of a test that a quiz here does not have; what stands in texts and sums is none. */
const isOfTest = (name: string): boolean =>
  [
    ...["qti-time-limits", "qti-item-session-control", "qti-pre-condition", "qti-branch-rule", "qti-test-feedback"],
    ...["qti-assessment-section-ref", "qti-adaptive-selection", "qti-template-default", "qti-outcome-condition"],
  ].includes(name);

function wordsOf(section: Element): string | null {
  const text = childrenOf(section, "qti-rubric-block")
    .map((block) => {
      const body = childOf(block, "qti-content-body") ?? block;
      const text = toRichText(body.children, { shown: () => undefined, note: () => undefined });
      return text.content.map((one) => plainText({ ...text, content: [one] })).join("\n");
    })
    .join("\n")
    .trim()
    .slice(0, 2000);
  return text === "" ? null : text;
}

function numberOf(text: string | undefined): number | null {
  const value = text === undefined || text.trim() === "" ? NaN : Number(text);
  return Number.isFinite(value) && value >= 0 ? value : null;
}
