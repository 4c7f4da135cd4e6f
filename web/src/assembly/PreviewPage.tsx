/** The quiz as a student would get it. It can be answered; nothing is recorded. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import FormControlLabel from "@mui/material/FormControlLabel";
import Paper from "@mui/material/Paper";
import Switch from "@mui/material/Switch";
import Typography from "@mui/material/Typography";
import type { Answer } from "@verdant/core/items/kinds";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { Player } from "../player/Player.tsx";
import { StimulusView } from "../player/StimulusView.tsx";
import { Bead } from "../ui/Bead.tsx";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { usePreviewQuizQuery, useShowQuizQuery } from "./api.ts";
import { useAddress } from "../platform/useAddress.ts";
import { t } from "../platform/words.ts";

export function PreviewPage() {
  const { quizId = "" } = useParams();
  const [search, change] = useAddress();
  const student = Math.max(1, Number(search.get("student") ?? 1) || 1);
  const quiz = useShowQuizQuery({ params: { quizId } });
  const { data, error } = usePreviewQuizQuery({ params: { quizId }, query: { student } });
  const [answers, setAnswers] = useState<Record<string, Answer>>({});
  const [isNarrow, setNarrow] = useState(true);
  return (
    <Page
      title={t("Preview of “{{name}}”", { name: quiz.data?.name ?? t("the quiz") })}
      about={
        data &&
        t("{{count}} questions, as student {{student}} would get them; nothing is recorded", {
          count: data.items.length,
          student,
        })
      }
      actions={
        <>
          <Button
            variant="outlined"
            onClick={() => {
              setAnswers({});
              change((next) => {
                next.set("student", String(student + 1));
              });
            }}
          >
            {t("Show another student’s quiz")}
          </Button>
          <Button component={Link} to={`/quizzes/${quizId}`} variant="contained">
            {t("Back to the composer")}
          </Button>
        </>
      }
    >
      {error && <Failed error={error} />}
      {!data && !error && <Loading what={t("the preview")} />}
      <FormControlLabel
        control={
          <Switch
            checked={isNarrow}
            onChange={(_, checked) => {
              setNarrow(checked);
            }}
          />
        }
        label={t("As on a phone")}
      />
      <Box sx={{ maxWidth: isNarrow ? 390 : 760, mx: "auto" }}>
        {data?.items.map((item, i) => (
          <Box key={`${student} ${item.itemId}`}>
            {item.before.map((words, at) => (
              <Typography key={at} sx={{ fontSize: 18, my: 1.5, fontWeight: at === 0 ? 700 : 400 }}>
                {words}
              </Typography>
            ))}
            {data.items[i - 1]?.stimulusId !== item.stimulusId &&
              data.stimuli
                .filter((one) => one.id === item.stimulusId)
                .map((one) => <StimulusView key={one.id} stimulus={one.content} />)}
            <Paper
              sx={{ p: 2, mb: 1.5, fontSize: 18 }}
              component="article"
              aria-label={t("Question {{position}}", { position: item.position })}
            >
              <Box sx={{ display: "flex", gap: 1, alignItems: "center", mb: 1, color: "text.secondary", fontSize: 14 }}>
                <Bead mark={item.position} hue={item.strand?.hue ?? 7} size={22} />
                {item.strand?.name ?? ""} ·{" "}
                {item.points === 1 ? t("1 point") : t("{{points}} points", { points: item.points })}
              </Box>
              <Player
                view={item.view}
                answer={answers[item.itemId] ?? null}
                name={`preview ${student} ${item.itemId}`}
                onAnswer={(answer) => {
                  setAnswers((before) => ({ ...before, [item.itemId]: answer }));
                }}
              />
            </Paper>
          </Box>
        ))}
      </Box>
    </Page>
  );
}
