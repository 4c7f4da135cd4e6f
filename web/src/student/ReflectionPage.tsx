/** Looking back before another go: the questions of the release, answered in one's own words or by a choice. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import { isAnswered } from "@verdant/core/delivery/beforeGo";
import { useId, useState } from "react";
import { Link, Navigate, useNavigate, useParams } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { Choice } from "../player/Choice.tsx";
import { TypeField } from "../ui/TypeField.tsx";
import { useReflectMutation, useWhatNowQuery } from "./api.ts";
import { StudentFrame } from "./StudentFrame.tsx";
import { Waiting } from "./Waiting.tsx";

export function ReflectionPage() {
  const { releaseId = "" } = useParams();
  const id = useId();
  const navigate = useNavigate();
  const { data } = useWhatNowQuery(undefined, { refetchOnMountOrArgChange: true });
  const [answers, setAnswers] = useState<Readonly<Record<string, string>>>({});
  const [reflect, { error, isLoading }] = useReflectMutation();
  if (!data) return <Waiting />;
  const release = data.releases.find((one) => one.releaseId === releaseId);
  const questions = release?.reflection;
  if (!release || !questions) return <Navigate to="/" replace />;
  const send = async () => {
    const answer = await reflect({ params: { releaseId }, body: { answers } });
    if (!answer.error) await navigate("/");
  };
  const answer = (question: string, text: string) => {
    setAnswers({ ...answers, [question]: text });
  };
  return (
    <StudentFrame
      title={t("Looking back")}
      bar={<strong>{release.name}</strong>}
      foot={
        <>
          <Button component={Link} to="/" variant="outlined" size="large">
            {t("Your quizzes")}
          </Button>
          <Button
            type="submit"
            form={id}
            variant="contained"
            size="large"
            disabled={isLoading || !isAnswered(questions, answers)}
          >
            {t("Done")}
          </Button>
        </>
      }
    >
      <Typography variant="h1" sx={{ mb: 0.5 }}>
        {t("Looking back")}
      </Typography>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 2 }}>
        {t("Your teacher reads this. It counts for nothing.")}
      </Typography>
      <Box
        component="form"
        id={id}
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        {questions.map(({ id: question, text, choices }) =>
          choices === null ? (
            <Box key={question} sx={{ mb: 2.5 }}>
              <Typography component="label" htmlFor={`${id}${question}`} sx={{ display: "block", fontWeight: 700 }}>
                {text}
              </Typography>
              <TypeField
                id={`${id}${question}`}
                value={answers[question] ?? ""}
                maxLength={1000}
                onChange={(event) => {
                  answer(question, event.target.value);
                }}
                sx={{ width: "100%", mt: 0.75 }}
              />
            </Box>
          ) : (
            <Box key={question} component="fieldset" sx={{ border: 0, m: 0, p: 0, mb: 2.5 }}>
              <Typography component="legend" sx={{ fontWeight: 700, p: 0 }}>
                {text}
              </Typography>
              {choices.map((choice) => (
                <Choice key={choice} as="label" data-chosen={answers[question] === choice}>
                  <input
                    type="radio"
                    name={`${id}${question}`}
                    checked={answers[question] === choice}
                    onChange={() => {
                      answer(question, choice);
                    }}
                  />
                  {choice}
                </Choice>
              ))}
            </Box>
          ),
        )}
      </Box>
      {error && <Alert severity="error">{problemOf(error).detail}</Alert>}
    </StudentFrame>
  );
}
