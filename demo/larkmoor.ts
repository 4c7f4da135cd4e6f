/** Larkmoor School: its readable files put together as a department file. */
import { readdirSync, readFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { FileContent, type DepartmentFile, type FileItem } from "@verdant/contract/exchange";
import { Many } from "@verdant/contract/many";
import { richTextOf, type Recording, type RichText } from "@verdant/core/richText";
import { readIndentedList } from "@verdant/core/standards/indentedList";
import { hashOfBytes } from "../server/src/media/service.ts";
import { reencodeTask } from "../server/src/media/reencodeTask.ts";
import { figures as drawings } from "./drawFigures.ts";
import { soundOfWaves } from "./soundOfWaves.ts";
import { readItems, type Figure } from "./itemNotation.ts";
import classes from "./larkmoor/classes.json" with { type: "json" };
import courses from "./larkmoor/courses.json" with { type: "json" };
import many from "./larkmoor/many.json" with { type: "json" };
import lastYear from "./larkmoor/lastYear.json" with { type: "json" };
import flawed from "./larkmoor/flawed.json" with { type: "json" };
import places from "./larkmoor/places.json" with { type: "json" };
import stimuli from "./larkmoor/stimuli.json" with { type: "json" };
import written from "./larkmoor/written.json" with { type: "json" };
import unmarked from "./larkmoor/unmarked.json" with { type: "json" };
import about from "./larkmoor/school.json" with { type: "json" };
import { datedFile, type School } from "./school.ts";

/** Beside this file in the sources; one folder up from the server's bundle. */
const folder = [new URL("./larkmoor/", import.meta.url), new URL("../../demo/larkmoor/", import.meta.url)]
  .map((url) => fileURLToPath(url))
  .find((path) => exists(path)) as string;

function exists(path: string): boolean {
  try {
    return readdirSync(path).includes("topics.txt");
  } catch {
    return false;
  }
}

const read = (name: string) => readFileSync(`${folder}${name}`, "utf8");

/** @param today a local date, YYYY-MM-DD */
export async function larkmoor(today: string): Promise<School> {
  const { media, figures } = await readFigures();
  const waves = soundOfWaves(20, 12);
  const recording = { hash: hashOfBytes(waves), credit: "Made for Larkmoor School" };
  media.push({
    ...{ hash: recording.hash, mime: "audio/wav", width: null, height: null, name: "waves at Whitesand" },
    ...{ description: "Four waves break in twenty seconds.", credit: recording.credit },
    base64: waves.toString("base64"),
  });
  const topics = readTopics(read("topics.txt"));
  const roots = topics.filter((topic) => topic.parent === undefined);
  const items = [
    ...roots.flatMap(({ name }) =>
      readItems(read(`items/${name.toLowerCase().replaceAll(" ", "-")}.txt`), name, figures),
    ),
    ...(unmarked as FileItem[]),
    ...readItems(read("sources.txt"), "Coasts", figures),
    ...places.map((one) => placeItem(one, figures)),
    ...flawed.map(({ content, ...one }): FileItem => ({
      ...{ ...one, standards: [], demand: "recall", use: "practice", status: "draft", expectedSeconds: 45 },
      ...{
        writerDifficulty: 3,
        keptFindings: [],
        tags: [],
        points: 1,
        language: "en-GB",
        content: FileContent.parse(content),
      },
    })),
  ];
  const structure = {
    framework: {
      guid: "6a5f0f1e-5e0a-4c53-9a0b-5a6d2f7c1e10",
      title: "Larkmoor standards for geography",
      standards: readIndentedList(read("standards.txt")).standards.map(
        ({ code, statement, studentWording, parent }) => ({
          code,
          statement,
          ...(studentWording !== null && { studentWording }),
          ...(parent !== null && { parent }),
        }),
      ),
    },
    topics,
    ...courses,
  };
  const bank = {
    misconceptions: misconceptionsOf(items),
    stimuli: stimuli.map(({ key, text, figure, sound }) => ({
      key,
      title: key,
      text: withMedia(
        richTextOf(text),
        figures.get(figure ?? ""),
        sound && { ...recording, title: key, transcript: sound },
      ),
    })),
    items,
    media,
  };
  return {
    about,
    file: withNamedYear(datedFile({ ...structure, ...bank, ...classes }, about.anchor, today)),
    earlierYears: [withNamedYear(datedFile({ ...structure, ...lastYear }, about.anchor, today))],
    many: many.map((one) => ({ ...one, body: Many.parse(one.body) })),
    goals: [
      { topic: "Scale and relief", writer: null, wanted: 80, days: 20 },
      { topic: "Tropical rainforest", writer: "Ines Fairley", wanted: 12, days: 20 },
      { topic: "Plates", writer: "Tobias Lind", wanted: 10, days: 34 },
    ],
    paper: { topic: "Scale and relief", name: "the November map sheet", key: "BADCAB" },
    rehearsal: { name: "Rehearsal", course: "Year 9 geography" },
    timed: { class: "9C", of: "Distances on maps" },
    written,
    remedies: [
      { class: "8B", topic: "Meanders", daysAgo: 62 },
      { class: "8B", topic: "Erosion and transport", daysAgo: 50 },
      { class: "9C", topic: "Tropical rainforest", daysAgo: 22 },
    ],
    characteristics: [
      { name: "First language", values: ["English", "Another language"], pattern: [0, 0, 1, 0, 1, 0, 0, 1] },
    ],
    goodReasons: {
      class: "8B",
      item: "Which surface floods fastest",
      reasons: [
        { text: "Rain can’t soak into streets and roofs, so all of it runs into the river at once.", readAs: "good" },
        { text: "In a city the drains bring it straight to the river.", readAs: "good" },
        { text: "Trees and soil hold water back, paving doesn’t.", readAs: "good" },
        { text: "I looked for the one where nothing can soak in.", readAs: "fit" },
        { text: "I crossed out the other three.", readAs: "fit" },
        { text: "it just is", readAs: null },
      ],
      tell: 7,
    },
    prepared: { class: "8D", name: "Before half term", count: 8 },
    path: {
      class: "9C",
      topics: ["Measuring development", "Trade and aid"],
      name: "Development, at your own pace",
      practice: "Practice: development",
      check: "Check: development",
      steps: [
        "Practise with figures on development",
        "Explain one figure to your teacher, with a country as an example",
        "Show what you know about development and trade",
        "Compare two countries on one page",
      ],
      note: "Explained life expectancy well; ask for a second figure next time.",
    },
    tags: [
      { topic: "Waves and drift", tag: "field trip" },
      { topic: "Erosion and transport", tag: "field trip" },
      { topic: "Scale and relief", tag: "map sheet 4" },
    ],
  };
}

/** "2025/26": its school year by the years that it lies in. */
function withNamedYear(file: DepartmentFile): DepartmentFile {
  if (!file.schoolYear) return file;
  const [from = "", to = ""] = [file.schoolYear.startsOn, file.schoolYear.endsOn].map((day) => day.slice(0, 4));
  return { ...file, schoolYear: { ...file.schoolYear, name: `${from}/${to.slice(2)}` } };
}

/** A "point on image" as it is written in places.json: the picture by the name of its figure. */
function placeItem(
  { figure, key, label, topic, standards, writerDifficulty, ...content }: (typeof places)[number],
  figures: ReadonlyMap<string, Figure>,
): FileItem {
  const image = figures.get(figure);
  return {
    ...{ key, label, topic, standards, writerDifficulty },
    ...{
      demand: "apply",
      use: "practice",
      status: "approved",
      expectedSeconds: 45,
      keptFindings: [],
      tags: [],
      points: 1,
      language: "en-GB",
    },
    content: FileContent.parse({ kind: "pointOnImage", image: image ? { type: "image", ...image } : null, ...content }),
  };
}

function withMedia(
  text: RichText,
  figure: Figure | undefined,
  sound: Omit<Recording, "type"> | "" | undefined,
): RichText {
  const image = figure ? [{ type: "image" as const, ...figure }] : [];
  return { ...text, content: [...text.content, ...image, ...(sound ? [{ type: "audio" as const, ...sound }] : [])] };
}

/** "Rivers R 0", and under it, further in, "Erosion and transport: LG.1.1 LG.1.2". */
function readTopics(text: string): DepartmentFile["topics"] {
  let root = "";
  return text
    .split("\n")
    .filter((line) => line.trim() !== "")
    .map((line) => {
      if (line.startsWith(" ")) {
        const [name = "", standards = ""] = line.trim().split(": ");
        return { key: `${root} / ${name}`, name, parent: root, standards: standards.split(" ") };
      }
      const [, name = "", letter = "", hue = "0"] = /^(.*) (\w) (\d)$/.exec(line) ?? [];
      root = name;
      return { key: name, name, letter, hue: Number(hue), standards: [] };
    });
}

/** The catalogue is every wrong idea that an item names. */
function misconceptionsOf(items: DepartmentFile["items"]): DepartmentFile["misconceptions"] {
  const names = items.flatMap(({ content }) =>
    ("options" in content
      ? content.options
      : "expectedWrong" in content
        ? content.expectedWrong
        : "regions" in content
          ? content.regions
          : []
    ).flatMap((one) => one.misconception ?? []),
  );
  return [...new Set(names)].sort().map((name) => ({ key: name, name }));
}

async function readFigures(): Promise<{ media: DepartmentFile["media"]; figures: Map<string, Figure> }> {
  const figures = new Map<string, Figure>();
  const media: DepartmentFile["media"] = [];
  for (const [name, { alt }] of Object.entries(drawings)) {
    const made = await reencodeTask({ bytes: Buffer.from(read(`figures/${name}.svg`)) });
    if (!made.ok) throw new Error(`figure ${name}: ${made.reason}`);
    const { bytes, mime, width, height } = made;
    const hash = hashOfBytes(bytes);
    figures.set(name, { hash, alt, credit: "Drawn for Larkmoor School", width, height });
    media.push({
      ...{ hash, mime, width, height, name: name.replaceAll("-", " "), description: alt },
      credit: "Drawn for Larkmoor School",
      base64: Buffer.from(bytes).toString("base64"),
    });
  }
  return { media, figures };
}
