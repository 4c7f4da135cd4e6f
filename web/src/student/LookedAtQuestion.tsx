/** A question whose answer is looked at before going on: how it was, and where the rules allow it, once more. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { SittingItem } from "@verdant/contract/delivery";
import type { Feedback } from "@verdant/contract/feedback";
import { canBeLookedAt } from "@verdant/core/delivery/feedback";
import { isBlank } from "@verdant/core/items/blank";
import type { Answer, View } from "@verdant/core/items/kinds";
import { useEffect, useRef, useState } from "react";
import type { z } from "zod";
import { t } from "../platform/words.ts";
import { Player } from "../player/Player.tsx";
import { SaidOfAnswer } from "./Said.tsx";

export function LookedAtQuestion(props: {
  here: {
    readonly lookAt: (position: number, second: Answer | null) => Promise<string | null>;
    readonly isTimeUp: boolean;
  };
  item: z.infer<typeof SittingItem>;
  view: View;
  answer: Answer | null;
  onAnswer: ((answer: Answer) => void) | undefined;
}) {
  const { here, item, view, answer, onAnswer } = props;
  const { position } = item;
  // What an earlier version of the page has kept on this device knows no feedback.
  const feedback = (item.feedback as Feedback | null | undefined) ?? null;
  const [second, setSecond] = useState<Answer | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [isLooking, setLooking] = useState(false);
  const said = useRef<HTMLDivElement>(null);
  const hasJustLooked = useRef(false);
  useEffect(() => {
    // Whoever reads by ear or keys goes on at what was said; what was said on an earlier visit is passed by.
    if (feedback && hasJustLooked.current) said.current?.focus();
  }, [feedback]);
  if (!canBeLookedAt(view))
    return <Player view={view} answer={answer} name={`question ${position}`} onAnswer={onAnswer} />;
  const isSecond = feedback?.again === true;
  const given = isSecond ? second : answer;
  const look = async () => {
    setLooking(true);
    setProblem(null);
    hasJustLooked.current = true;
    setProblem(await here.lookAt(position, isSecond ? second : null));
    setLooking(false);
  };
  const mayLook = given !== null && !isBlank(given) && !isLooking && !here.isTimeUp;
  const shown = feedback?.second?.answer ?? (isSecond ? (second ?? answer) : answer);
  return (
    <>
      <Player
        view={view}
        answer={shown}
        name={`question ${position}`}
        onAnswer={
          here.isTimeUp || isLooking ? undefined : feedback === null ? onAnswer : isSecond ? setSecond : undefined
        }
        {...(feedback &&
          !isSecond && {
            verdict: { content: feedback.content, credit: feedback.second?.credit ?? feedback.credit },
          })}
      />
      {feedback && (
        <Box
          ref={said}
          tabIndex={-1}
          role="group"
          aria-label={t("How your answer was")}
          sx={{ mt: 2, outline: "none" }}
        >
          <Alert severity={lastCreditOf(feedback) === 1 ? "success" : "info"} icon={false} sx={{ mb: 1.5 }}>
            {feedbackInWords(feedback)}
          </Alert>
          <SaidOfAnswer {...feedback} />
        </Box>
      )}
      {(feedback === null || isSecond) && (
        <Button
          data-look
          variant="outlined"
          size="large"
          disabled={!mayLook}
          onClick={() => void look()}
          sx={{ mt: 2 }}
        >
          {isSecond ? t("See how the second answer was") : t("See how it was")}
        </Button>
      )}
      {problem !== null && (
        <Alert severity="warning" sx={{ mt: 1 }}>
          {problem}
        </Alert>
      )}
    </>
  );
}

const lastCreditOf = ({ credit, second }: Feedback) => second?.credit ?? credit;

export function feedbackInWords({ credit, again, second }: Feedback): string {
  const how = (one: number) => (one === 1 ? t("Right.") : one > 0 ? t("Partly right.") : t("Not right."));
  if (again) return `${how(credit)} ${t("Read this, then answer once more.")}`;
  if (second === null) return how(credit);
  return second.counts === 0 || second.credit === 0
    ? t("Second answer: {{how}}", { how: how(second.credit) })
    : t("Second answer: {{how}} A second answer counts {{percent}}%.", {
        how: how(second.credit),
        percent: second.counts,
      });
}
