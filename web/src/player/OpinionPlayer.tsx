/** A question about one's own view: there is nothing to be right about. */
import Box from "@mui/material/Box";
import { stepInWords, stepsOf, type OpinionView } from "@verdant/core/items/opinion";
import { richTextOf } from "@verdant/core/richText";
import { useId } from "react";
import { t } from "../platform/words.ts";
import { TypeField } from "../ui/TypeField.tsx";
import { OptionsPlayer } from "./OptionsPlayer.tsx";
import type { PlayerProps } from "./playerProps.ts";
import { Stem } from "./Stem.tsx";
import { useTyped } from "./useTyped.ts";

export function OpinionPlayer(props: PlayerProps<OpinionView>) {
  const { view, answer, onAnswer, name } = props;
  const give = onAnswer && ((value: string) => onAnswer({ kind: "opinion", value }));
  if (view.form === "text") return <InWords view={view} value={answer?.value ?? ""} give={give} />;
  const options =
    view.form === "choice"
      ? view.choices
      : stepsOf(view).map((step) => ({ id: step, text: richTextOf(stepInWords(view, step)) }));
  return (
    <OptionsPlayer
      view={{ kind: "oneRightAnswer", stem: view.stem, options }}
      type="radio"
      name={name}
      chosen={answer && answer.value !== "" ? [answer.value] : []}
      choose={give}
    />
  );
}

function InWords(props: { view: OpinionView; value: string; give: ((value: string) => void) | undefined }) {
  const id = useId();
  const { text, type, flush } = useTyped(props.value, props.give);
  return (
    <Box>
      <Stem id={id} text={props.view.stem} />
      {props.give ? (
        <TypeField
          aria-labelledby={id}
          maxLength={1000}
          value={text}
          onChange={(event) => {
            type(event.target.value);
          }}
          onBlur={flush}
          sx={{ width: "100%", mt: 1.5 }}
        />
      ) : (
        <Box sx={{ mt: 1.5, fontWeight: 700 }}>{text === "" ? t("left blank") : text}</Box>
      )}
    </Box>
  );
}
