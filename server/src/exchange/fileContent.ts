/** Item content between its file form (plain words, keys of misconceptions) and its own form (trees, ids). */
import type { FileContent } from "@verdant/contract/exchange";
import type { ExpectedWrongAnswer } from "@verdant/core/items/expectedAnswer";
import { gapsOf, readPassage, writePassage } from "@verdant/core/items/fillGaps";
import { letterAt, placeOf } from "@verdant/core/items/keyOnly";
import type { Content } from "@verdant/core/items/kinds";
import type { Option } from "@verdant/core/items/options";
import { richTextOf, type Inline, type RichText } from "@verdant/core/richText";
import { newOptionId } from "../platform/id.ts";

type FileShape = Extract<FileContent, { kind: "pointOnImage" }>["regions"][number]["shape"];
type FileText = FileContent["stem"];
type FileOption = Extract<FileContent, { kind: "oneRightAnswer" }>["options"][number];
type FileExpected = Extract<FileContent, { kind: "numeric" }>["expectedWrong"][number];
type Translate = (name: string) => string;

export const toText = (text: FileText): RichText => (typeof text === "string" ? richTextOf(text) : text);
const optionalText = <K extends string>(key: K, text: FileText | undefined) =>
  text === undefined ? {} : ({ [key]: toText(text) } as { [P in K]: RichText });

/** Plain words where they say everything. */
export function fromText(text: RichText): FileText {
  const plain = text.content.every(
    (block) =>
      block.type === "paragraph" &&
      block.content.length <= 1 &&
      block.content.every(
        (inline) => inline.type === "text" && (inline.marks ?? []).length === 0 && !inline.text.includes("\n"),
      ),
  );
  if (!plain || text.content.length === 0) return text;
  const words = (inline: Inline) => (inline.type === "text" ? inline.text : "");
  return text.content.map((block) => (block.type === "paragraph" ? block.content.map(words).join("") : "")).join("\n");
}
const optionalFileText = <K extends string>(key: K, text: RichText | undefined) =>
  text === undefined ? {} : ({ [key]: fromText(text) } as { [P in K]: FileText });

/** @param misconceptionId the id of a misconception by its key in the file */
export function toContent(file: FileContent, misconceptionId: Translate): Content {
  const shared = {
    schemaVersion: 1 as const,
    stem: toText(file.stem),
    ...optionalText("explanation", file.explanation),
    ...optionalText("nextStep", file.nextStep),
    ...optionalText("nearly", file.nearly),
  };
  const { kind } = file;
  if (kind === "shortText") {
    const { caseMatters, allowsNearMiss } = file;
    const accepted = file.accepted.map(({ id = newOptionId(), text }) => ({ id, text }));
    return {
      kind,
      ...shared,
      accepted,
      caseMatters,
      allowsNearMiss,
      expectedWrong: toExpected(file.expectedWrong, misconceptionId),
    };
  }
  if (kind === "numeric") {
    const { value, tolerance, unit, otherUnits } = file;
    const units = otherUnits && { otherUnits };
    return {
      kind,
      ...shared,
      value,
      tolerance,
      unit,
      ...units,
      expectedWrong: toExpected(file.expectedWrong, misconceptionId),
    };
  }
  if (kind === "match") return { kind, ...shared, ...toMatch(file) };
  if (kind === "order") {
    const { scoring, first, last } = file;
    const steps = file.steps.map(({ id = newOptionId(), text }) => ({ id, text: toText(text) }));
    return { kind, ...shared, scoring, steps, first, last };
  }
  if (kind === "fillGaps") {
    const { scoring, allowsNearMiss, gaps } = file;
    const ids = gaps.map(({ id = newOptionId() }) => id);
    return { kind, ...shared, scoring, passage: readPassage(file.passage, ids, newOptionId), allowsNearMiss };
  }
  if (kind === "pointOnImage") {
    const { image, showsRegions } = file;
    const regions = file.regions.map((region) => ({
      label: region.label,
      shape: region.shape,
      ...toReasoned(region, misconceptionId),
    }));
    return { kind, ...shared, image, regions, showsRegions };
  }
  if (kind === "keyOnly") {
    const { letters, key } = file;
    return { kind, ...shared, letters, key: key === null ? null : placeOf(key) };
  }
  if (kind === "written") {
    const { lines, showsCriteria } = file;
    const criteria = file.criteria.map(({ id = newOptionId(), name, levels }) => ({
      id,
      name,
      levels: levels.map(({ id: levelId = newOptionId(), points, text }) => ({ id: levelId, points, text })),
    }));
    return { kind, ...shared, lines, criteria, showsCriteria, ...optionalText("modelAnswer", file.modelAnswer) };
  }
  if (kind === "opinion") {
    const { form, steps, low, high } = file;
    const choices = file.choices.map(({ id = newOptionId(), text }) => ({ id, text: toText(text) }));
    return { kind, ...shared, form, choices, steps, low, high };
  }
  const options = file.options.map((option) => toOption(option, misconceptionId));
  if (kind === "severalRightAnswers") return { kind, ...shared, scoring: file.scoring, options };
  return kind === "optionSet" ? { kind, ...shared, setName: file.setName, options } : { kind, ...shared, options };
}

function toMatch({ scoring, pairs, rights }: Extract<FileContent, { kind: "match" }>) {
  const withIds = rights.map(({ id = newOptionId(), text }) => ({ id, text }));
  return {
    scoring,
    rights: withIds,
    pairs: pairs.map(({ id = newOptionId(), left, right, rationale }) => ({
      id,
      left: toText(left),
      rightId: withIds.find((one) => one.text === right)?.id ?? "",
      ...optionalText("rationale", rationale),
    })),
  };
}

/** What options and places have in common. */
const toReasoned = (one: Omit<FileOption, "text">, misconceptionId: Translate): Omit<Option, "text"> => ({
  id: one.id ?? newOptionId(),
  isKey: one.isKey === true,
  ...optionalText("rationale", one.rationale),
  ...(one.misconception !== undefined && { misconceptionId: misconceptionId(one.misconception) }),
});

const toOption = (option: FileOption, misconceptionId: Translate): Option => ({
  text: toText(option.text),
  ...toReasoned(option, misconceptionId),
  ...(option.staysPut === true && { staysPut: true }),
});

const toExpected = (expected: readonly FileExpected[], misconceptionId: Translate): ExpectedWrongAnswer[] =>
  expected.map((one) => ({
    id: one.id ?? newOptionId(),
    text: one.text,
    ...optionalText("rationale", one.rationale),
    ...(one.misconception !== undefined && { misconceptionId: misconceptionId(one.misconception) }),
  }));

/** @param misconceptionKey the key in the file of a misconception by its id */
export function fromContent(content: Content, misconceptionKey: Translate): FileContent {
  const shared = {
    stem: fromText(content.stem),
    ...optionalFileText("explanation", content.explanation),
    ...optionalFileText("nextStep", content.nextStep),
    ...optionalFileText("nearly", content.nearly),
  };
  const { kind } = content;
  if (kind === "shortText") {
    const { caseMatters, allowsNearMiss } = content;
    const accepted = content.accepted.map(({ id, text }) => ({ id, text }));
    const expectedWrong = fromExpected(content.expectedWrong, misconceptionKey);
    return { kind, ...shared, accepted, caseMatters, allowsNearMiss, expectedWrong };
  }
  if (kind === "numeric") {
    const { value, tolerance, unit } = content;
    const units = content.otherUnits && { otherUnits: content.otherUnits.map((one) => ({ ...one })) };
    const expectedWrong = fromExpected(content.expectedWrong, misconceptionKey);
    return { kind, ...shared, value, tolerance: { ...tolerance }, unit, ...units, expectedWrong };
  }
  if (kind === "match") {
    const { scoring, rights } = content;
    const pairs = content.pairs.map(({ id, left, rightId, rationale }) => ({
      id,
      left: fromText(left),
      right: rights.find((one) => one.id === rightId)?.text ?? "",
      ...optionalFileText("rationale", rationale),
    }));
    return { kind, ...shared, scoring, pairs, rights: rights.map(({ id, text }) => ({ id, text })) };
  }
  if (kind === "order") {
    const { scoring, first, last } = content;
    const steps = content.steps.map(({ id, text }) => ({ id, text: fromText(text) }));
    return { kind, ...shared, scoring, steps, first, last };
  }
  if (kind === "fillGaps") {
    const { scoring, passage, allowsNearMiss } = content;
    const gaps = gapsOf(content).map(({ id }) => ({ id }));
    return { kind, ...shared, scoring, passage: writePassage(passage), gaps, allowsNearMiss };
  }
  if (kind === "pointOnImage") {
    const { image, showsRegions } = content;
    const regions = content.regions.map((region) => ({
      label: region.label,
      shape: structuredClone(region.shape) as FileShape,
      ...fromReasoned(region, misconceptionKey),
    }));
    return { kind, ...shared, image, regions, showsRegions };
  }
  if (kind === "keyOnly") {
    const { letters, key } = content;
    return { kind, ...shared, letters, key: key === null ? null : letterAt(key) };
  }
  if (kind === "written") {
    const { lines, showsCriteria } = content;
    const criteria = content.criteria.map(({ id, name, levels }) => ({
      id,
      name,
      levels: levels.map((level) => ({ ...level })),
    }));
    return { kind, ...shared, lines, criteria, showsCriteria, ...optionalFileText("modelAnswer", content.modelAnswer) };
  }
  if (kind === "opinion") {
    const { form, steps, low, high } = content;
    const choices = content.choices.map(({ id, text }) => ({ id, text: fromText(text) }));
    return { kind, ...shared, form, choices, steps, low, high };
  }
  const options = content.options.map((option) => fromOption(option, misconceptionKey));
  if (kind === "severalRightAnswers") return { kind, ...shared, scoring: content.scoring, options };
  return kind === "optionSet" ? { kind, ...shared, setName: content.setName, options } : { kind, ...shared, options };
}

const fromReasoned = (one: Omit<Option, "text">, misconceptionKey: Translate): Omit<FileOption, "text"> => ({
  id: one.id,
  ...(one.isKey && { isKey: true }),
  ...optionalFileText("rationale", one.rationale),
  ...(one.misconceptionId !== undefined && { misconception: misconceptionKey(one.misconceptionId) }),
});

const fromOption = (option: Option, misconceptionKey: Translate): FileOption => ({
  text: fromText(option.text),
  ...fromReasoned(option, misconceptionKey),
  ...(option.staysPut === true && { staysPut: true }),
});

const fromExpected = (expected: readonly ExpectedWrongAnswer[], misconceptionKey: Translate): FileExpected[] =>
  expected.map((one) => ({
    id: one.id,
    text: one.text,
    ...optionalFileText("rationale", one.rationale),
    ...(one.misconceptionId !== undefined && { misconception: misconceptionKey(one.misconceptionId) }),
  }));

/** The wrong ideas that an item names. */
export function misconceptionsIn({ content }: { content: FileContent }): string[] {
  const parts = [
    ...("options" in content ? content.options : []),
    ...("regions" in content ? content.regions : []),
    ...("expectedWrong" in content ? content.expectedWrong : []),
  ];
  return parts.flatMap((part) => part.misconception ?? []);
}

/** Parts without ids in the file take those of the item that is there, place by place. */
export function withKnownIds(file: FileContent, before: Content): FileContent {
  const known = (list: readonly { id: string }[], i: number) => (list[i] ? { id: list[i].id } : {});
  const merged = <T extends { id?: string | undefined }>(mine: readonly T[], theirs: readonly { id: string }[]): T[] =>
    mine.map((one, i) => (one.id === undefined ? { ...one, ...known(theirs, i) } : one));
  if ("options" in file) {
    return "options" in before ? { ...file, options: merged(file.options, before.options) } : file;
  }
  if (file.kind === "match")
    return before.kind === "match"
      ? { ...file, pairs: merged(file.pairs, before.pairs), rights: merged(file.rights, before.rights) }
      : file;
  if (file.kind === "pointOnImage")
    return before.kind === "pointOnImage" ? { ...file, regions: merged(file.regions, before.regions) } : file;
  if (file.kind === "order")
    return before.kind === "order" ? { ...file, steps: merged(file.steps, before.steps) } : file;
  if (file.kind === "fillGaps")
    return before.kind === "fillGaps"
      ? { ...file, gaps: gapsOf(before).map(({ id }, i) => ({ id: file.gaps[i]?.id ?? id })) }
      : file;
  if (file.kind === "written" && before.kind === "written") {
    const criteria = merged(file.criteria, before.criteria).map((criterion, i) => ({
      ...criterion,
      levels: merged(criterion.levels, before.criteria[i]?.levels ?? []),
    }));
    return { ...file, criteria };
  }
  if (file.kind === "opinion" && before.kind === "opinion")
    return { ...file, choices: merged(file.choices, before.choices) };
  if (file.kind === "keyOnly" || file.kind === "written" || file.kind === "opinion" || !("expectedWrong" in before))
    return file;
  const expectedWrong = merged(file.expectedWrong, before.expectedWrong);
  return file.kind === "shortText" && before.kind === "shortText"
    ? { ...file, expectedWrong, accepted: merged(file.accepted, before.accepted) }
    : { ...file, expectedWrong };
}
