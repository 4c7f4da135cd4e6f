/** Typed answers: words and numbers. */
import { toText } from "../../fileContent.ts";
import { fromRichText, type HrefOf } from "../writeText.ts";
import { stemWithBlank, unitClass } from "../readBody.ts";
import { scoreOf, textsCompared } from "../responseProcessing.ts";
import { el, type Element, within } from "../xml.ts";
import {
  type Probe,
  type ContentOf,
  type ReadContent,
  type ItemSource,
  asIs,
  responseOf,
  declarationOf,
  valuesIn,
  entriesOf,
} from "./reading.ts";
import {
  type WrittenKind,
  response,
  variable,
  correct,
  allOrNothing,
  bySum,
  declaration,
  mappingOf,
  nothing,
  lengthOf,
} from "./writing.ts";

export function readShortText(source: ItemSource, field: Element): ReadContent {
  const { item, reading, own } = source;
  const declaration = declarationOf(item, field);
  const entries = entriesOf(declaration);
  const response = responseOf(field);
  const candidates = [
    ...valuesIn(declaration),
    ...entries.map(({ attributes }) => attributes["map-key"] ?? ""),
    ...textsCompared(item),
  ].filter((text, i, list) => text !== "" && list.indexOf(text) === i);
  const points = Math.max(...candidates.map((text) => scoreOf(item, { [response]: [text] })), 0);
  const accepted =
    points === 0
      ? [
          ...valuesIn(declaration),
          ...entries
            .filter(({ attributes }) => Number(attributes["mapped-value"] ?? 0) > 0)
            .map(({ attributes }) => attributes["map-key"] ?? ""),
        ].filter((text, i, all) => all.indexOf(text) === i)
      : candidates.filter((text) => scoreOf(item, { [response]: [text] }) === points);
  const texts = accepted.filter(
    (text, i) => accepted.findIndex((one) => one.toLowerCase() === text.toLowerCase()) === i,
  );
  const { stem } = stemWithBlank(item, field, reading, { hasUnit: false });
  const ways = [false, true].map((caseMatters) => ({
    kind: "shortText" as const,
    stem,
    accepted: (caseMatters ? accepted : texts).map((text, i) => ({
      ...(own?.acceptedIds?.[i] !== undefined && { id: own.acceptedIds[i] }),
      text,
    })),
    caseMatters,
    allowsNearMiss: own?.allowsNearMiss ?? false,
    expectedWrong: own?.expectedWrong ?? [],
  }));
  const wrong = ["", "\u2014 none of these \u2014"];
  const tries = [...accepted, ...accepted.map(otherCase), ...candidates, ...wrong.slice(1)];
  const probes = tries.map((text): Probe => ({
    responses: { [response]: [text] },
    answer: { kind: "shortText", text },
  }));
  return { ways, probes, optionIds: [], withRationales: asIs };
}

const otherCase = (text: string) => (text === text.toUpperCase() ? text.toLowerCase() : text.toUpperCase());

export function readNumeric(source: ItemSource, field: Element): ReadContent {
  const { item, reading, own } = source;
  const declaration = declarationOf(item, field);
  const response = responseOf(field);
  const [said] = valuesIn(declaration);
  const mapped = entriesOf(declaration).map(({ attributes }) => attributes["map-key"]);
  const value = Number(said ?? mapped[0] ?? NaN);
  const { stem, unit } = stemWithBlank(item, field, reading, { hasUnit: true });
  const rule = [...within(item)].find(({ name }) => name === "qti-equal" || name === "qti-equal-rounded");
  const tolerance = toleranceOf(rule?.attributes ?? {}, rule?.name ?? "");
  const content = {
    kind: "numeric" as const,
    stem,
    value: Number.isFinite(value) ? value : null,
    tolerance,
    unit,
    ...(own?.otherUnits && { otherUnits: own.otherUnits }),
    expectedWrong: own?.expectedWrong ?? [],
  };
  const size =
    tolerance.kind === "relative"
      ? (Math.abs(value) * tolerance.amount) / 100
      : tolerance.kind === "absolute"
        ? tolerance.amount
        : 0;
  const step = size === 0 ? Math.max(1, Math.abs(value)) : size;
  // Also just inside, where there is a tolerance; a thousandth of the key itself might be read as thousands.
  const steps = size === 0 ? [0.5, 1.5, 3] : [0.5, 0.999, 1.5, 3];
  const tries = [value, ...steps.flatMap((n) => [value + n * step, value - n * step])];
  const isWhole = declaration?.attributes["base-type"] === "integer";
  const probes = tries
    .filter((one) => Number.isFinite(one) && (!isWhole || Number.isInteger(one)))
    .map((one): Probe => {
      const text = String(Number(one.toPrecision(12)));
      return { responses: { [response]: [text] }, answer: { kind: "numeric", text } };
    });
  return { ways: [content], probes, optionIds: [], withRationales: asIs };
}

function toleranceOf(attributes: Readonly<Record<string, string>>, rule: string): ContentOf<"numeric">["tolerance"] {
  if (rule === "qti-equal-rounded" && /significant/i.test(attributes["rounding-mode"] ?? ""))
    return { kind: "figures", amount: Number(attributes["figures"] ?? 1) };
  const [amount = 0] = (attributes["tolerance"] ?? "0").trim().split(/\s+/).map(Number);
  return attributes["tolerance-mode"] === "relative"
    ? { kind: "relative", amount }
    : { kind: "absolute", amount: attributes["tolerance-mode"] === "absolute" ? amount : 0 };
}

export function writeShortText(content: ContentOf<"shortText">, points: number, hrefOf: HrefOf): WrittenKind {
  const { accepted, caseMatters, allowsNearMiss, expectedWrong } = content;
  const texts = accepted.map((one) => one.text).filter((text) => text !== "");
  const attributes = { "case-sensitive": caseMatters ? "true" : "false" };
  const wrong = expectedWrong.map((one) => one.text).filter((text) => text !== "" && !texts.includes(text));
  // An item that is worth nothing still says what is right.
  const worth = points > 0 ? points : 1;
  const mapping = mappingOf(
    [
      ...texts.map((text) => [text, worth, attributes] as const),
      ...wrong.map((text) => [text, 0, attributes] as const),
    ],
    points,
  );
  return {
    interaction: "textEntryInteraction",
    declarations: [
      declaration(response, ["single", "string"], texts.slice(0, 1), texts.length > 0 ? mapping : undefined),
    ],
    body: [
      ...fromRichText(toText(content.stem), hrefOf),
      el(
        "p",
        {},
        el("qti-text-entry-interaction", { "response-identifier": response, "expected-length": lengthOf(texts) }),
      ),
    ],
    ...(texts.length > 0 && { template: "map_response" as const, rules: bySum }),
    own: { ...nothing, caseMatters, acceptedIds: accepted.map((one) => one.id ?? ""), allowsNearMiss, expectedWrong },
  };
}

export function writeNumeric(content: ContentOf<"numeric">, hrefOf: HrefOf): WrittenKind {
  const { value, tolerance, unit, otherUnits, expectedWrong } = content;
  const { kind, amount } = tolerance;
  const operands = [correct(response), variable(response)];
  const isRight =
    kind === "figures"
      ? el(
          "qti-equal-rounded",
          { "rounding-mode": "significantFigures", figures: Math.max(1, Math.round(amount)) },
          operands,
        )
      : el(
          "qti-equal",
          amount === 0 && kind === "absolute"
            ? { "tolerance-mode": "exact" }
            : { "tolerance-mode": kind, tolerance: `${amount} ${amount}` },
          operands,
        );
  const field = el("qti-text-entry-interaction", { "response-identifier": response, "expected-length": 10 });
  return {
    interaction: "textEntryInteraction",
    declarations: [declaration(response, ["single", "float"], value === null ? [] : [value])],
    body: [
      ...fromRichText(toText(content.stem), hrefOf),
      el("p", {}, field, unit === "" ? [] : [" ", el("span", { class: unitClass }, unit)]),
    ],
    rules: allOrNothing(isRight),
    own: { ...nothing, ...(otherUnits && { otherUnits }), expectedWrong },
  };
}
