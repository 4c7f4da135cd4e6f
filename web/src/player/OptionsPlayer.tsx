/** The stem and its options: tap, click or keys. Without `onAnswer` only what was chosen shows. */
import Box from "@mui/material/Box";
import type { OneRightAnswerView } from "@verdant/core/items/oneRightAnswer";
import type { OptionSetView } from "@verdant/core/items/optionSet";
import type { SeveralRightAnswersView } from "@verdant/core/items/severalRightAnswers";
import { useId } from "react";
import { Choice, Dot } from "./Choice.tsx";
import { t } from "../platform/words.ts";
import type { PlayerProps, Verdict } from "./playerProps.ts";
import { RichTextView } from "./RichTextView.tsx";
import { Stem } from "./Stem.tsx";

export function OneRightAnswerPlayer(props: PlayerProps<OneRightAnswerView>) {
  const { answer, onAnswer } = props;
  return (
    <OptionsPlayer
      {...props}
      type="radio"
      chosen={answer?.optionId == null ? [] : [answer.optionId]}
      choose={onAnswer && ((optionId) => onAnswer({ kind: "oneRightAnswer", optionId }))}
    />
  );
}

export function OptionSetPlayer(props: PlayerProps<OptionSetView>) {
  const { answer, onAnswer } = props;
  return (
    <OptionsPlayer
      {...props}
      type="radio"
      chosen={answer?.optionId == null ? [] : [answer.optionId]}
      choose={onAnswer && ((optionId) => onAnswer({ kind: "optionSet", optionId }))}
    />
  );
}

export function SeveralRightAnswersPlayer(props: PlayerProps<SeveralRightAnswersView>) {
  const { answer, onAnswer } = props;
  const chosen = answer?.optionIds ?? [];
  return (
    <OptionsPlayer
      {...props}
      type="checkbox"
      chosen={chosen}
      hint={t("Choose all that are right.")}
      choose={
        onAnswer &&
        ((id) =>
          onAnswer({
            kind: "severalRightAnswers",
            optionIds: chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id],
          }))
      }
    />
  );
}

export function OptionsPlayer(props: {
  view: OneRightAnswerView | OptionSetView | SeveralRightAnswersView;
  type: "radio" | "checkbox";
  name: string;
  chosen: readonly string[];
  hint?: string;
  choose: ((optionId: string) => void) | undefined;
  verdict?: Verdict;
}) {
  const { view, type, name, chosen, hint, choose, verdict } = props;
  const id = useId();
  return (
    <Box component="fieldset" sx={{ border: 0, m: 0, p: 0, minWidth: 0 }} aria-labelledby={id}>
      <Stem id={id} text={view.stem} />
      {hint && <Box sx={{ fontSize: "0.9em", color: "text.secondary", mt: 0.5 }}>{hint}</Box>}
      {view.options.map((option) => {
        const isChosen = chosen.includes(option.id);
        const mark = verdict ? markOf(option.id, isChosen, verdict) : "";
        return (
          <Choice key={option.id} as={choose ? "label" : "div"} data-still={!choose} data-chosen={isChosen}>
            {choose ? (
              <input
                type={type}
                name={name}
                checked={isChosen}
                onChange={() => {
                  choose(option.id);
                }}
              />
            ) : (
              <Dot role="img" data-square={type === "checkbox"} aria-label={isChosen ? t("chosen") : t("not chosen")} />
            )}
            <Box sx={{ flex: 1, minWidth: 0 }}>
              <RichTextView text={option.text} />
            </Box>
            {mark !== "" && (
              <Box
                sx={{
                  fontSize: "0.85em",
                  fontWeight: 700,
                  color: mark.startsWith("✗") ? "error.main" : "primary.main",
                }}
              >
                {mark}
              </Box>
            )}
          </Choice>
        );
      })}
    </Box>
  );
}

function markOf(optionId: string, isChosen: boolean, { content, credit }: Verdict): string {
  if (content && "options" in content) {
    const isKey = content.options.some((option) => option.id === optionId && option.isKey);
    if (isKey) return t("✓ right");
    return isChosen && credit !== null ? t("✗ not right") : "";
  }
  if (!isChosen || credit === null) return "";
  if (credit === 1) return t("✓ right");
  return credit === 0 ? t("✗ not right") : "";
}
