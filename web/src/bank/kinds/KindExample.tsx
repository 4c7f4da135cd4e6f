/** A small item of each kind, to be tried out where a kind is chosen. */
import Box from "@mui/material/Box";
import { kindOf, type Answer, type Content, type KindName } from "@verdant/core/items/kinds";
import { useState } from "react";
import { PictureAddress } from "../../player/PointOnImagePlayer.tsx";
import { Player } from "../../player/Player.tsx";
import { example as oneRightAnswer } from "./oneRightAnswer/example.ts";
import { example as severalRightAnswers } from "./severalRightAnswers/example.ts";
import { example as optionSet } from "./optionSet/example.ts";
import { example as shortText } from "./shortText/example.ts";
import { example as numeric } from "./numeric/example.ts";
import { example as match } from "./match/example.ts";
import { example as order } from "./order/example.ts";
import { example as fillGaps } from "./fillGaps/example.ts";
import { example as pointOnImage } from "./pointOnImage/example.ts";
import { example as keyOnly } from "./keyOnly/example.ts";
import { example as written } from "./written/example.ts";
import { example as opinion } from "./opinion/example.ts";
import exampleMap from "./pointOnImage/exampleMap.svg?no-inline";

/** One line a kind. They are apart from the editors, since only whoever chooses a kind needs them. */
const examples: { readonly [N in KindName]: Content } = {
  oneRightAnswer,
  severalRightAnswers,
  optionSet,
  shortText,
  numeric,
  match,
  order,
  fillGaps,
  pointOnImage,
  keyOnly,
  written,
  opinion,
};

export function KindExample({ kind }: { kind: KindName }) {
  const [answer, setAnswer] = useState<Answer | null>(null);
  const content = examples[kind];
  const behaviour = kindOf(content);
  return (
    <PictureAddress value={() => exampleMap}>
      <Box sx={{ fontSize: 13, zoom: 0.82 }}>
        <Player
          isAwaited
          view={behaviour.toStudentView(content, behaviour.arrange(content, null))}
          answer={answer}
          name={`example ${kind}`}
          onAnswer={setAnswer}
        />
      </Box>
    </PictureAddress>
  );
}
