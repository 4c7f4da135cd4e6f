/** Shows one item and takes its answer: the same for students, the reading pane, previews and results. */
import type { Answer, KindName, View } from "@verdant/core/items/kinds";
import type { ComponentType } from "react";
import { OneRightAnswerPlayer } from "./OneRightAnswerPlayer.tsx";

/** What may be said about the parts of an answer once a result is open, by option id. */
export interface Verdict {
  readonly keyIds: readonly string[] | null;
  readonly isRight: boolean | null;
}

export interface PlayerProps<V = View, A = Answer> {
  readonly view: V;
  readonly answer: A | null;
  /** Makes names of inputs differ where several items are on one page. */
  readonly name: string;
  /** Absent: the answer cannot be changed. */
  readonly onAnswer?: (answer: A) => void;
  readonly verdict?: Verdict;
}

/** One line a kind. */
const players: { readonly [N in KindName]: ComponentType<PlayerProps> } = {
  oneRightAnswer: OneRightAnswerPlayer,
};

export function Player(props: PlayerProps) {
  const KindPlayer = players[props.view.kind];
  return <KindPlayer {...props} />;
}
