/** Things in a list, moved up and down until they stand in order: by touch, mouse and keys alike. */
import Box from "@mui/material/Box";
import IconButton from "@mui/material/IconButton";
import type { OrderView } from "@verdant/core/items/order";
import { plainText } from "@verdant/core/richText";
import { ArrowDown, ArrowUp } from "lucide-react";
import { useEffect, useId, useRef, useState } from "react";
import { t } from "../platform/words.ts";
import { moved } from "@verdant/core/moved";
import { onlyHeard } from "../ui/onlyHeard.ts";
import type { PlayerProps } from "./playerProps.ts";
import { RichTextView } from "./RichTextView.tsx";
import { RightOrNot } from "./RightOrNot.tsx";
import { Stem } from "./Stem.tsx";

export function OrderPlayer({ view, answer, onAnswer, verdict }: PlayerProps<OrderView>) {
  const id = useId();
  const list = useRef<HTMLOListElement>(null);
  const [lastMove, setLastMove] = useState<{ id: string; way: "up" | "down" } | null>(null);
  const content = verdict?.content?.kind === "order" ? verdict.content : null;
  const isAnswered = answer !== null && answer.order.length > 0;
  const ids = isAnswered ? answer.order : view.steps.map((step) => step.id);
  const steps = ids.flatMap((one) => view.steps.find((step) => step.id === one) ?? []);
  const at = lastMove ? steps.findIndex((step) => step.id === lastMove.id) : -1;
  // A browser takes the focus off what moves in its page.
  useEffect(() => {
    if (!lastMove) return;
    const buttons = [...(list.current?.children[at]?.querySelectorAll("button") ?? [])];
    const wanted = buttons[lastMove.way === "up" ? 0 : 1];
    (wanted?.disabled ? buttons.find((button) => !button.disabled) : wanted)?.focus();
  }, [lastMove, at]);
  const move = (from: number, way: "up" | "down") => {
    const to = from + (way === "up" ? -1 : 1);
    setLastMove({ id: steps[from]?.id ?? "", way });
    onAnswer?.({ kind: "order", order: moved(ids, from, to) });
  };
  return (
    <Box>
      <Stem id={id} text={view.stem} />
      {onAnswer && (
        <Box sx={{ fontSize: "0.9em", color: "text.secondary", mt: 0.5 }}>
          {t("Move each to its place. As long as nothing is moved, nothing is answered.")}
        </Box>
      )}
      {verdict && !isAnswered && <Box sx={{ fontWeight: 700 }}>{t("left blank")}</Box>}
      {view.first !== "" && <End words={view.first} />}
      <Box component="ol" ref={list} aria-labelledby={id} sx={{ m: 0, mt: 1, p: 0, listStyle: "none" }}>
        {steps.map((step, i) => {
          const words = plainText(step.text);
          const right = content?.steps.findIndex((one) => one.id === step.id);
          return (
            <Box
              component="li"
              key={step.id}
              sx={{
                display: "flex",
                alignItems: "center",
                gap: 1.25,
                border: 1,
                borderColor: "divider",
                borderRadius: 1,
                bgcolor: "background.paper",
                px: 1.5,
                py: 0.75,
                mb: 1,
                minHeight: 48,
              }}
            >
              <Box sx={{ fontWeight: 700, width: "1.5em" }}>{i + 1}</Box>
              <Box sx={{ flex: 1, minWidth: 0 }}>
                <RichTextView text={step.text} />
                {right !== undefined && (
                  <RightOrNot isRight={isAnswered && right === i} right={t("place {{place}}", { place: right + 1 })} />
                )}
              </Box>
              {onAnswer && (
                <Box sx={{ display: "flex" }}>
                  <Move words={t("Move up: {{words}}", { words })} isOff={i === 0} move={() => move(i, "up")}>
                    <ArrowUp size={20} aria-hidden />
                  </Move>
                  <Move
                    words={t("Move down: {{words}}", { words })}
                    isOff={i === steps.length - 1}
                    move={() => move(i, "down")}
                  >
                    <ArrowDown size={20} aria-hidden />
                  </Move>
                </Box>
              )}
            </Box>
          );
        })}
      </Box>
      {view.last !== "" && <End words={view.last} />}
      <Box role="status" sx={onlyHeard}>
        {lastMove && t("now at place {{place}} of {{total}}", { place: at + 1, total: steps.length })}
      </Box>
    </Box>
  );
}

const End = ({ words }: { words: string }) => (
  <Box sx={{ fontSize: "0.9em", color: "text.secondary", mt: 0.75 }}>{words}</Box>
);

function Move(props: { words: string; isOff: boolean; move: () => void; children: React.ReactNode }) {
  return (
    <IconButton
      aria-label={props.words}
      disabled={props.isOff}
      onClick={props.move}
      sx={{ width: 44, height: 44, color: "text.primary" }}
    >
      {props.children}
    </IconButton>
  );
}
