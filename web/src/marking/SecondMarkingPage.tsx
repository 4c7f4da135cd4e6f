/** Marking a second time without seeing the first mark: how far two people agree, where they differ, what is left. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { SecondMarks } from "@verdant/contract/marking";
import { creditOfLevels, type Levels, type Written } from "@verdant/core/items/written";
import { useState, type KeyboardEvent } from "react";
import { Link, useParams } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { RichTextView } from "../player/RichTextView.tsx";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { WhatIsThis } from "../ui/WhatIsThis.tsx";
import { agreementInWords } from "./agreementInWords.ts";
import { AnswerBesideRubric } from "./AnswerBesideRubric.tsx";
import { keyOf } from "./AnswerToMark.tsx";
import { useListSecondMarksQuery, useMarkSecondMutation } from "./api.ts";
import { DifferingMarks } from "./DifferingMarks.tsx";
import { QuestionField } from "./QuestionField.tsx";
import { isMarkKey, levelsByKey, Rubric } from "./Rubric.tsx";

type Question = SecondMarks["questions"][number];

export function SecondMarkingPage() {
  const { releaseId = "" } = useParams();
  const { data, error, refetch } = useListSecondMarksQuery(
    { params: { releaseId } },
    { refetchOnMountOrArgChange: true },
  );
  const [itemId, setItemId] = useState<string | null>(null);
  const question = data?.questions.find((one) => one.itemId === itemId) ?? data?.questions[0];
  return (
    <Page
      title={t("Marking a second time")}
      about={data?.name}
      actions={
        <Button component={Link} to={`/results/${releaseId}/marking`}>
          {t("Back to marking")}
        </Button>
      }
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("written answers")} />}
      {data?.questions.length === 0 && <Empty>{t("Nobody has handed in a written answer yet.")}</Empty>}
      {data && question && (
        <Stack spacing={2.5}>
          <QuestionField
            questions={data.questions.map((one) => ({
              ...one,
              toMark: one.toMark.length,
              answers: one.toMark.length + one.mine + one.agreement.answers,
            }))}
            itemId={question.itemId}
            onChange={setItemId}
          />
          <Box>
            <RichTextView text={question.content.stem} />
          </Box>
          {question.content.kind === "written" && (
            <OfQuestion key={question.itemId} question={question} content={question.content} />
          )}
        </Stack>
      )}
    </Page>
  );
}

function OfQuestion({ question, content }: { question: Question; content: Written }) {
  const { said, how } = agreementInWords(question.agreement);
  return (
    <>
      <Paper sx={{ p: 2 }} component="section" aria-label={t("How far the markers agree")}>
        <Typography sx={{ fontWeight: 700 }}>
          {said}
          <WhatIsThis term="secondMark" />
        </Typography>
        <Typography>{how}</Typography>
        {question.settled > 0 && (
          <Typography color="textSecondary">
            {t("{{count}} differences are settled.", { count: question.settled })}
          </Typography>
        )}
      </Paper>
      {question.differing.length > 0 && <DifferingMarks content={content} differing={question.differing} />}
      {question.toMark.length > 0 ? (
        <ToMark
          key={keyOf(question.toMark[0] ?? { sittingId: "", position: 0 })}
          question={question}
          content={content}
        />
      ) : (
        <Empty>
          {question.mine > 0
            ? t("You marked the other {{count}} answers yourself: a colleague can mark them a second time.", {
                count: question.mine,
              })
            : t("Nothing is left to mark a second time.")}
        </Empty>
      )}
    </>
  );
}

/** The next answer that a colleague has marked; what was given is not here to be seen. */
function ToMark({ question, content }: { question: Question; content: Written }) {
  const [skipped, setSkipped] = useState(0);
  const [levels, setLevels] = useState<Levels>({});
  const [mark, { isLoading, error }] = useMarkSecondMutation();
  const answer = question.toMark[skipped % question.toMark.length];
  if (!answer) return null;
  const isWhole = creditOfLevels(content, levels) !== null;
  const keep = async () => {
    const { sittingId, position } = answer;
    const done = await mark({ params: { sittingId, position }, body: { levels: { ...levels } } });
    if (!done.error) setLevels({});
  };
  const byKey = (event: KeyboardEvent<HTMLElement>) => {
    if (isMarkKey(event)) {
      event.preventDefault();
      if (isWhole && !isLoading) void keep();
      return;
    }
    const chosen = levelsByKey(event, content, levels);
    if (chosen) setLevels(chosen);
  };
  return (
    <Stack spacing={1.5}>
      <Typography variant="h2">
        {t("{{count}} answers to mark a second time", { count: question.toMark.length })}
      </Typography>
      <Typography color="textSecondary">
        {t("You do not see what your colleague gave. Their mark counts until the two are settled.")}
      </Typography>
      <AnswerBesideRubric content={content} text={answer.text} takesFocus={false} onKeyDown={byKey}>
        <Rubric content={content} levels={levels} onChange={setLevels} />
        {error && <Alert severity="error">{problemOf(error).detail}</Alert>}
        <Box sx={{ display: "flex", flexWrap: "wrap", gap: 2 }}>
          <Button variant="contained" disabled={!isWhole || isLoading} onClick={() => void keep()}>
            {t("Mark and go on")}
          </Button>
          {question.toMark.length > 1 && (
            <Button
              onClick={() => {
                setLevels({});
                setSkipped(skipped + 1);
              }}
            >
              {t("Another answer first")}
            </Button>
          )}
        </Box>
      </AnswerBesideRubric>
    </Stack>
  );
}
