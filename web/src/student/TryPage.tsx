/** Thirty seconds of two questions that mean nothing, for who has not met a clock or questions without a way back. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import type { Answer, View } from "@verdant/core/items/kinds";
import { richTextOf } from "@verdant/core/richText";
import { useEffect, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { t } from "../platform/words.ts";
import { Player } from "../player/Player.tsx";
import { Ring } from "../ui/Ring.tsx";
import { TimeLeft } from "./SittingBar.tsx";
import { StudentFrame } from "./StudentFrame.tsx";

const lengthMs = 30_000;
const questions: readonly View[] = [
  {
    kind: "oneRightAnswer",
    stem: richTextOf(t("Which of these do you like best? Any answer will do.")),
    options: [t("Rain on a roof"), t("Snow on a field"), t("Wind in a wood")].map((text, i) => ({
      id: String(i),
      text: richTextOf(text),
    })),
  },
  { kind: "shortText", stem: richTextOf(t("Type any word. Enter takes you on.")) },
];

type End = "goneThrough" | "timeUp";

export function TryPage() {
  const [how] = useSearchParams();
  const [isForwardOnly, isTimed] = [how.has("forwardOnly"), how.has("timed")];
  const [endsAt] = useState(() => Date.now() + lengthMs);
  const [at, setAt] = useState(0);
  const [given, setGiven] = useState<readonly (Answer | null)[]>([null, null]);
  const [end, setEnd] = useState<End | null>(null);
  useEffect(() => {
    if (!isTimed || end !== null) return;
    const bell = setTimeout(() => {
      setEnd("timeUp");
    }, endsAt - Date.now());
    return () => {
      clearTimeout(bell);
    };
  }, [isTimed, end, endsAt]);
  const goOn = () => {
    if (at + 1 < questions.length) setAt(at + 1);
    else setEnd("goneThrough");
  };
  const view = questions[at];
  if (end !== null || !view)
    return (
      <StudentFrame
        title={t("Try it")}
        bar={<strong>{t("Try it")}</strong>}
        foot={
          <Button component={Link} to="/" variant="contained" size="large">
            {t("Your quizzes")}
          </Button>
        }
      >
        <Typography variant="h1" sx={{ mb: 2 }}>
          {end === "timeUp" ? t("Your time is over.") : t("That is how it goes.")}
        </Typography>
        <Typography>
          {end === "timeUp"
            ? t("In a real quiz what you have answered by now is handed in. Here nothing was saved.")
            : t("Here nothing was saved, and nothing counts.")}
        </Typography>
      </StudentFrame>
    );
  return (
    <StudentFrame
      title={t("Try it")}
      bar={
        <>
          <Ring
            size={60}
            centre={at + 1}
            segments={given.map((answer) => (answer === null ? "open" : "done"))}
            label=""
          />
          <Box>
            <Typography variant="h2" component="p">
              {t("Try it")}
            </Typography>
            <Box sx={{ fontSize: "0.9375rem", color: "text.secondary" }}>
              {t("nothing is saved")}
              {isTimed && <TimeLeft endsAt={endsAt} bySecond here={{ now: Date.now, isTimeUp: false }} />}
            </Box>
          </Box>
        </>
      }
      foot={
        <>
          <Button
            variant="outlined"
            size="large"
            disabled={at === 0 || isForwardOnly}
            onClick={() => {
              setAt(at - 1);
            }}
          >
            {t("Back")}
          </Button>
          <Button variant="contained" size="large" onClick={goOn}>
            {at + 1 === questions.length ? t("Finish") : t("Next")}
          </Button>
        </>
      }
    >
      {isForwardOnly && at === 0 && (
        <Alert severity="info" sx={{ mb: 2 }}>
          {t("One question at a time: you cannot go back to an earlier one.")}
        </Alert>
      )}
      <Box
        key={at}
        onKeyDown={(event) => {
          if (event.key === "Enter" && event.target instanceof HTMLInputElement && event.target.type === "text") goOn();
        }}
      >
        <Typography component="h1" variant="body2" color="textSecondary" sx={{ mb: 0.5 }}>
          {t("Question {{position}} of {{questions}}", { position: at + 1, questions: questions.length })}
        </Typography>
        <Player
          view={view}
          answer={given[at] ?? null}
          name={`try ${at}`}
          onAnswer={(answer) => {
            setGiven(given.map((one, i) => (i === at ? answer : one)));
          }}
        />
      </Box>
    </StudentFrame>
  );
}
