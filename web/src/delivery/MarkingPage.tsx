/** Marking written answers: one question at a time, one answer after the other, names hidden until they are asked for. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import FormControlLabel from "@mui/material/FormControlLabel";
import MenuItem from "@mui/material/MenuItem";
import Stack from "@mui/material/Stack";
import Switch from "@mui/material/Switch";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { WrittenAnswers } from "@verdant/contract/marking";
import { headline } from "@verdant/core/richText";
import { useEffect, useState } from "react";
import { Link, useParams } from "react-router";
import { RichTextView } from "../player/RichTextView.tsx";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { AnswerToMark } from "./AnswerToMark.tsx";
import { useClaimWrittenAnswerMutation, useListWrittenAnswersQuery } from "./api.ts";
import { t } from "../platform/words.ts";

type Question = WrittenAnswers["questions"][number];

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
        <Button component={Link} to={`/results/${releaseId}`}>
          {t("Back to the results")}
        </Button>
      }
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("written answers")} />}
      {data?.questions.length === 0 && <Empty>{t("Nobody has handed in a written answer yet.")}</Empty>}
      {data && question && (
        <Stack spacing={2}>
          <Box sx={{ display: "flex", gap: 2, alignItems: "center" }}>
            {data.questions.length > 1 && (
              <TextField
                select
                label={t("Question")}
                value={question.itemId}
                sx={{ minWidth: 420 }}
                onChange={(event) => {
                  setItemId(event.target.value);
                }}
              >
                {data.questions.map((one) => (
                  <MenuItem key={one.itemId} value={one.itemId}>
                    {t("{{stem}} ({{waiting}} of {{answers}} to mark)", {
                      stem: headline(one.content.stem),
                      waiting: waitingIn(one),
                      answers: one.answers.length,
                    })}
                  </MenuItem>
                ))}
              </TextField>
            )}
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
          <Answers key={question.itemId} question={question} showsNames={showsNames} />
        </Stack>
      )}
    </Page>
  );
}

const waitingIn = (question: Question) => question.answers.filter((answer) => answer.mark === null).length;

const keyOf = (answer: Question["answers"][number] | undefined) =>
  answer ? `${answer.sittingId} ${answer.position}` : "";
const isFree = (answer: Question["answers"][number]) => answer.mark === null && answer.heldBy === null;

function Answers({ question, showsNames }: { question: Question; showsNames: boolean }) {
  const { answers, content } = question;
  const [key, setKey] = useState(() => keyOf(answers.find(isFree) ?? answers[0]));
  const [hasMoved, setHasMoved] = useState(false);
  const at = Math.max(
    0,
    answers.findIndex((one) => keyOf(one) === key),
  );
  const answer = answers[at];
  const heldBy = useClaim(answer);
  if (!answer || content.kind !== "written") return null;
  const goTo = (next: Question["answers"][number] | undefined) => {
    if (!next) return;
    setHasMoved(true);
    setKey(keyOf(next));
  };
  const others = [...answers.slice(at + 1), ...answers.slice(0, at)];
  const next = others.find(isFree) ?? others.find((one) => one.mark === null);
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
        takesFocus={hasMoved}
        next={() => {
          goTo(next);
        }}
      />
    </>
  );
}

/** Says that this answer is before me, again and again while it is; returns who had it first, if anybody. */
function useClaim(answer: Question["answers"][number] | undefined): string | null {
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
