/** A text with its gaps: fields to type in, and short lists to choose from, in the line itself. */
import Box from "@mui/material/Box";
import { rightAt, type FillGapsView } from "@verdant/core/items/fillGaps";
import { Fragment, useId, useLayoutEffect, useRef } from "react";
import { t } from "../platform/words.ts";
import { TypeField } from "../ui/TypeField.tsx";
import { ChoiceList } from "./ChoiceList.tsx";
import type { PlayerProps } from "./playerProps.ts";
import { RightOrNot } from "./RightOrNot.tsx";
import { Stem } from "./Stem.tsx";
import { useTyped } from "./useTyped.ts";

type GapView = Extract<FillGapsView["passage"][number], { type: "gap" }>;

export function FillGapsPlayer({ view, answer, onAnswer, verdict }: PlayerProps<FillGapsView>) {
  const id = useId();
  // Two gaps may be given before the answer comes back: each adds to what the one before gave.
  const filled = useRef(answer?.filled ?? []);
  useLayoutEffect(() => {
    filled.current = answer?.filled ?? [];
  }, [answer]);
  const content = verdict?.content?.kind === "fillGaps" ? verdict.content : null;
  const gaps = view.passage.filter((part) => part.type === "gap");
  const give = (gapId: string, text: string) => {
    const rest = filled.current.filter((one) => one.gapId !== gapId);
    filled.current = text.trim() === "" ? rest : [...rest, { gapId, text }];
    onAnswer?.({ kind: "fillGaps", filled: filled.current });
  };
  return (
    <Box>
      <Stem id={id} text={view.stem} />
      <Box role="group" aria-labelledby={id} sx={{ mt: 1.5, lineHeight: 2.6, whiteSpace: "pre-wrap" }}>
        {view.passage.map((part, i) => {
          if (part.type === "text") return <Fragment key={i}>{part.text}</Fragment>;
          const text = answer?.filled.find((one) => one.gapId === part.id)?.text ?? "";
          const key = content?.passage.find((one) => one.type === "gap" && one.id === part.id);
          return (
            <Fragment key={part.id}>
              <GapField
                gap={part}
                number={gaps.indexOf(part) + 1}
                text={text}
                give={
                  onAnswer &&
                  ((given) => {
                    give(part.id, given);
                  })
                }
              />
              {key?.type === "gap" && (
                <>
                  {" "}
                  <RightOrNot
                    isRight={content !== null && rightAt(content, key, text) !== undefined}
                    right={key.accepted[0] ?? ""}
                  />
                </>
              )}
            </Fragment>
          );
        })}
      </Box>
    </Box>
  );
}

function GapField(props: { gap: GapView; number: number; text: string; give: ((text: string) => void) | undefined }) {
  const { gap, number, text, give } = props;
  const typed = useTyped(text, gap.choices.length > 0 ? undefined : give);
  const label = t("Gap {{number}}", { number });
  if (!give) return <Box component="b">{text === "" ? t("left blank") : text}</Box>;
  if (gap.choices.length > 0) {
    const choices = gap.choices.map((choice) => ({ id: choice, text: choice }));
    return <ChoiceList label={label} choices={choices} chosen={text} choose={give} />;
  }
  return (
    <TypeField
      type="text"
      aria-label={label}
      autoComplete="off"
      autoCapitalize="off"
      spellCheck={false}
      maxLength={200}
      value={typed.text}
      onChange={(event) => {
        typed.type(event.target.value);
      }}
      onBlur={typed.flush}
      sx={{ width: 150, minHeight: 44, py: 0.5, lineHeight: 1.4 }}
    />
  );
}
