/**
 * Reads the demo's items from readable text files. One file a root topic:
 *
 *     ## Erosion and transport                          topic of the items below
 *     [abrasion] Name abrasion | recall 2 45s practice | LG.1.1 | family: erosion processes
 *                                                       (also "family: name", "twin: key", "stimulus: key")
 *     Which process is at work when …?                  the question; a line may be a table row "| a | b |" or "figure: name"
 *     + Abrasion :: Right: …                            a right option and its rationale
 *     - Solution :: … {wrong idea}                      a wrong option; in braces the misconception it shows
 *     -= All of these                                   an option that stays put
 *     set: true or false = False                        instead of options: a set and its key
 *     = tombolo | a tombolo                             instead: accepted answers
 *     # 12.5 km +- 0.5                                  instead: a number, its unit and tolerance (+- 5% is relative)
 *     ~ Traction => large stones :: …                   instead: a pair to match, its reason; "~- text" fits nothing
 *     1) Crack                                          instead: what is to be put in order, in its right order
 *     ^ nearest the source | nearest the sea            what stands above and below such a list
 *     & The load [grows | shrinks] to [sand; silt].     instead: a text with gaps, chosen (the right one first) or typed
 *     x 125 :: … {wrong idea}                           a wrong answer that is expected of typed items
 *     ! Explanation.
 *     > Next step.
 *
 * Between dollar signs stands a formula.
 */
import type { FileContent, FileItem } from "@verdant/contract/exchange";
import type { Block, Inline, Paragraph, RichText } from "@verdant/core/richText";
import { startingSets } from "@verdant/core/items/optionSet";

export interface Figure {
  readonly hash: string;
  readonly alt: string;
  readonly credit: string;
  readonly width: number;
  readonly height: number;
}

interface Draft {
  readonly head: string;
  readonly topic: string;
  readonly lines: string[];
}

type FileText = FileContent["stem"];
type Option = Extract<FileContent, { kind: "oneRightAnswer" }>["options"][number];
type Expected = Extract<FileContent, { kind: "numeric" }>["expectedWrong"][number];

/** @param root the root topic's name */
export function readItems(text: string, root: string, figures: ReadonlyMap<string, Figure>): FileItem[] {
  const drafts: Draft[] = [];
  let topic = root;
  for (const line of text.split("\n").map((one) => one.trimEnd())) {
    if (line.startsWith("## ")) topic = `${root} / ${line.slice(3)}`;
    else if (line.startsWith("[")) drafts.push({ head: line, topic, lines: [] });
    else if (line !== "") drafts.at(-1)?.lines.push(line);
  }
  return drafts.map((draft) => toItem(draft, figures));
}

function toItem({ head, topic, lines }: Draft, figures: ReadonlyMap<string, Figure>): FileItem {
  const parsed = /^\[([^\]]+)\]\s*(.*)$/.exec(head);
  const [label = "", settings = "", standards = "", ...more] = (parsed?.[2] ?? "")
    .split("|")
    .map((part) => part.trim());
  const [demand, difficulty, seconds, use] = settings.split(/\s+/);
  const named = Object.fromEntries(more.map((part) => part.split(/:\s*/, 2) as [string, string]));
  return {
    key: parsed?.[1] ?? head,
    label,
    topic,
    standards: standards.split(/\s+/).filter(Boolean),
    demand: demand as FileItem["demand"],
    use: use as FileItem["use"],
    status: "approved",
    expectedSeconds: Number.parseInt(seconds ?? "", 10),
    writerDifficulty: Number(difficulty),
    keptFindings: [],
    tags: [],
    points: 1,
    language: "en-GB",
    ...(named["family"] !== undefined && { family: named["family"] }),
    ...(named["twin"] !== undefined && { twin: named["twin"] }),
    ...(named["stimulus"] !== undefined && { stimulus: named["stimulus"] }),
    content: toContent(lines, figures, parsed?.[1] ?? head),
  };
}

function toContent(lines: readonly string[], figures: ReadonlyMap<string, Figure>, key: string): FileContent {
  const after = (mark: string) =>
    lines.filter((line) => line.startsWith(mark)).map((line) => line.slice(mark.length).trim());
  const isMarked = (line: string) => /^(\+|-|set:|=|#|~|x |!|>|\d\) |\^|&)/.test(line);
  const stem = textOf(
    lines.filter((line) => !isMarked(line)),
    figures,
  );
  const [explanation, nextStep] = [after("!")[0], after(">")[0]];
  const shared = {
    stem,
    ...(explanation !== undefined && { explanation: textOf([explanation], figures) }),
    ...(nextStep !== undefined && { nextStep: textOf([nextStep], figures) }),
  };
  const expectedWrong = after("x ").map((line): Expected => {
    const { text, ...reason } = answerOf(line, figures);
    return { text: typeof text === "string" ? text : "", ...reason };
  });
  const accepted = after("=")[0];
  if (accepted !== undefined) {
    return {
      kind: "shortText",
      ...shared,
      accepted: accepted.split("|").map((text) => ({ text: text.trim() })),
      caseMatters: false,
      allowsNearMiss: true,
      expectedWrong,
    };
  }
  const number = after("#")[0];
  if (number !== undefined) {
    const [, value, unit = "", amount, relative] = /^(-?[\d.]+)\s*(.*?)\s*(?:\+-\s*([\d.]+)(%)?)?$/.exec(number) ?? [];
    const kind = relative === undefined ? ("absolute" as const) : ("relative" as const);
    return {
      kind: "numeric",
      ...shared,
      value: Number(value),
      unit,
      tolerance: { kind, amount: Number(amount ?? 0) },
      expectedWrong,
    };
  }
  const steps = lines.flatMap((line) => /^\d\) (.*)$/.exec(line)?.[1] ?? []);
  if (steps.length > 0) {
    const [first = "", last = ""] = (after("^")[0] ?? "").split(/\s*\|\s*/);
    return { kind: "order", ...shared, scoring: "partial", steps: steps.map((text) => ({ text })), first, last };
  }
  const passage = after("&");
  if (passage.length > 0) {
    const gaps = { passage: passage.join("\n"), gaps: [], allowsNearMiss: true };
    return { kind: "fillGaps", ...shared, scoring: "partial", ...gaps };
  }
  const matched = after("~");
  if (matched.length > 0) return { kind: "match", ...shared, ...matchOf(matched, figures) };
  const set = after("set:")[0];
  if (set !== undefined) {
    const [setName = "", right = ""] = set.split(/\s*=\s*/);
    const words = startingSets.find((one) => one.name === setName)?.words;
    if (!words) throw new Error(`item ${key}: there is no set “${setName}”`);
    const reasons = new Map(after("-").map((line) => [answerOf(line, figures).text, answerOf(line, figures)]));
    const options = words.map((text): Option => ({
      text,
      ...(text === right && { isKey: true }),
      ...reasons.get(text),
    }));
    return { kind: "optionSet", ...shared, setName, options };
  }
  const options = lines
    .filter((line) => /^[+-]/.test(line))
    .map((line): Option => {
      const staysPut = line[1] === "=";
      const option = answerOf(line.slice(staysPut ? 2 : 1).trim(), figures);
      return { ...option, ...(line.startsWith("+") && { isKey: true }), ...(staysPut && { staysPut }) };
    });
  const keys = options.filter((option) => option.isKey === true).length;
  return keys > 1
    ? { kind: "severalRightAnswers", ...shared, scoring: "partial", options }
    : { kind: "oneRightAnswer", ...shared, options };
}

/** "left => right :: rationale"; a line that begins with "-" is an answer that fits nothing. */
function matchOf(lines: readonly string[], figures: ReadonlyMap<string, Figure>) {
  const pairs = lines
    .filter((line) => !line.startsWith("-"))
    .map((line) => {
      const { text, ...reason } = answerOf(line, figures);
      const [left = "", right = ""] = (typeof text === "string" ? text : "").split(/\s*=>\s*/, 2);
      return { left, right, ...reason };
    });
  const others = lines.flatMap((line) => (line.startsWith("-") ? [line.slice(1).trim()] : []));
  const rights = [...new Set([...pairs.map((pair) => pair.right), ...others])].map((text) => ({ text }));
  return { scoring: "partial" as const, pairs, rights };
}

/** "text :: rationale {wrong idea}" */
function answerOf(line: string, figures: ReadonlyMap<string, Figure>) {
  const misconception = /\{([^}]+)\}\s*$/.exec(line)?.[1];
  const [text = "", rationale] = line.replace(/\s*\{[^}]+\}\s*$/, "").split(/\s*::\s*/, 2);
  return {
    text: textOf([text], figures),
    ...(rationale !== undefined && { rationale: textOf([rationale], figures) }),
    ...(misconception !== undefined && { misconception }),
  };
}

/** Plain words stay words; formulas, tables and figures make a tree of them. */
function textOf(lines: readonly string[], figures: ReadonlyMap<string, Figure>): FileText {
  if (lines.every((line) => !/\$|^figure:|^\|/.test(line))) return lines.join("\n");
  const content: Block[] = [];
  const rows: (readonly Paragraph[])[][] = [];
  for (const line of lines) {
    const figure = /^figure:\s*(.+)$/.exec(line)?.[1];
    if (line.startsWith("|")) {
      const cells = line.replace(/^\||\|$/g, "").split("|");
      if (rows.length === 0) content.push({ type: "table", hasHeadings: true, rows });
      rows.push(cells.map((cell) => [paragraphOf(cell.trim())]));
    } else if (figure !== undefined) {
      const image = figures.get(figure);
      if (!image) throw new Error(`there is no figure “${figure}”`);
      content.push({ type: "image", ...image });
    } else content.push(paragraphOf(line));
  }
  const tree: RichText = { type: "richText", content };
  return tree;
}

function paragraphOf(line: string): Paragraph {
  const content = line.split("$").flatMap((part, i): Inline[] => {
    if (part === "") return [];
    return [i % 2 === 1 ? { type: "maths", latex: part, mathml: "" } : { type: "text", text: part }];
  });
  return { type: "paragraph", content };
}
