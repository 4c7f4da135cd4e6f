/** The letters of a question that is printed on paper. */
import { letterAt, type KeyOnlyView } from "@verdant/core/items/keyOnly";
import { richTextOf } from "@verdant/core/richText";
import { OptionsPlayer } from "./OptionsPlayer.tsx";
import type { PlayerProps } from "./playerProps.ts";

export function KeyOnlyPlayer({ view, answer, onAnswer, verdict, name }: PlayerProps<KeyOnlyView>) {
  const content = verdict?.content?.kind === "keyOnly" ? verdict.content : null;
  const letters = Array.from({ length: view.letters }, (_, place) => ({
    id: letterAt(place),
    text: richTextOf(letterAt(place)),
    isKey: place === content?.key,
  }));
  const isChosen = answer?.letter != null;
  return (
    <OptionsPlayer
      view={{ kind: "oneRightAnswer", stem: view.stem, options: letters }}
      type="radio"
      name={name}
      chosen={isChosen ? [letterAt(answer.letter)] : []}
      choose={
        onAnswer &&
        ((id) => {
          onAnswer({ kind: "keyOnly", letter: letters.findIndex((one) => one.id === id) });
        })
      }
      {...(verdict && {
        verdict: {
          ...verdict,
          content: content && { kind: "oneRightAnswer", schemaVersion: 1, stem: view.stem, options: letters },
        },
      })}
    />
  );
}
