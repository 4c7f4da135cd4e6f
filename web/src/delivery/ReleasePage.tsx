import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { Quiz } from "@verdant/contract/assembly";
import { presetNames, presets, type Rules } from "@verdant/core/delivery/rules";
import { faultsOfForm } from "@verdant/core/delivery/reflection";
import { useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { useShowQuizQuery } from "../assembly/api.ts";
import { problemOf } from "../platform/problem.ts";
import { useServerNow } from "../team/api.ts";
import { DrawsSentence } from "../ui/DrawsSentence.tsx";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { useReleaseQuizMutation } from "./api.ts";
import { NoticeForm } from "./NoticeForm.tsx";
import { localOf, TargetRows, toBody, type TargetDraft } from "./TargetRows.tsx";
import { isClosingWhole } from "./WholeWords.tsx";
import { checkInWords } from "../ui/checkInWords.ts";
import { t } from "../platform/words.ts";

/** Releasing a quiz: the notice is the form. A few sentences, each word that is a rule can be tapped and changed. */
export function ReleasePage() {
  const { quizId = "" } = useParams();
  const { data, error } = useShowQuizQuery({ params: { quizId } });
  if (error) {
    return (
      <Page title={t("Release")}>
        <Failed error={error} />
      </Page>
    );
  }
  return data ? <ReleaseForm quiz={data} /> : <Loading what={t("the quiz")} />;
}

function ReleaseForm({ quiz }: { quiz: Quiz }) {
  const navigate = useNavigate();
  const now = useServerNow();
  const [search] = useSearchParams();
  const preset = presetNames.find((one) => one === search.get("as")) ?? "weeklyReview";
  const [rules, setRules] = useState<Rules>(presets[preset]);
  const [targets, setTargets] = useState<readonly TargetDraft[]>([
    {
      classId: quiz.classId,
      name: quiz.className,
      groupId: null,
      studentId: null,
      opensAt: "",
      shutsAt: inDays(now(), 7),
    },
  ]);
  const [release, { error, isLoading }] = useReleaseQuizMutation();
  const submit = async () => {
    const answer = await release({
      params: { quizId: quiz.id },
      body: { version: quiz.version, rules, targets: targets.map(toBody) },
    });
    if (answer.data) await navigate(`/results/${answer.data.id}`);
  };
  const classes = [...new Set(targets.map((target) => target.name.split(":")[0] ?? ""))];
  const severalClasses = classes.length === 1 ? (classes[0] ?? "") : t("{{count}} classes", { count: classes.length });
  const whom = targets.length === 1 ? (targets[0]?.name ?? "") : severalClasses;
  const looks = quiz.checks.length;
  return (
    <Page
      title={t("Release “{{quiz}}”", { quiz: quiz.name })}
      about={[
        t("{{count}} questions", { count: quiz.questions }),
        ...(looks > 0 ? [t("{{looks}} to look at", { looks })] : []),
      ].join(", ")}
      actions={
        <>
          <Button component={Link} to={`/quizzes/${quiz.id}`} variant="outlined">
            {t("Back to the quiz")}
          </Button>
          <Button
            variant="contained"
            disabled={isLoading || quiz.questions === 0 || targets.length === 0 || !isWhole(rules)}
            onClick={() => void submit()}
          >
            {t("Release to {{whom}}", { whom })}
          </Button>
        </>
      }
    >
      {quiz.checks.length > 0 && (
        <Alert severity="warning" sx={{ mb: 2 }}>
          {quiz.checks.map((check) => (
            <div key={checkInWords(check)}>{checkInWords(check)}</div>
          ))}
        </Alert>
      )}
      <DrawsSentence quiz={quiz} space={2} />
      <Stack spacing={2} sx={{ maxWidth: 900 }}>
        {error && <Alert severity="error">{problemOf(error).detail}</Alert>}
        <Paper sx={{ p: 3 }} component="section" aria-label={t("The notice, as students get it")}>
          <NoticeForm quiz={quiz} rules={rules} onChange={setRules} />
        </Paper>
        <Paper sx={{ p: 3 }} component="section" aria-label={t("Who gets it, and when")}>
          <TargetRows of={quiz} targets={targets} onChange={setTargets} />
        </Paper>
        <Typography variant="body2" color="textSecondary">
          {t(
            "Tap an underlined word to change it. Later changes of the quiz or its items do not touch what has been released.",
          )}
        </Typography>
      </Stack>
    </Page>
  );
}

/** Nothing that was begun in the notice is half said. */
const isWhole = ({ before, gate, closing }: Rules): boolean =>
  isClosingWhole(closing) &&
  faultsOfForm(before?.reflection ?? []).length === 0 &&
  before?.reflection?.length !== 0 &&
  gate?.releaseId !== "";

/** Local date and time so many days from now, at 18:00, as a date field writes it. */
function inDays(now: Date, days: number): string {
  const at = new Date(now.getTime() + days * 86_400_000);
  at.setHours(18, 0, 0, 0);
  return localOf(at.toISOString());
}
