/** An item as a row of a table: everything that plain words can say, and the whole of it in the last column. */
import type { FileContent, FileItem } from "@verdant/contract/exchange";
import { plainText } from "@verdant/core/richText";
import { kindNames, letters, type Cells } from "./columns.ts";
import { escaped, joined } from "./lists.ts";

export const difficulties = ["very easy", "easy", "medium", "hard", "very hard"] as const;

type Text = FileContent["stem"];

/** A text in a cell: as it stands where it is plain words, else its words in a line. */
export const wordsOf = (text: Text | undefined): string =>
  text === undefined ? "" : typeof text === "string" ? trimmed(text) : plainText(text);

export const trimmed = (text: string): string => text.replaceAll(/\r\n?/g, "\n").trim();

const yes = (is: boolean) => (is ? "yes" : "no");

/** The cells of an item but the last column, all of them plain; a column without anything in it is not there. */
export function cellsOf(item: FileItem): Cells {
  const { content } = item;
  const cells: Cells = {
    id: item.key,
    kind: kindNames[content.kind],
    title: trimmed(item.label ?? ""),
    stem: wordsOf(content.stem),
    explanation: wordsOf(content.explanation),
    next_step: wordsOf(content.nextStep),
    nearly: wordsOf(content.nearly),
    ...answersOf(content),
    points: String(item.points),
    topic: item.topic ?? "",
    standards: joined(item.standards, ";"),
    use: item.use,
    demand: item.demand,
    difficulty: difficulties[item.writerDifficulty - 1] ?? "",
    expected_seconds: String(item.expectedSeconds),
    tags: joined(item.tags, ";"),
    family: item.family ?? "",
    twin: item.twin ?? "",
    stimulus: item.stimulus ?? "",
    author: trimmed(item.author ?? ""),
    licence: trimmed(item.licence ?? ""),
    status: item.status,
    lang: item.language,
  };
  return Object.fromEntries(Object.entries(cells).filter(([, cell]) => cell !== ""));
}

/** Parts that are listed, each with its letter. */
function listed(parts: readonly { text: string; rationale?: Text | undefined; misconception?: string | undefined }[]) {
  const cells: Cells = {};
  parts.forEach(({ text, rationale, misconception }, i) => {
    const letter = letters[i] ?? "";
    cells[`option_${letter}`] = text;
    cells[`rationale_${letter}`] = wordsOf(rationale);
    cells[`misconception_${letter}`] = misconception ?? "";
  });
  return cells;
}

/** Letters of those that are so. */
const lettersOf = <T>(parts: readonly T[], is: (part: T) => boolean | undefined) =>
  parts.flatMap((part, i) => (is(part) === true ? [letters[i] ?? ""] : [])).join("|");

function answersOf(content: FileContent): Cells {
  switch (content.kind) {
    case "oneRightAnswer":
    case "severalRightAnswers":
    case "optionSet":
      return {
        ...listed(content.options.map((option) => ({ ...option, text: wordsOf(option.text) }))),
        key: lettersOf(content.options, (option) => option.isKey),
        pinned: lettersOf(content.options, (option) => option.staysPut),
        ...(content.kind === "severalRightAnswers" && { scoring: content.scoring }),
        ...(content.kind === "optionSet" && { option_set: trimmed(content.setName) }),
      };
    case "shortText":
      return {
        key: joined(
          content.accepted.map(({ text }) => trimmed(text)),
          "|",
        ).replaceAll(/:(?=-?\d)/g, "\\:"),
        case_sensitive: yes(content.caseMatters),
        near_miss: yes(content.allowsNearMiss),
        wrong_answers: wrongAnswers(content.expectedWrong),
      };
    case "numeric": {
      const { kind, amount } = content.tolerance;
      return {
        key: content.value === null ? "" : String(content.value),
        tolerance: `${amount}${{ absolute: "", relative: "%", figures: " figures" }[kind]}`,
        unit: trimmed(content.unit),
        other_units: (content.otherUnits ?? [])
          .map(({ unit, factor, offset }) => `${escaped(unit, ";", ":")}:${factor}${offset === 0 ? "" : `:${offset}`}`)
          .join("; "),
        wrong_answers: wrongAnswers(content.expectedWrong),
      };
    }
    case "match": {
      const used = new Set(content.pairs.map(({ right }) => right));
      const spare = content.rights.filter(({ text }) => !used.has(text)).map(({ text }) => ({ left: "", right: text }));
      const pairs: readonly { left: Text; right: string; rationale?: Text | undefined }[] = [
        ...content.pairs,
        ...spare,
      ];
      return {
        ...listed(
          pairs.map(({ left, right, rationale }) => ({
            text: `${escaped(wordsOf(left), "=>")} => ${escaped(trimmed(right), "=>")}`.trim(),
            rationale,
          })),
        ),
        scoring: content.scoring,
      };
    }
    case "order":
      return {
        ...listed(content.steps.map(({ text }) => ({ text: wordsOf(text) }))),
        key: content.steps.map((_, i) => letters[i] ?? "").join(">"),
        scoring: content.scoring,
        first: trimmed(content.first),
        last: trimmed(content.last),
      };
    case "fillGaps":
      return {
        passage: trimmed(content.passage),
        scoring: content.scoring,
        near_miss: yes(content.allowsNearMiss),
      };
    case "pointOnImage":
      return {
        ...listed(content.regions.map((region) => ({ ...region, text: trimmed(region.label) }))),
        key: lettersOf(content.regions, (region) => region.isKey),
      };
    case "keyOnly":
      return { key: content.key?.toLowerCase() ?? "", letters: String(content.letters) };
    case "written":
      return {
        lines: String(content.lines),
        criteria: content.criteria
          .map(({ name, levels }) => {
            const said = levels.map(({ points, text }) => `${points} = ${escaped(oneLine(text), "|")}`);
            return `${escaped(oneLine(name), ":")}: ${said.join(" | ")}`;
          })
          .join("\n"),
        shows_criteria: yes(content.showsCriteria),
        model_answer: wordsOf(content.modelAnswer),
      };
    case "opinion":
      return listed(content.choices.map(({ text }) => ({ text: wordsOf(text) })));
  }
}

const oneLine = (text: string) => trimmed(text).replaceAll(/\s*\n\s*/g, " ");

function wrongAnswers(
  expected: readonly { text: string; rationale?: Text | undefined; misconception?: string | undefined }[],
): string {
  return expected
    .map(({ text, rationale, misconception = "" }) => {
      const parts = [trimmed(text), wordsOf(rationale), misconception].map((part) => escaped(oneLine(part), "|", "=>"));
      while (parts.at(-1) === "") parts.pop();
      return parts.join(" => ");
    })
    .join(" | ");
}
