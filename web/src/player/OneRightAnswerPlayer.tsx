import Box from "@mui/material/Box";
import { styled } from "@mui/material/styles";
import { useId } from "react";
import type { PlayerProps } from "./playerProps.ts";
import { RichTextView } from "./RichTextView.tsx";

const Choice = styled("label")(({ theme }) => ({
  display: "flex",
  alignItems: "center",
  gap: 14,
  padding: "12px 14px",
  marginTop: 10,
  borderRadius: 8,
  border: `1px solid ${theme.vars?.palette.divider ?? "currentColor"}`,
  backgroundColor: theme.vars?.palette.background.paper,
  cursor: "pointer",
  "& p": { margin: "0 !important" },
  "& input": { width: 20, height: 20, margin: 0, flex: "none", accentColor: theme.vars?.palette.primary.main },
  "&:has(input:checked)": {
    borderColor: theme.vars?.palette.primary.main,
    backgroundColor: theme.vars?.palette.success.light,
  },
  "&:has(input:focus-visible)": {
    outline: `3px solid ${theme.vars?.palette.warning.main ?? "currentColor"}`,
    outlineOffset: 2,
  },
  "&[data-still=true]": { cursor: "default" },
  "&[data-chosen=true]": {
    borderColor: theme.vars?.palette.primary.main,
    backgroundColor: theme.vars?.palette.success.light,
  },
}));

/** Stands for the radio button where nothing can be chosen any more. */
const Dot = styled("span")(({ theme }) => ({
  width: 20,
  height: 20,
  flex: "none",
  boxSizing: "border-box",
  borderRadius: "50%",
  border: `2px solid ${theme.vars?.palette.text.secondary ?? "currentColor"}`,
  "[data-chosen=true] > &": { border: `6px solid ${theme.vars?.palette.primary.main ?? "currentColor"}` },
}));

/** The stem and its options as radio buttons: tap, click or arrow keys. Without `onAnswer` only what was chosen shows. */
export function OneRightAnswerPlayer({ view, answer, name, onAnswer, verdict }: PlayerProps) {
  const id = useId();
  return (
    <Box component="fieldset" sx={{ border: 0, m: 0, p: 0, minWidth: 0 }} aria-labelledby={id}>
      <Box id={id} sx={{ fontWeight: 700, fontSize: "1.15em", lineHeight: 1.35, fontFamily: "h2.fontFamily" }}>
        <RichTextView text={view.stem} />
      </Box>
      {view.options.map((option) => {
        const isChosen = answer?.optionId === option.id;
        return (
          <Choice key={option.id} as={onAnswer ? "label" : "div"} data-still={!onAnswer} data-chosen={isChosen}>
            {onAnswer ? (
              <input
                type="radio"
                name={name}
                checked={isChosen}
                onChange={() => {
                  onAnswer({ kind: "oneRightAnswer", optionId: option.id });
                }}
              />
            ) : (
              <Dot role="img" aria-label={isChosen ? "chosen" : "not chosen"} />
            )}
            <Box sx={{ flex: 1, minWidth: 0 }}>
              <RichTextView text={option.text} />
            </Box>
            {verdict && (
              <Box sx={{ fontSize: "0.85em", fontWeight: 700, color: markColour(option.id, isChosen, verdict) }}>
                {markOf(option.id, isChosen, verdict)}
              </Box>
            )}
          </Choice>
        );
      })}
    </Box>
  );
}

type Verdict = NonNullable<PlayerProps["verdict"]>;

function markOf(optionId: string, isChosen: boolean, { keyIds, isRight }: Verdict): string {
  if (keyIds?.includes(optionId)) return "✓ right";
  return isChosen && isRight !== null ? (isRight ? "✓ right" : "✗ not right") : "";
}

const markColour = (optionId: string, isChosen: boolean, verdict: Verdict) =>
  markOf(optionId, isChosen, verdict).startsWith("✓") ? "primary.main" : "error.main";
