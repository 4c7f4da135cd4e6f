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
import { useState } from "react";
import { Link, useParams } from "react-router";
import { RichTextView } from "../player/RichTextView.tsx";
import { counted } from "../ui/dates.ts";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { AnswerToMark } from "./AnswerToMark.tsx";
import { useListWrittenAnswersQuery } from "./api.ts";

type Question = WrittenAnswers["questions"][number];

export function MarkingPage() {
  const { releaseId = "" } = useParams();
  const { data, error, refetch } = useListWrittenAnswersQuery(
    { params: { releaseId } },
    { refetchOnMountOrArgChange: true },
  );
  const [itemId, setItemId] = useState<string | null>(null);
  const [showsNames, setShowsNames] = useState(false);
  const question = data?.questions.find((one) => one.itemId === itemId) ?? data?.questions[0];
  return (
    <Page
      title="Marking"
      about={
        data &&
        (data.waiting === 0 ? `${data.name}: all marked` : `${data.name}: ${counted(data.waiting, "answer")} to mark`)
      }
      actions={
        <Button component={Link} to={`/results/${releaseId}`}>
          Back to the results
        </Button>
      }
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what="written answers" />}
      {data?.questions.length === 0 && <Empty>Nobody has handed in a written answer yet.</Empty>}
      {data && question && (
        <Stack spacing={2}>
          <Box sx={{ display: "flex", gap: 2, alignItems: "center" }}>
            {data.questions.length > 1 && (
              <TextField
                select
                label="Question"
                value={question.itemId}
                sx={{ minWidth: 420 }}
                onChange={(event) => {
                  setItemId(event.target.value);
                }}
              >
                {data.questions.map((one) => (
                  <MenuItem key={one.itemId} value={one.itemId}>
                    {`${headline(one.content.stem)} (${waitingIn(one)} of ${one.answers.length} to mark)`}
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
              label="Show names"
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

function Answers({ question, showsNames }: { question: Question; showsNames: boolean }) {
  const { answers, content } = question;
  const [at, setAt] = useState(() => {
    const open = answers.findIndex((answer) => answer.mark === null);
    return Math.max(0, open);
  });
  const answer = answers[at];
  if (!answer || content.kind !== "written") return null;
  const after = answers.findIndex((one, i) => i > at && one.mark === null);
  const open = answers.findIndex((one, i) => i !== at && one.mark === null);
  return (
    <>
      <Box sx={{ display: "flex", alignItems: "center", gap: 1.5 }}>
        <Button
          variant="outlined"
          size="small"
          disabled={at === 0}
          onClick={() => {
            setAt(at - 1);
          }}
        >
          Previous answer
        </Button>
        <Button
          variant="outlined"
          size="small"
          disabled={at === answers.length - 1}
          onClick={() => {
            setAt(at + 1);
          }}
        >
          Next answer
        </Button>
        <Typography sx={{ fontWeight: 700 }}>
          {`Answer ${at + 1} of ${answers.length}`}
          {showsNames && `: ${answer.student}, ${answer.className}`}
          {answer.ordinal > 1 && `, go ${answer.ordinal}`}
        </Typography>
        <Typography color="textSecondary">{answer.mark ? `marked by ${answer.mark.by}` : "not marked yet"}</Typography>
      </Box>
      <AnswerToMark
        key={`${answer.sittingId} ${answer.position}`}
        content={content}
        answer={answer}
        next={() => {
          const to = after >= 0 ? after : open;
          if (to >= 0) setAt(to);
        }}
      />
    </>
  );
}
