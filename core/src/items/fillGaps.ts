/** The kind "fill the gaps": a text with gaps in it, each typed or chosen from a short list. */

import { foldedText } from "../foldedText.ts";
import { richTextOf, type RichText } from "../richText.ts";
import { acceptedAt } from "./accepted.ts";
import type { AnswerCount, Fault, FaultCode, Feedback, Kind } from "./kind.ts";
import { feedbackTexts, mapFeedback, stemFaults, withBlanks } from "./options.ts";
import type { scorings } from "./severalRightAnswers.ts";

export interface Gap {
  readonly type: "gap";
  /** Random. */
  readonly id: string;
  /** What counts as right; for a gap that is chosen, just one of its choices. */
  readonly accepted: readonly string[];
  /** What there is to choose from; empty where it is typed. */
  readonly choices: readonly string[];
}
export interface PassageText {
  readonly type: "text";
  readonly text: string;
}

export interface FillGaps extends Feedback {
  readonly kind: "fillGaps";
  readonly schemaVersion: 1;
  readonly stem: RichText;
  readonly scoring: (typeof scorings)[number];
  readonly passage: readonly (PassageText | Gap)[];
  /** Of gaps that are typed: one wrong letter still counts, in words of five letters or more. */
  readonly allowsNearMiss: boolean;
}

export interface FillGapsAnswer {
  readonly kind: "fillGaps";
  /** By gap; what is missing was left open. */
  readonly filled: readonly { readonly gapId: string; readonly text: string }[];
}

export interface FillGapsView {
  readonly kind: "fillGaps";
  readonly stem: RichText;
  readonly passage: readonly (
    PassageText | { readonly type: "gap"; readonly id: string; readonly choices: readonly string[] }
  )[];
}

export const gapsOf = ({ passage }: Pick<FillGaps, "passage">): Gap[] =>
  passage.flatMap((part) => (part.type === "gap" ? [part] : []));

const filledFor = (answer: FillGapsAnswer, gap: Gap) => answer.filled.find((one) => one.gapId === gap.id)?.text ?? "";
/** Which of the accepted answers of `gap` a text is; undefined when it is wrong. */
export const rightAt = (content: FillGaps, gap: Gap, text: string): number | undefined =>
  acceptedAt(gap.accepted, text, {
    caseMatters: false,
    allowsNearMiss: content.allowsNearMiss && gap.choices.length === 0,
  });

export const fillGaps: Kind<"fillGaps", FillGaps, FillGapsAnswer, FillGapsView> = {
  name: "fillGaps",

  blank: () => ({
    kind: "fillGaps",
    schemaVersion: 1,
    stem: richTextOf("Fill the gaps."),
    scoring: "partial",
    passage: [],
    allowsNearMiss: false,
  }),

  score: (content, answer) => {
    const gaps = gapsOf(content);
    const right = gaps.filter((gap) => rightAt(content, gap, filledFor(answer, gap)) !== undefined).length;
    if (gaps.length === 0) return 0;
    return content.scoring === "all" ? Number(right === gaps.length) : right / gaps.length;
  },
  chance: (content) =>
    gapsOf(content).reduce((product, { choices }) => product * (choices.length > 0 ? 1 / choices.length : 0.02), 1),
  rightAnswer: (content) => {
    const gaps = gapsOf(content);
    const filled = gaps.map(({ id, accepted: [text = ""] }) => ({ gapId: id, text }));
    return gaps.length === 0 || filled.some((one) => one.text === "") ? null : { kind: "fillGaps", filled };
  },
  withKey: (content, answer) => {
    const passage = content.passage.map((part) => {
      if (part.type === "text") return part;
      const text = filledFor(answer, part).trim();
      if (rightAt(content, part, text) !== undefined) return part;
      // As it is written, the right one of the choices stands first.
      const choices = part.choices.length === 0 ? [] : [text, ...part.choices.filter((one) => one !== text)];
      return { ...part, accepted: text === "" ? [] : [text], choices };
    });
    return gapsOf({ passage }).every((gap) => gap.accepted.length > 0) ? { ...content, passage } : null;
  },
  arrange: () => [],
  // Choices come by number or alphabet: as written, the right one stands first.
  toStudentView: (content) => ({
    kind: "fillGaps",
    stem: content.stem,
    passage: content.passage.map((part) =>
      part.type === "text"
        ? { type: part.type, text: part.text }
        : { type: part.type, id: part.id, choices: [...part.choices].sort(inNaturalOrder) },
    ),
  }),
  summarise: (content, answers) => {
    const lines = gapsOf(content).flatMap((gap, i) => {
      const counts = new Map<string, { -readonly [K in keyof AnswerCount]: AnswerCount[K] }>();
      const add = (word: string, isKey: boolean, count: number) => {
        const id = `${gap.id} ${foldedText(word)}`;
        const line = counts.get(id) ?? { id, text: `${i + 1}: ${word}`, isKey, count: 0 };
        counts.set(id, { ...line, count: line.count + count });
      };
      for (const word of gap.accepted) add(word, true, 0);
      for (const answer of answers) {
        const text = filledFor(answer, gap).trim();
        const at = rightAt(content, gap, text);
        if (text !== "") add(at === undefined ? text : (gap.accepted[at] ?? text), at !== undefined, 1);
      }
      return [...counts.values()].sort((a, b) => Number(b.isKey) - Number(a.isKey) || b.count - a.count);
    });
    return withBlanks(lines, answers.filter((answer) => answer.filled.every((one) => one.text.trim() === "")).length);
  },
  rationales: () => [],
  faults: (content) => [...stemFaults(content), ...gapFaults(content)],
  keyWord: (content) =>
    [
      content.scoring,
      content.allowsNearMiss,
      ...gapsOf(content).map(({ id, accepted }) => `${id}=${accepted.map((one) => foldedText(one)).join("/")}`),
    ].join("|"),
  texts: (content) => [content.stem, ...feedbackTexts(content)],
  mapTexts: (content, change) => ({ ...mapFeedback(content, change), stem: change(content.stem) }),
  withNewIds: (content, newId) => ({
    ...content,
    passage: content.passage.map((part) => (part.type === "gap" ? { ...part, id: newId() } : part)),
  }),
  partWords: (content) =>
    content.passage.flatMap((part) => (part.type === "text" ? part.text : [...part.choices, ...part.accepted])),
  furtherWords: (content) =>
    content.passage.flatMap((part) => (part.type === "text" ? part.text : [...part.accepted, ...part.choices])),
};

const inNaturalOrder = (a: string, b: string) => a.localeCompare(b, "en", { numeric: true });

function gapFaults(content: FillGaps): Fault[] {
  const gaps = gapsOf(content);
  if (gaps.length === 0) return [{ path: ["passage"], code: "gapsMissing" }];
  return gaps.flatMap((gap, i): Fault[] => {
    const fault = (code: FaultCode): Fault[] => [{ path: ["passage", i], code, terms: { n: i + 1 } }];
    const choices = gap.choices.map((one) => foldedText(one));
    if (gap.accepted.length === 0) return fault("gapNoAnswer");
    if (choices.length === 1) return fault("gapNoChoice");
    return new Set(choices).size < choices.length ? fault("gapChoiceTwice") : [];
  });
}

/**
 * Reads a text as it is written: `[abrasion; corrasion]` is a gap to type into, with all answers that count;
 * `[rises | falls | stays]` one to choose for, the right one first. A backslash keeps a bracket as it is.
 *
 * @param ids ids of the gaps so far, kept by place
 * @param newId makes the ids of further ones
 */
export function readPassage(written: string, ids: readonly string[], newId: () => string): FillGaps["passage"] {
  const plain = (text: string) => text.replaceAll(/\\([[\]\\])/g, "$1");
  let gaps = 0;
  return [...written.matchAll(/((?:[^[\\]|\\.|\\$)+)|\[((?:[^\]\\]|\\.)*)\]?/gsu)].map(([, text, inside = ""]) => {
    if (text !== undefined) return { type: "text", text: plain(text) };
    const words = (by: RegExp) =>
      inside
        .split(by)
        .map((one) => plain(one).trim())
        .filter((one) => one !== "");
    const id = ids[gaps++] ?? newId();
    const choices = inside.includes("|") ? words(/\|/) : [];
    return { type: "gap", id, accepted: choices.length > 0 ? choices.slice(0, 1) : words(/;/), choices };
  });
}

/** The text as {@link readPassage} reads it. */
export function writePassage(passage: FillGaps["passage"]): string {
  const escaped = (text: string) => text.replaceAll(/[[\]\\]/g, "\\$&");
  return passage
    .map((part) => {
      if (part.type === "text") return escaped(part.text);
      const words = part.choices.length > 0 ? part.choices : part.accepted;
      return `[${words.map(escaped).join(part.choices.length > 0 ? " | " : "; ")}]`;
    })
    .join("");
}
