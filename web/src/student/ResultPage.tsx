import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { Result } from "@verdant/contract/endpoint";
import type { showResult } from "@verdant/contract/result";
import { kindOf, type Content } from "@verdant/core/items/kinds";
import { Fragment, lazy, Suspense, useId, useState } from "react";
import { Link, useLocation, useNavigate, useParams } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { Player } from "../player/Player.tsx";
import { StimulusView } from "../player/StimulusView.tsx";
import { RichTextView } from "../player/RichTextView.tsx";
import { TypeField } from "../ui/TypeField.tsx";
import { Ring } from "../ui/Ring.tsx";
import { Waiting } from "./Waiting.tsx";
import { useBeginSittingMutation, useGiveReasonMutation, useSettleSittingMutation, useShowResultQuery } from "./api.ts";
import { hold } from "./answerQueue.ts";
import { MissingList } from "./WhatIsMissing.tsx";
import { Said, SaidOfAnswer } from "./Said.tsx";
import { OthersReasons } from "./OthersReasons.tsx";
import { StudentFrame } from "./StudentFrame.tsx";
import { shownDay, numberOf, t, timeOf } from "../platform/words.ts";

const TimedResult = lazy(async () => ({ default: (await import("./TimedResult.tsx")).TimedResult }));

type Shown = Result<typeof showResult>;

/** How a sitting went, as far as its rules show it: what was right, why, and what to do next. */
export function ResultPage() {
  const { sittingId = "" } = useParams();
  const tooLate = (useLocation().state as { tooLate?: number } | null)?.tooLate ?? 0;
  const { data, error, refetch } = useShowResultQuery({ params: { sittingId } }, { refetchOnMountOrArgChange: true });
  if (error) {
    return (
      <StudentFrame title={t("Your results")} bar={<strong>{t("Verdant Loop")}</strong>}>
        <Alert
          severity="warning"
          action={
            <Button color="inherit" onClick={() => void refetch()}>
              {t("Try again")}
            </Button>
          }
        >
          {problemOf(error).detail}
        </Alert>
        <Button component={Link} to="/" sx={{ mt: 2 }} variant="outlined">
          {t("Your quizzes")}
        </Button>
      </StudentFrame>
    );
  }
  if (!data) return <Waiting />;
  const segments = data.items
    .filter((item) => item.reached)
    .map((item) => (item.credit === 1 ? ("done" as const) : ("open" as const)));
  return (
    <StudentFrame
      title={t("Your results")}
      bar={
        <>
          {segments.length > 0 && (
            <Ring size={60} segments={segments} centre={segments.filter((one) => one === "done").length} label="" />
          )}
          <Box>
            <Typography variant="h2" component="p">
              {data.name}
            </Typography>
            <Typography variant="body2" color="textSecondary">
              {t("handed in on {{day}}", { day: shownDay(data.handedInAt) })}
            </Typography>
          </Box>
        </>
      }
      foot={
        <>
          <Button component={Link} to="/" variant="outlined" size="large">
            {t("Your quizzes")}
          </Button>
          {data.mayGoAgain && <AnotherGo releaseId={data.releaseId} />}
        </>
      }
    >
      <Typography variant="h1" sx={{ mb: 2 }}>
        {data.settlesAt !== null
          ? t("Your time is over.")
          : data.points === null
            ? data.openFrom === "shut"
              ? t("Handed in. You can see more when the quiz has closed.")
              : t("Handed in. Your teacher will say when you can see more.")
            : t("You got {{points}} of {{outOf}}", { points: numberOf(data.points), outOf: numberOf(data.outOf) })}
      </Typography>
      {tooLate > 0 && (
        <Alert severity="warning" sx={{ mb: 2 }}>
          {t("{{count}} answers came after the time and do not count.", { count: tooLate })}
        </Alert>
      )}
      {data.settlesAt !== null && <Settling sittingId={sittingId} until={data.settlesAt} />}
      {data.points !== null && data.waitingPoints > 0 && (
        <Typography sx={{ mb: 2 }}>
          {t("That is so far: {{points}} more can come, when your teacher has marked what you wrote.", {
            points: numberOf(data.waitingPoints),
          })}
        </Typography>
      )}
      {data.mark && (
        <Typography sx={{ mb: 2 }}>
          {t("{{which}} counts: {{points}} of {{outOf}}.", {
            which: countsInWords(data.mark.counts),
            points: numberOf(data.mark.points),
            outOf: numberOf(data.outOf),
          })}
        </Typography>
      )}
      {data.countsAs && (
        <Typography sx={{ mb: 2 }}>
          {t("In the marks that is {{points}} of {{outOf}}.", {
            points: numberOf(data.countsAs.points),
            outOf: numberOf(data.countsAs.outOf),
          })}
        </Typography>
      )}
      {data.closing !== null && (
        <Typography sx={{ mb: 2, fontSize: "1.125rem", overflowWrap: "anywhere" }}>{data.closing}</Typography>
      )}
      {data.timed && (
        <Suspense fallback={null}>
          <TimedResult timed={data.timed} ordinal={data.ordinal} items={data.items} />
        </Suspense>
      )}
      {data.missing.length > 0 &&
        !data.missing.some(({ code }) => code === "quizClosed" || code === "noMoreGoes" || code === "lineReached") && (
          <Box sx={{ mb: 2 }}>
            <Typography>{t("Before another go:")}</Typography>
            <MissingList missing={data.missing} />
          </Box>
        )}
      {data.reflection && (
        <Box component="section" aria-label={t("What you wrote before this go")} sx={{ mb: 2 }}>
          <Typography variant="body2" color="textSecondary">
            {t("What you wrote before this go")}
          </Typography>
          {data.reflection.map(({ text, answer }) => (
            <Typography key={text} variant="body2">
              {text} <strong>{answer}</strong>
            </Typography>
          ))}
        </Box>
      )}
      {data.items.map((item, i) => {
        const isFirstOnIt = data.items[i - 1]?.stimulusId !== item.stimulusId;
        const stimulus = isFirstOnIt && data.stimuli.find((one) => one.id === item.stimulusId);
        return (
          <Fragment key={item.position}>
            {stimulus && <StimulusView stimulus={stimulus.content} />}
            <ResultItem item={item} sittingId={sittingId} />
          </Fragment>
        );
      })}
    </StudentFrame>
  );
}

/** Answers may still be on their way from another device; once a result is read, none counts any more. */
function Settling({ sittingId, until }: { sittingId: string; until: string }) {
  const [settle, { isLoading, error }] = useSettleSittingMutation();
  return (
    <Alert severity="info" sx={{ mb: 2 }}>
      {t("Answers that you gave in time may still arrive from another device until {{time}}. Then your result opens.", {
        time: timeOf(until),
      })}
      <Box sx={{ mt: 1.5 }}>
        <Button
          variant="contained"
          size="large"
          disabled={isLoading}
          onClick={() => void settle({ params: { sittingId } })}
        >
          {t("All my answers are in: open it now")}
        </Button>
      </Box>
      {error && <p role="alert">{problemOf(error).detail}</p>}
    </Alert>
  );
}

const countsInWords = (counts: "first" | "last" | "best" | "mean") =>
  ({
    first: t("Your first go"),
    last: t("Your last go"),
    best: t("Your best go"),
    mean: t("The mean of your goes"),
  })[counts];

/** Begins the next go; where questions are drawn, those not met yet come first. */
function AnotherGo({ releaseId }: { releaseId: string }) {
  const navigate = useNavigate();
  const [begin, { isLoading }] = useBeginSittingMutation();
  const [problem, setProblem] = useState<string | null>(null);
  const start = async () => {
    const answer = await begin({ params: { releaseId } });
    if (!answer.data) {
      setProblem(problemOf(answer.error).detail);
      return;
    }
    await hold(answer.data.sitting.id, answer.data.token, answer.data.sitting.epoch);
    await navigate(`/sitting/${answer.data.sitting.id}?release=${releaseId}`);
  };
  return (
    <Button variant="contained" size="large" disabled={isLoading} onClick={() => void start()}>
      {problem ?? t("Another go")}
    </Button>
  );
}

function ResultItem({ item, sittingId }: { item: Shown["items"][number]; sittingId: string }) {
  const isRight = item.credit === 1;
  const hasMark = item.credit !== null;
  return (
    <Paper
      sx={{ p: 2, mb: 1.5 }}
      component="article"
      aria-label={t("Question {{position}}", { position: item.position })}
    >
      <Typography
        variant="body2"
        sx={{
          fontWeight: 700,
          color: hasMark ? (isRight ? "primary.main" : "error.main") : "text.secondary",
          mb: 0.5,
        }}
      >
        {headingOf(item)}
      </Typography>
      {item.second && <Typography sx={{ mb: 1 }}>{secondInWords(item.second)}</Typography>}
      {item.ruling && <Typography sx={{ mb: 1 }}>{rulingInWords(item.ruling)}</Typography>}
      {item.view ? (
        <Player
          view={item.view}
          answer={item.answer}
          name={`result ${item.position}`}
          verdict={{ content: item.content, credit: item.credit }}
        />
      ) : (
        <Typography>
          {t("This question is reserved for tests, so it is not shown again.")}
          {item.topic !== null && ` ${t("It was about: {{topic}}.", { topic: item.topic })}`}
        </Typography>
      )}
      {item.twin && <Twin content={item.twin} position={item.position} />}
      {item.comment && (
        <Box sx={{ mt: 1.5 }}>
          <Said title={t("From your teacher")}>{item.comment}</Said>
        </Box>
      )}
      {item.why && (
        <Box sx={{ mt: 1.5, fontSize: "1.0625rem" }}>
          <SaidOfAnswer {...item.why} />
        </Box>
      )}
      {item.content !== null && item.ruling === null && item.reached && (item.credit ?? 1) < 1 && (
        <OthersReasons sittingId={sittingId} position={item.position} />
      )}
      {item.asksReason && <Reason item={item} sittingId={sittingId} />}
    </Paper>
  );
}

const TypeArea = TypeField.withComponent("textarea");

/** What the student thought, for the teacher to read; kept when the field is left. Of a right answer only on a tap. */
function Reason({ item, sittingId }: { item: Shown["items"][number]; sittingId: string }) {
  const id = useId();
  const isRight = item.credit === 1;
  const [isOpen, setOpen] = useState(!isRight || item.reason !== "");
  const [text, setText] = useState(item.reason);
  const [give, { isSuccess, error }] = useGiveReasonMutation();
  const keep = () => {
    if (text.trim() !== item.reason) void give({ params: { sittingId, position: item.position }, body: { text } });
  };
  if (!isOpen)
    return (
      <Button
        sx={{ mt: 1 }}
        onClick={() => {
          setOpen(true);
        }}
      >
        {t("Explain it to others")}
      </Button>
    );
  return (
    <Box sx={{ mt: 1.5 }}>
      <Typography component="label" htmlFor={id} variant="body2" color="textSecondary" sx={{ fontWeight: 700 }}>
        {isRight
          ? t("Why is this right? (optional; your teacher sees it and may show it to others without your name)")
          : t("Why did you choose this? (optional; your teacher sees it)")}
      </Typography>
      <TypeArea
        id={id}
        rows={2}
        value={text}
        onChange={(event) => {
          setText(event.target.value);
        }}
        onBlur={keep}
        maxLength={500}
        style={{ display: "block", width: "100%", marginTop: 4, resize: "vertical" }}
      />
      <Typography variant="body2" aria-live="polite" color={error ? "error" : "textSecondary"}>
        {error ? problemOf(error).detail : isSuccess && text.trim() === item.reason ? t("Saved.") : ""}
      </Typography>
    </Box>
  );
}

function headingOf({ position, credit, answer, view, ruling, reached }: Shown["items"][number]): string {
  if (!reached) return t("Question {{position}}: not reached", { position });
  if (view?.kind === "opinion") return t("Question {{position}}: your view", { position });
  if (credit === null && view?.kind === "written" && answer)
    return t("Question {{position}}: not marked yet", { position });
  if (ruling === "drop") return t("Question {{position}}", { position });
  if (credit !== null && credit > 0 && credit < 1) return t("◐ Question {{position}}: partly right", { position });
  if (credit === 1) return t("✓ Question {{position}}: right", { position });
  return answer || view === null
    ? t("✗ Question {{position}}: not right", { position })
    : t("Question {{position}}: not answered", { position });
}

/** What the second answer earned, and what that counts. */
function secondInWords({ credit, counts }: NonNullable<Shown["items"][number]["second"]>): string {
  const how = credit === 1 ? t("right") : credit > 0 ? t("partly right") : t("not right");
  return t("Your second answer was {{how}}; a second answer counts {{percent}}%.", { how, percent: counts });
}

const rulingInWords = (ruling: NonNullable<Shown["items"][number]["ruling"]>) =>
  ({
    correct: t("Its key was wrong and has been put right."),
    accept: t("Another answer counts as well."),
    award: t("Everybody gets the points."),
    drop: t("It does not count."),
  })[ruling];

/** A question of the same kind, with its key, that explains one which is not shown again. */
function Twin({ content, position }: { content: Content; position: number }) {
  const kind = kindOf(content);
  return (
    <Box sx={{ mt: 1.5 }}>
      <Said title={t("A question like it")}>
        <Player
          view={kind.toStudentView(content, kind.arrange(content, null))}
          answer={kind.rightAnswer(content)}
          name={`twin ${position}`}
          verdict={{ content, credit: null }}
        />
        {content.explanation && <RichTextView text={content.explanation} />}
      </Said>
    </Box>
  );
}
