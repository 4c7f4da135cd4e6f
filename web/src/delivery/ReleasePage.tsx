import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Quiz } from "@verdant/contract/assembly";
import { presets, type Openness, type Rules } from "@verdant/core/delivery/rules";
import { useState } from "react";
import { useNavigate, useParams } from "react-router";
import { useShowQuizQuery } from "../assembly/api.ts";
import { problemOf } from "../platform/problem.ts";
import { counted } from "../ui/dates.ts";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { Word } from "./Word.tsx";
import { useReleaseQuizMutation } from "./api.ts";

/** Releasing a quiz: the notice is the form. A few sentences, each word that is a rule can be tapped and changed. */
export function ReleasePage() {
  const { quizId = "" } = useParams();
  const { data, error } = useShowQuizQuery({ params: { quizId } });
  if (error) {
    return (
      <Page title="Release">
        <Failed error={error} />
      </Page>
    );
  }
  return data ? <ReleaseForm quiz={data} /> : <Loading what="the quiz" />;
}

const opennessWords: readonly (readonly [Openness, string])[] = [
  ["everything", "everything with the key"],
  ["why", "which were right, and why"],
  ["which", "which were right"],
  ["score", "their score"],
  ["nothing", "nothing"],
];
const goesWords = [
  ["any", "as many goes as they like"],
  ["1", "one go"],
  ["2", "two goes"],
  ["3", "three goes"],
] as const;
const limitWords = [
  ["none", "without a time limit"],
  ...[5, 10, 15, 20, 30, 45, 60].map((minutes) => [String(minutes), `in ${minutes} minutes`] as const),
] as const;
const presetWords = [
  ["weeklyReview", "a weekly review"],
  ["check", "a check"],
] as const;
const mixWords = [
  ["yes", "mixed for each student"],
  ["no", "in the order written"],
] as const;

function ReleaseForm({ quiz }: { quiz: Quiz }) {
  const navigate = useNavigate();
  const [rules, setRules] = useState<Rules>(presets.weeklyReview);
  const [shutsAt, setShutsAt] = useState(() => inDays(7));
  const [release, { error, isLoading }] = useReleaseQuizMutation();
  const set = (change: Partial<Rules>) => {
    setRules({ ...rules, ...change });
  };
  const submit = async () => {
    const answer = await release({
      params: { quizId: quiz.id },
      body: {
        version: quiz.version,
        rules,
        opensAt: null,
        shutsAt: shutsAt === "" ? null : new Date(shutsAt).toISOString(),
      },
    });
    if (answer.data) await navigate(`/results/${answer.data.id}`);
  };
  return (
    <Page
      title={`Release “${quiz.name}”`}
      about={`to ${quiz.className}, ${counted(quiz.students, "student")}`}
      actions={
        <Button variant="contained" disabled={isLoading || quiz.places.length === 0} onClick={() => void submit()}>
          Release to {quiz.className}
        </Button>
      }
    >
      <Stack spacing={2} sx={{ maxWidth: 820 }}>
        {error && <Alert severity="error">{problemOf(error).detail}</Alert>}
        <Paper sx={{ p: 3 }} component="section" aria-label="The notice, as students get it">
          <Typography sx={{ fontSize: 19, lineHeight: 2 }}>
            This is{" "}
            <Word
              label="Preset"
              value={rules.preset}
              choices={presetWords}
              onChange={(preset) => {
                setRules(presets[preset]);
              }}
            />{" "}
            of {counted(quiz.places.length, "question")}. It opens now. Students have{" "}
            <Word
              label="Goes"
              value={rules.goes === null ? "any" : String(rules.goes)}
              choices={goesWords}
              onChange={(goes) => {
                set({ goes: goes === "any" ? null : Number(goes) });
              }}
            />
            ,{" "}
            <Word
              label="Time limit"
              value={rules.timeLimitMinutes === null ? "none" : String(rules.timeLimitMinutes)}
              choices={limitWords}
              onChange={(limit) => {
                set({ timeLimitMinutes: limit === "none" ? null : Number(limit) });
              }}
            />
            {rules.timeLimitMinutes !== null && " (longer for those with extra time)"}. Options come{" "}
            <Word
              label="Order of options"
              value={rules.optionsMix ? "yes" : "no"}
              choices={mixWords}
              onChange={(mix) => {
                set({ optionsMix: mix === "yes" });
              }}
            />
            . When they have handed in, they see{" "}
            <Word
              label="What students see"
              value={rules.openness}
              choices={opennessWords}
              onChange={(openness) => {
                set({ openness });
              }}
            />
            .
          </Typography>
          <TextField
            label="It shuts at"
            type="datetime-local"
            value={shutsAt}
            onChange={(event) => {
              setShutsAt(event.target.value);
            }}
            slotProps={{ inputLabel: { shrink: true } }}
            helperText={
              shutsAt === ""
                ? "Without a time it stays open until you shut it."
                : "From then on nobody can begin; what is running is handed in as it stands."
            }
            sx={{ mt: 2, minWidth: 280 }}
          />
        </Paper>
        <Typography variant="body2" color="textSecondary">
          Tap an underlined word to change it. Later changes of the quiz or its items do not touch what has been
          released.
        </Typography>
      </Stack>
    </Page>
  );
}

/** Local date and time so many days from now, at 18:00, as a date field writes it. */
function inDays(days: number): string {
  const at = new Date(Date.now() + days * 86_400_000);
  const two = (n: number) => String(n).padStart(2, "0");
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}T18:00`;
}
