/** Written answers, with what counts for those who mark. */
import { toText } from "../../fileContent.ts";
import { fromRichText, type HrefOf } from "../writeText.ts";
import { pointsOf, quarters } from "../points.ts";
import { stemAround } from "../readBody.ts";
import { allOf, childrenOf, el, wordsIn, type Element, type Node } from "../xml.ts";
import { type ContentOf, type ReadContent, type ItemSource, asIs } from "./reading.ts";
import { type WrittenKind, response, declaration, asked, nothing } from "./writing.ts";

export function readWritten(source: ItemSource, interaction: Element): ReadContent {
  const { item, reading, own } = source;
  const lines = Math.min(40, Math.max(1, Math.round(Number(interaction.attributes["expected-lines"] ?? 5)) || 5));
  const content = {
    kind: "written" as const,
    stem: stemAround(item, interaction, reading),
    lines,
    criteria: own?.criteria ?? rubricOf(source),
    showsCriteria: own?.showsCriteria ?? true,
    ...(own?.modelAnswer !== undefined && { modelAnswer: own.modelAnswer }),
  };
  return { ways: [content], probes: [], optionIds: [], withRationales: asIs };
}

/** What counts, as the file says it to those who mark: a table of points and words, else its words as the best level. */
function rubricOf({ item, reading }: ItemSource): ContentOf<"written">["criteria"] {
  const rubrics = allOf(item, "qti-rubric-block").filter(
    ({ attributes }) => attributes["use"] === "scoring" || /scorer/.test(attributes["view"] ?? ""),
  );
  const rows = rubrics.flatMap((rubric) => allOf(rubric, "tr")).map((row) => childrenOf(row, "td", "th").map(wordsIn));
  const levels = rows.flatMap(([points = "", ...words]) => {
    const [most] = (points.match(/\d+(?:\.\d+)?/g) ?? []).slice(-1);
    return most === undefined ? [] : [{ points: quarters(Number(most)), text: words.join(" ").slice(0, 1000) }];
  });
  const none = { points: 0, text: "" };
  if (levels.length > 0)
    return [{ name: "Marks", levels: levels.some((level) => level.points === 0) ? levels : [...levels, none] }];
  const words = rubrics.map(wordsIn).join(" ").slice(0, 1000);
  const points = Math.min(9, Math.max(1, Math.round(pointsOf(item)?.points ?? 1)));
  if (words !== "") reading.note("rubricMadeLevel");
  return [
    {
      name: "Marks",
      levels: Array.from({ length: points + 1 }, (_, i) => ({ points: points - i, text: i === 0 ? words : "" })),
    },
  ];
}

/** What counts is for those who mark; a student's page of others never shows it. */
export function writeWritten(content: ContentOf<"written">, hrefOf: HrefOf): WrittenKind {
  const { lines, criteria, showsCriteria, modelAnswer } = content;
  const { above, prompt } = asked(content.stem, hrefOf);
  const rows = criteria.flatMap((criterion) =>
    criterion.levels.map((level) =>
      el("tr", {}, el("th", {}, criterion.name), el("td", {}, String(level.points)), el("td", {}, level.text)),
    ),
  );
  const rubric = (...inner: Node[]) =>
    el("qti-rubric-block", { use: "scoring", view: "scorer" }, el("qti-content-body", {}, inner));
  return {
    interaction: "extendedTextInteraction",
    declarations: [declaration(response, ["single", "string"], [])],
    body: [
      ...(rows.length > 0 ? [rubric(el("table", {}, el("tbody", {}, rows)))] : []),
      ...(modelAnswer === undefined ? [] : [rubric(...fromRichText(toText(modelAnswer), hrefOf))]),
      ...above,
      el(
        "qti-extended-text-interaction",
        { "response-identifier": response, "expected-lines": lines, format: "plain" },
        prompt,
      ),
    ],
    own: { ...nothing, criteria, showsCriteria, ...(modelAnswer !== undefined && { modelAnswer }) },
  };
}
