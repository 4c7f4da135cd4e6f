/** Marking written answers: one question at a time, one answer after the other, names hidden until they are asked for. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import FormControlLabel from "@mui/material/FormControlLabel";
import Stack from "@mui/material/Stack";
import Switch from "@mui/material/Switch";
import Typography from "@mui/material/Typography";
import type { WrittenAnswers } from "@verdant/contract/marking";
import { alikeAnswers } from "@verdant/core/marking/alike";
import { useEffect, useMemo, useState } from "react";
import { Link, useParams } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { RichTextView } from "../player/RichTextView.tsx";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { AnswerToMark, keyOf } from "./AnswerToMark.tsx";
import { useClaimWrittenAnswerMutation, useListWrittenAnswersQuery, useShowMarksSoFarMutation } from "./api.ts";
import { QuestionField } from "./QuestionField.tsx";

type Question = WrittenAnswers["questions"][number];
type Answer = Question["answers"][number];

export function MarkingPage() {
  const { releaseId = "" } = useParams();
  const { data, error, refetch } = useListWrittenAnswersQuery(
    { params: { releaseId } },
    // Colleagues who mark beside one show without a reload.
    { refetchOnMountOrArgChange: true, pollingInterval: 15_000, skipPollingIfUnfocused: true },
  );
  const [itemId, setItemId] = useState<string | null>(null);
  const [showsNames, setShowsNames] = useState(false);
  const question = data?.questions.find((one) => one.itemId === itemId) ?? data?.questions[0];
  return (
    <Page
      title={t("Marking")}
      about={
        data &&
        (data.waiting === 0
          ? t("{{name}}: all marked", { name: data.name })
          : t("{{name}}: {{count}} answers to mark", { count: data.waiting, name: data.name }))
      }
      actions={
        <>
          {data && data.questions.length > 0 && (
            <Button component={Link} to={`/results/${releaseId}/marking/second`}>
              {t("Mark a second time")}
            </Button>
          )}
          <Button component={Link} to={`/results/${releaseId}`}>
            {t("Back to the results")}
          </Button>
        </>
      }
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("written answers")} />}
      {data?.questions.length === 0 && <Empty>{t("Nobody has handed in a written answer yet.")}</Empty>}
      {data && question && (
        <Stack spacing={2}>
          {data.unseen > 0 && <Unseen releaseId={releaseId} unseen={data.unseen} waiting={data.waiting} />}
          <Box sx={{ display: "flex", flexWrap: "wrap", gap: 2, alignItems: "center" }}>
            <QuestionField
              questions={data.questions.map((one) => ({
                ...one,
                answers: one.answers.length,
                toMark: one.answers.filter((answer) => answer.mark === null).length,
              }))}
              itemId={question.itemId}
              onChange={setItemId}
            />
            <FormControlLabel
              control={
                <Switch
                  checked={showsNames}
                  onChange={(_, shows) => {
                    setShowsNames(shows);
                  }}
                />
              }
              label={t("Show names")}
            />
          </Box>
          <Box>
            <RichTextView text={question.content.stem} />
          </Box>
          <Answers key={question.itemId} question={question} comments={data.comments} showsNames={showsNames} />
          <Typography variant="caption" color="textSecondary" sx={{ display: { xs: "none", md: "block" } }}>
            {t(
              "Keys: 1 to 9 choose a level, Alt 1 to 9 add a sentence, J and K go to the next answer and the one before, Ctrl or Cmd Enter marks and goes on.",
            )}
          </Typography>
        </Stack>
      )}
    </Page>
  );
}

/** Marks that are given and not seen, and a way to show them. */
function Unseen({ releaseId, unseen, waiting }: { releaseId: string; unseen: number; waiting: number }) {
  const [show, { isLoading, error }] = useShowMarksSoFarMutation();
  return (
    <Alert
      severity={error ? "error" : "info"}
      sx={{ flexWrap: { xs: "wrap", md: "nowrap" }, "& .MuiAlert-message": { flex: 1 } }}
      action={
        <Button
          color="inherit"
          disabled={isLoading}
          sx={{ whiteSpace: "nowrap" }}
          onClick={() => void show({ params: { releaseId } })}
        >
          {t("Show these now")}
        </Button>
      }
    >
      {error
        ? problemOf(error).detail
        : `${t("Students do not see {{count}} marks yet.", { count: unseen })} ${t(
            "They will when the {{count}} answers that wait are marked.",
            { count: waiting },
          )}`}
    </Alert>
  );
}

const isFree = (answer: Answer) => answer.mark === null && answer.heldBy === null;

function Answers({
  question,
  comments,
  showsNames,
}: {
  question: Question;
  comments: WrittenAnswers["comments"];
  showsNames: boolean;
}) {
  const { answers, content } = question;
  const [key, setKey] = useState(() => keyOf(answers.find(isFree) ?? answers[0] ?? { sittingId: "", position: 0 }));
  const [hasMoved, setHasMoved] = useState(false);
  const groups = useMemo(() => alikeAnswers(answers.map((one) => one.text)), [answers]);
  const at = Math.max(
    0,
    answers.findIndex((one) => keyOf(one) === key),
  );
  const answer = answers[at];
  const heldBy = useClaim(answer);
  if (!answer || content.kind !== "written") return null;
  const goTo = (next: Answer | undefined) => {
    if (!next) return;
    setHasMoved(true);
    setKey(keyOf(next));
  };
  const alike = (groups.find((group) => group.includes(at)) ?? [])
    .filter((i) => i !== at)
    .flatMap((i) => answers[i] ?? [])
    .filter(isFree);
  return (
    <>
      <Box sx={{ display: "flex", alignItems: "center", gap: 1.5, flexWrap: "wrap" }}>
        <Button
          variant="outlined"
          size="small"
          disabled={at === 0}
          onClick={() => {
            goTo(answers[at - 1]);
          }}
        >
          {t("Previous answer")}
        </Button>
        <Button
          variant="outlined"
          size="small"
          disabled={at === answers.length - 1}
          onClick={() => {
            goTo(answers[at + 1]);
          }}
        >
          {t("Next answer")}
        </Button>
        <Typography sx={{ fontWeight: 700 }}>
          {t("Answer {{at}} of {{answers}}", { at: at + 1, answers: answers.length })}
          {showsNames && `: ${answer.student}, ${answer.className}`}
          {answer.ordinal > 1 && t(", go {{ordinalOf}}", { ordinalOf: answer.ordinal })}
        </Typography>
        <Typography color="textSecondary">
          {answer.mark ? t("marked by {{by}}", { by: answer.mark.by }) : t("not marked yet")}
        </Typography>
        {heldBy !== null && (
          <Typography role="status" sx={{ color: "warning.dark", fontWeight: 700 }}>
            {t("{{heldBy}} has this answer open.", { heldBy })}
          </Typography>
        )}
      </Box>
      <AnswerToMark
        key={`${keyOf(answer)} ${answer.mark?.version ?? 0}`}
        content={content}
        answer={answer}
        alike={alike}
        showsNames={showsNames}
        comments={comments}
        takesFocus={hasMoved}
        goBy={(steps) => {
          goTo(answers[at + steps]);
        }}
        next={(marked) => {
          const done = new Set(marked.map(keyOf));
          const others = [...answers.slice(at + 1), ...answers.slice(0, at)].filter((one) => !done.has(keyOf(one)));
          goTo(others.find(isFree) ?? others.find((one) => one.mark === null));
        }}
      />
    </>
  );
}

/** Says that this answer is before me, again and again while it is; returns who had it first, if anybody. */
function useClaim(answer: Answer | undefined): string | null {
  const [claim, { data }] = useClaimWrittenAnswerMutation();
  const { sittingId, position } = answer ?? { sittingId: "", position: 0 };
  useEffect(() => {
    if (sittingId === "") return undefined;
    const say = () => void claim({ params: { sittingId, position } });
    say();
    const timer = setInterval(say, 60_000);
    return () => {
      clearInterval(timer);
    };
  }, [claim, sittingId, position]);
  return answer?.heldBy ?? data?.heldBy ?? null;
}
