/** From pasted text to rows that can be looked over: where each item belongs, what it lacks, what is said of it. */
import { askedIn, itemLikeness, tellingWords, veryLike } from "@verdant/core/checker/likeness";
import { readPaperKey } from "@verdant/core/bank/paperKey";
import { withPictures } from "@verdant/core/bank/wordFile";
import type { Image } from "@verdant/core/richText";
import { readPastedItems } from "@verdant/core/bank/pastedItems";
import { readWorkbook, type Cells, type Mapping } from "@verdant/core/bank/workbook";
import { check } from "@verdant/core/checker/check";
import { foldedText } from "@verdant/core/foldedText";
import { faultsOf, type Content } from "@verdant/core/items/kinds";
import type { Standard, Topic } from "@verdant/contract/standards";
import { limits } from "@verdant/contract/wire";
import { newOptionId } from "./newWork.ts";

export interface Brought {
  readonly content: Content;
  /** Where it stands in what was brought: "line 4". */
  readonly place: string;
  readonly topic: string | null;
  readonly standards: readonly string[];
}

export interface Row {
  /** The same as long as the item is asked in the same words. */
  readonly key: string;
  readonly place: string;
  readonly content: Content;
  readonly topicId: string | null;
  readonly standardIds: readonly string[];
  /** What keeps it from being used. */
  readonly missing: readonly string[];
  /** What a careful colleague would say. */
  readonly findings: readonly string[];
  /** The place of an earlier row that is very like it. */
  readonly likeRow: string | null;
}

/** As many as are taken in at once. */
const mostAtOnce = limits.itemsAtOnce;

interface Bring {
  readonly items: readonly Brought[];
  readonly findings: readonly string[];
}

/** What was understood of lines or rows, as many as are taken in at once. */
function bring(read: ReturnType<typeof readPastedItems>, unit: "line" | "row"): Bring {
  const { items, findings } = read;
  const tooMany = items.length > mostAtOnce ? [`Only the first ${mostAtOnce} of ${items.length} items show here.`] : [];
  const named = unit === "line" ? "Line" : "Row";
  return {
    items: items.slice(0, mostAtOnce).map(({ line, ...item }) => ({ ...item, place: `${unit} ${line}` })),
    findings: [...tooMany, ...findings.slice(0, mostAtOnce).map((one) => `${named} ${one.line}: ${one.text}`)],
  };
}

/** @param pictures of the file that the text comes from, by their number */
export function bringText(text: string, pictures: ReadonlyMap<number, Image> = new Map()): Bring {
  const { items, findings } = bring(readPastedItems(text, newOptionId), "line");
  return { findings, items: items.map((item) => ({ ...item, content: withPictures(item.content, pictures) })) };
}

export const bringCells = (cells: Cells, mapping: Mapping): Bring =>
  bring(readWorkbook(cells, mapping, newOptionId), "row");

export function bringPaperKey(paper: { name: string; key: string; letters: number; ranges: string }): Bring {
  const { items, findings } = readPaperKey(paper.key, paper.name, paper.letters, paper.ranges);
  const tooMany = items.length > mostAtOnce ? [`Only the first ${mostAtOnce} questions show here.`] : [];
  return {
    items: items.slice(0, mostAtOnce).map(({ content, number, standards }) => ({
      content,
      standards,
      topic: null,
      place: `question ${number}`,
    })),
    findings: [...tooMany, ...findings.slice(0, mostAtOnce)],
  };
}

/** @param topicId of items that name no topic, or none that the department has */
export function rowsOf(
  brought: readonly Brought[],
  topicId: string | null,
  known: { readonly topics: readonly Topic[]; readonly standards: readonly Standard[] },
): Row[] {
  const topics = new Map(known.topics.map((topic) => [foldedText(topic.name), topic.id]));
  const standards = new Map(known.standards.map((standard) => [foldedText(standard.code), standard.id]));
  const earlier: { asked: ReturnType<typeof askedIn>; telling: readonly string[]; place: string }[] = [];
  const seen = new Map<string, number>();
  return brought.map(({ content, place, topic, standards: codes }) => {
    const named = topic === null ? topicId : (topics.get(foldedText(topic)) ?? topicId);
    const strange = codes.filter((code) => !standards.has(foldedText(code)));
    const asked = askedIn(content);
    const telling = tellingWords(asked);
    // Keys of a paper differ in nothing but their numbers.
    const like =
      content.kind === "keyOnly"
        ? undefined
        : earlier.find(
            (one) =>
              one.telling.filter((word) => telling.includes(word)).length >= 2 &&
              itemLikeness(one.asked, asked) >= veryLike,
          );
    earlier.push({ asked, telling, place });
    const times = seen.get(asked.all) ?? 0;
    seen.set(asked.all, times + 1);
    return {
      key: `${asked.all} ${times}`,
      place,
      content,
      topicId: named,
      standardIds: [...new Set(codes.flatMap((code) => standards.get(foldedText(code)) ?? []))],
      missing: [
        ...faultsOf(content).map((fault) => fault.text),
        ...("options" in content && content.options.length > limits.options
          ? [`At most ${limits.options} options.`]
          : []),
        ...(named === null ? ["Choose a topic."] : []),
        ...(topic !== null && !topics.has(foldedText(topic)) ? [`There is no topic “${topic}”.`] : []),
        ...strange.map((code) => `There is no standard “${code}”.`),
      ],
      findings: check(content).map((finding) => finding.text),
      likeRow: like?.place ?? null,
    };
  });
}
