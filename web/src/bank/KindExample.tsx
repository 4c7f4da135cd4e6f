/** A small item of each kind, to be tried out where a kind is chosen. */
import Box from "@mui/material/Box";
import { readPassage } from "@verdant/core/items/fillGaps";
import { kindOf, type Answer, type Content, type KindName } from "@verdant/core/items/kinds";
import { richTextOf } from "@verdant/core/richText";
import { useState } from "react";
import exampleMap from "./exampleMap.svg?no-inline";
import { PictureAddress } from "../player/PointOnImagePlayer.tsx";
import { Player } from "../player/Player.tsx";

const about = (stem: string) => ({ schemaVersion: 1 as const, stem: richTextOf(stem) });
const options = (...texts: string[]) =>
  texts.map((text, i) => ({ id: `example${i}`, text: richTextOf(text), isKey: i === 0 }));

const examples: { readonly [N in KindName]: Content } = {
  oneRightAnswer: {
    kind: "oneRightAnswer",
    ...about("Which grows past a bend?"),
    options: options("A spit", "A cave"),
  },
  severalRightAnswers: {
    kind: "severalRightAnswers",
    ...about("Which are built up by the sea?"),
    scoring: "partial",
    options: options("A bar", "A beach", "An arch"),
  },
  optionSet: {
    kind: "optionSet",
    ...about("Rivers flow uphill."),
    setName: "true or false",
    options: options("True", "False"),
  },
  shortText: {
    kind: "shortText",
    ...about("What is molten rock called?"),
    accepted: [{ id: "a", text: "magma" }],
    caseMatters: false,
    allowsNearMiss: true,
    expectedWrong: [],
  },
  numeric: {
    kind: "numeric",
    ...about("How long is it: 4 cm at 1 : 25 000?"),
    value: 1,
    tolerance: { kind: "absolute", amount: 0 },
    unit: "km",
    expectedWrong: [],
  },
  match: {
    kind: "match",
    ...about("Match."),
    scoring: "partial",
    pairs: [
      { id: "p", left: richTextOf("Coal"), rightId: "f" },
      { id: "q", left: richTextOf("Wind"), rightId: "r" },
    ],
    rights: [
      { id: "f", text: "fossil" },
      { id: "r", text: "renewable" },
    ],
  },
  order: {
    kind: "order",
    ...about("From source to mouth."),
    scoring: "partial",
    steps: ["Spring", "Meander", "Delta"].map((text) => ({ id: text, text: richTextOf(text) })),
    first: "source",
    last: "mouth",
  },
  fillGaps: {
    kind: "fillGaps",
    ...about("Fill the gaps."),
    scoring: "partial",
    passage: readPassage("Swash runs [up | down] the beach.", ["g"], () => "g"),
    allowsNearMiss: false,
  },
  pointOnImage: {
    kind: "pointOnImage",
    ...about("Where is the town?"),
    image: {
      type: "image",
      hash: "",
      alt: "A small map with a river, the sea and a town",
      credit: "",
      width: 240,
      height: 120,
    },
    regions: [
      { id: "town", label: "north-east", shape: { type: "circle", x: 176, y: 28, radius: 16 }, isKey: true },
      { id: "mouth", label: "south-west", shape: { type: "circle", x: 30, y: 104, radius: 16 }, isKey: false },
    ],
    showsRegions: false,
  },
  keyOnly: { kind: "keyOnly", ...about("Question 7 on the sheet."), letters: 4, key: 1 },
  written: {
    kind: "written",
    ...about("Why do spits bend?"),
    lines: 2,
    criteria: [],
    showsCriteria: false,
  },
  opinion: {
    kind: "opinion",
    ...about("How sure are you?"),
    form: "scale",
    choices: [],
    steps: 4,
    low: "not at all",
    high: "very",
  },
};

export function KindExample({ kind }: { kind: KindName }) {
  const [answer, setAnswer] = useState<Answer | null>(null);
  const content = examples[kind];
  const behaviour = kindOf(content);
  return (
    <PictureAddress value={() => exampleMap}>
      <Box sx={{ fontSize: 13, zoom: 0.82 }}>
        <Player
          view={behaviour.toStudentView(content, behaviour.arrange(content, null))}
          answer={answer}
          name={`example ${kind}`}
          onAnswer={setAnswer}
        />
      </Box>
    </PictureAddress>
  );
}
