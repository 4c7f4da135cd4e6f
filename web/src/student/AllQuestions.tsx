/** All questions of a sitting on one page. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { Sitting } from "@verdant/contract/delivery";
import { blankAnswer } from "@verdant/core/items/blank";
import type { Answer } from "@verdant/core/items/kinds";
import { useEffect, useRef } from "react";
import { Player } from "../player/Player.tsx";
import { StimulusView } from "../player/StimulusView.tsx";
import { numberOf, t } from "../platform/words.ts";
import { AskForHelp } from "./AskForHelp.tsx";
import { SittingBar } from "./SittingBar.tsx";
import { StudentFrame } from "./StudentFrame.tsx";
import type { SittingHere } from "./useSitting.ts";
import { WordsBefore } from "./WordsBefore.tsx";

export function AllQuestions(props: {
  here: SittingHere;
  sitting: Sitting;
  /** The question to begin at. */
  position: number;
  toLastLook: () => void;
}) {
  const { here, sitting, position, toLastLook } = props;
  const answered = sitting.items.filter((item) => here.isAnswered(item.position)).length;
  return (
    <StudentFrame
      title={sitting.name}
      bar={<SittingBar here={here} sitting={sitting} centre={answered} />}
      foot={
        <Button variant="contained" size="large" onClick={toLastLook}>
          {t("Before you hand in")}
        </Button>
      }
    >
      {sitting.items.map((item) => (
        <OneOfAll key={item.position} here={here} sitting={sitting} item={item} isFirst={item.position === position} />
      ))}
      <AskForHelp here={here} />
    </StudentFrame>
  );
}

function OneOfAll(props: { here: SittingHere; sitting: Sitting; item: Sitting["items"][number]; isFirst: boolean }) {
  const { here, sitting, item, isFirst } = props;
  const { position } = item;
  const { watch } = here;
  const self = useRef<HTMLDivElement>(null);
  // Only what has been in sight counts as asked.
  useEffect(() => {
    if (!self.current) return;
    let leave: (() => void) | undefined;
    const seen = new IntersectionObserver(([entry]) => {
      if (entry?.isIntersecting) leave ??= watch(position);
      else {
        leave?.();
        leave = undefined;
      }
    });
    seen.observe(self.current);
    if (isFirst) self.current.scrollIntoView();
    return () => {
      seen.disconnect();
      leave?.();
    };
  }, [watch, position, isFirst]);
  const stimulus = sitting.stimuli.find((one) => one.id === item.stimulusId);
  const before = sitting.items.find((one) => one.position === position - 1);
  const given = here.given.get(position) ?? { answer: null, revisit: false };
  const { view } = item;
  if (!view) return null;
  return (
    <Box ref={self}>
      <WordsBefore words={sitting.words} position={position} />
      {stimulus && before?.stimulusId !== item.stimulusId && <StimulusView stimulus={stimulus.content} />}
      <Paper sx={{ p: 2, mb: 2 }} component="section" aria-label={t("Question {{position}}", { position })}>
        <Typography component="h2" variant="body2" color="textSecondary" sx={{ mb: 0.5 }}>
          {t("Question {{position}} of {{questions}}", { position, questions: sitting.items.length })} ·{" "}
          {item.points === 1 ? t("1 point") : t("{{points}} points", { points: numberOf(item.points) })}
        </Typography>
        <Player
          view={view}
          answer={given.answer}
          name={`question ${position}`}
          onAnswer={
            here.isTimeUp
              ? undefined
              : (answer: Answer) => void here.record(position, { ...given, answer }, blankAnswer(view.kind))
          }
        />
      </Paper>
    </Box>
  );
}
