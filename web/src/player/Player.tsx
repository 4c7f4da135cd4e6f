/** Shows one item and takes its answer: the same for students, the reading pane, previews and results. */
import type { Answer, KindName, View } from "@verdant/core/items/kinds";
import { lazy, Suspense, type ComponentType } from "react";
import { OneRightAnswerPlayer, OptionSetPlayer, SeveralRightAnswersPlayer } from "./OptionsPlayer.tsx";
import type { PlayerProps } from "./playerProps.ts";

// All but options to choose from load with the sitting that asks for them.
const loadShortText = async () => ({ default: (await import("./TypedPlayer.tsx")).ShortTextPlayer });
const loadNumeric = async () => ({ default: (await import("./TypedPlayer.tsx")).NumericPlayer });
const loadMatch = async () => ({ default: (await import("./MatchPlayer.tsx")).MatchPlayer });
const loadOrder = async () => ({ default: (await import("./OrderPlayer.tsx")).OrderPlayer });
const loadFillGaps = async () => ({ default: (await import("./FillGapsPlayer.tsx")).FillGapsPlayer });
const loadPointOnImage = async () => ({ default: (await import("./PointOnImagePlayer.tsx")).PointOnImagePlayer });
const loadKeyOnly = async () => ({ default: (await import("./KeyOnlyPlayer.tsx")).KeyOnlyPlayer });
const loadWritten = async () => ({ default: (await import("./WrittenPlayer.tsx")).WrittenPlayer });
const loadOpinion = async () => ({ default: (await import("./OpinionPlayer.tsx")).OpinionPlayer });
const later: { readonly [N in KindName]?: () => Promise<unknown> } = {
  shortText: loadShortText,
  numeric: loadNumeric,
  match: loadMatch,
  order: loadOrder,
  fillGaps: loadFillGaps,
  pointOnImage: loadPointOnImage,
  keyOnly: loadKeyOnly,
  written: loadWritten,
  opinion: loadOpinion,
};

/** Loads what these kinds need beforehand, so that no question waits for the network. */
export const preparePlayers = async (kinds: readonly KindName[]): Promise<void> => {
  await Promise.allSettled([...new Set(kinds)].flatMap((kind) => later[kind]?.() ?? []));
};

/** One line a kind. */
const players: { readonly [N in KindName]: ComponentType<PlayerProps<Extract<View, { kind: N }>>> } = {
  oneRightAnswer: OneRightAnswerPlayer,
  severalRightAnswers: SeveralRightAnswersPlayer,
  optionSet: OptionSetPlayer,
  shortText: lazy(loadShortText),
  numeric: lazy(loadNumeric),
  match: lazy(loadMatch),
  order: lazy(loadOrder),
  fillGaps: lazy(loadFillGaps),
  pointOnImage: lazy(loadPointOnImage),
  keyOnly: lazy(loadKeyOnly),
  written: lazy(loadWritten),
  opinion: lazy(loadOpinion),
};

export function Player(props: Omit<PlayerProps, "answer"> & { answer: Answer | null }) {
  // Safe: the player is the one of the view's kind, and an answer of another kind is left aside.
  const KindPlayer = players[props.view.kind] as ComponentType<PlayerProps>;
  return (
    <Suspense fallback={null}>
      <KindPlayer {...props} answer={props.answer?.kind === props.view.kind ? props.answer : null} />
    </Suspense>
  );
}
