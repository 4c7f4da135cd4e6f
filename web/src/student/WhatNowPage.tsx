import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MuiLink from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { Result } from "@verdant/contract/endpoint";
import type { whatNow } from "@verdant/contract/delivery";
import { lazy, Suspense, useState } from "react";
import { Link, useNavigate } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { neededInWords } from "../ui/neededInWords.ts";
import { Ring } from "../ui/Ring.tsx";
import { Waiting } from "./Waiting.tsx";
import { hold } from "./answerQueue.ts";
import {
  useBeginSittingMutation,
  useLazyListDoneQuery,
  useLeaveMutation,
  useListMyPathsQuery,
  useWhatNowQuery,
} from "./api.ts";
import { messageInWords } from "./News.tsx";
import { WhatIsMissing } from "./WhatIsMissing.tsx";
import { StudentFrame } from "./StudentFrame.tsx";
import { shownDay, numberOf, t, timeOf } from "../platform/words.ts";

// Whoever has no path needs nothing of it.
const MyPaths = lazy(async () => ({ default: (await import("./MyPaths.tsx")).MyPaths }));

const Rules = lazy(async () => ({ default: (await import("./Rules.tsx")).Rules }));

type Now = Result<typeof whatNow>;

/** What now: what can be done, what is running, how the last ones went. */
export function WhatNowPage() {
  // Somebody else opens these doors: the page looks whether they have.
  const [waits, setWaits] = useState(false);
  const asking = {
    refetchOnMountOrArgChange: true,
    pollingInterval: waits ? 5000 : 0,
    skipPollingIfUnfocused: true,
  };
  const now = useWhatNowQuery(undefined, asking);
  const mine = useListMyPathsQuery(undefined, asking);
  const { error, refetch } = now;
  // Both come in at once, so that nothing moves under a finger.
  const data = mine.isLoading ? undefined : now.data;
  const paths = mine.data?.paths ?? [];
  const waitsForTeacher =
    data?.releases.some(({ missing }) =>
      missing.some(({ code }) => code === "goAheadMissing" || code === "stepsMissing"),
    ) ?? false;
  if (waits !== waitsForTeacher) setWaits(waitsForTeacher);
  const [leave] = useLeaveMutation();
  const goOut = () =>
    void leave().then(() => {
      window.location.assign("/s");
    });
  return (
    <StudentFrame
      title={t("Your quizzes")}
      bar={
        <>
          <Box sx={{ flex: 1 }}>
            <Typography variant="h2" component="p">
              {data ? t("Hello, {{name}}", { name: data.givenName }) : t("Hello")}
            </Typography>
            <Typography variant="body2" color="textSecondary">
              {[...new Set(data?.releases.map((release) => release.className))].join(", ")}
            </Typography>
          </Box>
          <Button size="small" onClick={goOut}>
            {t("Sign out")}
          </Button>
        </>
      }
    >
      <Typography variant="h1" sx={{ fontSize: "1.1rem", color: "text.secondary", mb: 1 }}>
        {t("Your quizzes")}
      </Typography>
      {!data && !error && <Waiting />}
      {data && paths.length > 0 && (
        <Suspense fallback={null}>
          <MyPaths paths={paths} />
        </Suspense>
      )}
      {error && (
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
      )}
      {data?.said.map(({ releaseId, name, messages }) => (
        <Paper
          key={releaseId}
          component="section"
          aria-label={t("About {{name}}", { name })}
          sx={{ p: 1.75, mb: 1.25 }}
        >
          <Typography sx={{ fontWeight: 700, overflowWrap: "anywhere" }}>{t("About {{name}}", { name })}</Typography>
          <Said messages={messages} endsAt={null} />
        </Paper>
      ))}
      {data?.releases.length === 0 && <Typography>{t("Nothing is open for you at the moment.")}</Typography>}
      {data?.releases.map((release) => (
        <ReleaseCard key={release.releaseId} of={release} />
      ))}
      {data && data.done.length > 0 && (
        <>
          <Box sx={{ display: "flex", alignItems: "baseline", justifyContent: "space-between", mt: 3, mb: 1 }}>
            <Typography variant="h2" sx={{ fontSize: "1.1rem", color: "text.secondary" }}>
              {t("Your results")}
            </Typography>
            <Button component={Link} to="/progress">
              {t("Your topics")}
            </Button>
          </Box>
          {data.done.map((done) => (
            <DoneCard key={done.sittingId} of={done} />
          ))}
          {/* What has come since moves the end of the first page: the earlier ones are asked for anew. */}
          {data.next !== null && <Earlier key={data.next} after={data.next} />}
        </>
      )}
    </StudentFrame>
  );
}

function ReleaseCard({ of }: { of: Now["releases"][number] }) {
  const navigate = useNavigate();
  const [begin, { isLoading }] = useBeginSittingMutation();
  const [problem, setProblem] = useState<string | null>(null);
  const [isRead, setRead] = useState(false);
  const start = async () => {
    const answer = await begin({ params: { releaseId: of.releaseId } });
    if (!answer.data) {
      setProblem(problemOf(answer.error).detail);
      return;
    }
    await hold(answer.data.sitting.id, answer.data.token, answer.data.sitting.epoch);
    await navigate(`/sitting/${answer.data.sitting.id}?release=${of.releaseId}`);
  };
  return (
    <Paper sx={{ p: 1.75, mb: 1.25 }}>
      <Box sx={{ display: "flex", gap: 1.5, alignItems: "center" }}>
        <Box sx={{ flex: 1 }}>
          <Typography sx={{ fontWeight: 700, fontSize: "1.125rem" }}>{of.name}</Typography>
          <Typography variant="body2" color="textSecondary">
            {of.running
              ? t("{{answered}} of {{questions}} answered", {
                  answered: of.running.answered,
                  questions: of.notice.questions,
                })
              : noticeOf(of.notice)}
            {of.extraGoes > 0 &&
              !of.running &&
              ` · ${t("{{count}} more goes from your teacher", { count: of.extraGoes })}`}
          </Typography>
          {of.notice.before && !of.running && of.missing.length === 0 && of.goesTaken + 1 < of.notice.before.fromGo && (
            <Typography variant="body2">{neededInWords(of.notice.before)}</Typography>
          )}
          {!of.running && of.notice.paging === "forwardOnly" && (
            <Typography variant="body2" sx={{ fontWeight: 700 }}>
              {t("One question at a time: you cannot go back.")}
            </Typography>
          )}
        </Box>
        <Button
          variant="contained"
          size="large"
          disabled={isLoading || (!of.running && !of.mayBegin)}
          onClick={() => void start()}
          aria-label={`${of.running ? t("Carry on") : t("Begin")}: ${of.name}`}
        >
          {of.running ? t("Carry on") : of.goesTaken > 0 ? t("Another go") : t("Begin")}
        </Button>
      </Box>
      <MuiLink
        component="button"
        type="button"
        aria-expanded={isRead}
        aria-label={t("The rules of {{name}}", { name: of.name })}
        sx={{ fontSize: "1rem", minHeight: 44 }}
        onClick={() => {
          setRead(!isRead);
        }}
      >
        {isRead ? t("Hide the rules") : t("The rules")}
      </MuiLink>
      {isRead && (
        <Suspense fallback={null}>
          <Rules releaseId={of.releaseId} notice={of.notice} />
        </Suspense>
      )}
      <Said messages={of.messages} endsAt={of.notice.shutsAt} />
      {of.voided.map(({ at, reason }) => (
        <Typography key={at} variant="body2" sx={{ mt: 0.75, overflowWrap: "anywhere" }}>
          <strong>{shownDay(at)}:</strong>{" "}
          {t("Your teacher took a go out: “{{reason}}”. You have it back.", { reason })}
        </Typography>
      ))}
      {of.missing.length > 0 && <WhatIsMissing of={of} />}
      {problem && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {problem}
        </Alert>
      )}
    </Paper>
  );
}

/** The rules, early and short. */
function noticeOf(notice: Now["releases"][number]["notice"]): string {
  const { questions, minutes, goes, timeLimitMinutes, shutsAt } = notice;
  return [
    t("{{count}} questions", { count: questions }),
    timeLimitMinutes === null
      ? t("about {{minutes}} min", { minutes })
      : notice.isTimed
        ? t("as many as you can in {{minutes}} min", { minutes: timeLimitMinutes })
        : t("{{minutes}} min at most", { minutes: timeLimitMinutes }),
    goes === null ? t("as many goes as you like") : goes === 1 ? t("one go") : t("{{goes}} goes", { goes }),
    ...(notice.outOf === null
      ? []
      : [
          t("{{points}} points, in the marks out of {{outOf}}", {
            points: numberOf(notice.points),
            outOf: notice.outOf,
          }),
        ]),
    ...(goes !== 1 && notice.counts !== "first" ? [countsInWords(notice.counts)] : []),
    ...(notice.stopAt === null ? [] : [t("until you reach {{percent}}%", { percent: notice.stopAt })]),
    ...(shutsAt === null ? [] : [t("until {{time}}", { time: timeOf(shutsAt) })]),
  ].join(" · ");
}

const countsInWords = (counts: "first" | "last" | "best" | "mean") =>
  ({
    first: t("the first counts"),
    last: t("the last counts"),
    best: t("the best counts"),
    mean: t("the mean of all counts"),
  })[counts];

/** What was handed in before, a page at a time. */
function Earlier({ after }: { after: string }) {
  const [done, setDone] = useState<Now["done"]>([]);
  const [next, setNext] = useState<string | null>(after);
  const [ask, { isFetching, error }] = useLazyListDoneQuery();
  const more = async (from: string) => {
    const { data } = await ask({ query: { after: from } });
    if (!data) return;
    setDone([...done, ...data.done]);
    setNext(data.next);
  };
  return (
    <>
      {done.map((one) => (
        <DoneCard key={one.sittingId} of={one} />
      ))}
      {error && (
        <Alert severity="warning" sx={{ mb: 1 }}>
          {problemOf(error).detail}
        </Alert>
      )}
      {next !== null && (
        <Button variant="outlined" fullWidth disabled={isFetching} onClick={() => void more(next)}>
          {t("Show earlier ones")}
        </Button>
      )}
    </>
  );
}

/** What the teacher says about a quiz. */
function Said({ messages, endsAt }: { messages: Now["done"][number]["messages"]; endsAt: string | null }) {
  return messages.map((message) => (
    <Typography key={message.id} variant="body2" sx={{ mt: 0.75, overflowWrap: "anywhere" }}>
      <strong>{shownDay(message.at)}:</strong> {messageInWords(message, endsAt)}
    </Typography>
  ));
}

function DoneCard({ of }: { of: Now["done"][number] }) {
  const right = of.points ?? 0;
  return (
    <Paper sx={{ p: 1.75, mb: 1.25, display: "flex", gap: 1.75, alignItems: "center" }}>
      <Ring
        size={40}
        segments={Array.from({ length: Math.max(1, Math.round(of.outOf)) }, (_, i) => (i < right ? "done" : "open"))}
        label=""
      />
      <Box sx={{ flex: 1 }}>
        <Typography sx={{ fontWeight: 700, fontSize: "1.125rem" }}>{of.name}</Typography>
        <Typography variant="body2" color="textSecondary">
          {of.points === null
            ? t("handed in")
            : t("{{points}} of {{outOf}}", { points: numberOf(of.points), outOf: numberOf(of.outOf) }) +
              (of.countsAs
                ? `, ${t("which is {{points}} of {{outOf}}", {
                    points: numberOf(of.countsAs.points),
                    outOf: numberOf(of.countsAs.outOf),
                  })}`
                : "") +
              (of.waitingPoints > 0 ? `, ${t("the rest is not marked yet")}` : "")}{" "}
          · {shownDay(of.handedInAt)}
        </Typography>
        <Said messages={of.messages} endsAt={null} />
      </Box>
      {(of.openness !== "nothing" || of.settlesAt !== null) && (
        <Button
          component={Link}
          to={`/result/${of.sittingId}`}
          variant="outlined"
          aria-label={t("See your result: {{name}}", { name: of.name })}
        >
          {t("See")}
        </Button>
      )}
    </Paper>
  );
}
