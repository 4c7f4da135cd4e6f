/** Shows one item and takes its answer: the same for students, the reading pane, previews and results. */
import type { KindName } from "@verdant/core/items/kinds";
import type { ComponentType } from "react";
import { OneRightAnswerPlayer } from "./OneRightAnswerPlayer.tsx";
import type { PlayerProps } from "./playerProps.ts";

/** One line a kind. */
const players: { readonly [N in KindName]: ComponentType<PlayerProps> } = {
  oneRightAnswer: OneRightAnswerPlayer,
};

export function Player(props: PlayerProps) {
  const KindPlayer = players[props.view.kind];
  return <KindPlayer {...props} />;
}
