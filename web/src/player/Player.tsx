/** Shows one item and takes its answer: the same for students, the reading pane, previews and results. */
import type { Answer, KindName, View } from "@verdant/core/items/kinds";
import { lazy, Suspense, type ComponentType } from "react";
import { OneRightAnswerPlayer, OptionSetPlayer, SeveralRightAnswersPlayer } from "./OptionsPlayer.tsx";
import type { PlayerProps } from "./playerProps.ts";

type KindPlayer<N extends KindName> = ComponentType<PlayerProps<Extract<View, { kind: N }>>>;
interface Loaded<N extends KindName> {
  readonly Player: KindPlayer<N>;
  /** Loads what is not in the first bundle. */
  readonly prepare?: () => Promise<unknown>;
}

/** A player that loads with the sitting that asks for its kind. */
function later<N extends KindName>(load: () => Promise<KindPlayer<N>>): Loaded<N> {
  const prepare = async () => ({ default: await load() });
  return { Player: lazy(prepare), prepare };
}

/** One line a kind. Options to choose from are there from the beginning. */
const players: { readonly [N in KindName]: Loaded<N> } = {
  oneRightAnswer: { Player: OneRightAnswerPlayer },
  severalRightAnswers: { Player: SeveralRightAnswersPlayer },
  optionSet: { Player: OptionSetPlayer },
  shortText: later(async () => (await import("./TypedPlayer.tsx")).ShortTextPlayer),
  numeric: later(async () => (await import("./TypedPlayer.tsx")).NumericPlayer),
  match: later(async () => (await import("./MatchPlayer.tsx")).MatchPlayer),
  order: later(async () => (await import("./OrderPlayer.tsx")).OrderPlayer),
  fillGaps: later(async () => (await import("./FillGapsPlayer.tsx")).FillGapsPlayer),
  pointOnImage: later(async () => (await import("./PointOnImagePlayer.tsx")).PointOnImagePlayer),
  keyOnly: later(async () => (await import("./KeyOnlyPlayer.tsx")).KeyOnlyPlayer),
  written: later(async () => (await import("./WrittenPlayer.tsx")).WrittenPlayer),
  opinion: later(async () => (await import("./OpinionPlayer.tsx")).OpinionPlayer),
};

/** Loads what these kinds need beforehand, so that no question waits for the network. */
export const preparePlayers = async (kinds: readonly KindName[]): Promise<void> => {
  await Promise.allSettled([...new Set(kinds)].flatMap((kind) => players[kind].prepare?.() ?? []));
};

/** With `isAwaited`, what a Suspense above holds waits too: what stands below does not jump from under a finger. */
export function Player({
  isAwaited = false,
  ...props
}: Omit<PlayerProps, "answer"> & { answer: Answer | null; isAwaited?: boolean }) {
  // Safe: the player is the one of the view's kind, and an answer of another kind is left aside.
  const KindPlayer = players[props.view.kind].Player as ComponentType<PlayerProps>;
  const player = <KindPlayer {...props} answer={props.answer?.kind === props.view.kind ? props.answer : null} />;
  return isAwaited ? player : <Suspense fallback={null}>{player}</Suspense>;
}
