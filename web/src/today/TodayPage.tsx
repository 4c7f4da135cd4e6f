import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Release } from "@verdant/contract/delivery";
import type { WaitingMarks } from "@verdant/contract/marking";
import type { TodayClass } from "@verdant/contract/today";
import { useState } from "react";
import { Link as RouterLink } from "react-router";
import type { z } from "zod";
import { countFor, mixInWords, useCompose } from "../assembly/api.ts";
import { inFocusFirst, useClassInFocus } from "../platform/classInFocus.ts";
import { useToday } from "../team/api.ts";
import { Bead } from "../ui/Bead.tsx";
import { ago, longDate, moment } from "../ui/dates.ts";
import { Page } from "../ui/Page.tsx";
import { Ring, type Segment } from "../ui/Ring.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { ReviewNews } from "./ReviewNews.tsx";
import { useGoChanges } from "../platform/useGoChanges.ts";
import { useShowTodayQuery, useShowWaitingQuery } from "./api.ts";
import { WaitsForYou } from "./WaitsForYou.tsx";
import { WeekQuestion } from "./WeekQuestion.tsx";
import { t } from "../platform/words.ts";

/** For each class what is due, and what is running. One request brings all of it; it comes again by itself while something runs. */
export function TodayPage() {
  const today = useToday();
  const inFocus = useClassInFocus().id;
  const [running, setRunning] = useState<readonly string[]>([]);
  const isRunning = running.length > 0;
  const isHeard = useGoChanges(running);
  const { data, error, isLoading, refetch } = useShowTodayQuery(undefined, {
    refetchOnMountOrArgChange: true,
    pollingInterval: !isRunning ? 0 : isHeard ? 60_000 : 15_000,
    skipPollingIfUnfocused: true,
  });
  const waiting = useShowWaitingQuery(undefined, {
    refetchOnMountOrArgChange: true,
    pollingInterval: 60_000,
    skipPollingIfUnfocused: true,
  });
  // What stands below who waits comes with it, so that nothing is moved away under a hand.
  const isWhole = data !== undefined && !waiting.isLoading;
  const runs = (data?.running ?? []).flatMap((release) => (release.opening === "open" ? release.id : []));
  if (runs.join() !== running.join()) setRunning(runs);
  if (data?.classes.length === 0) return <ThreeDoors />;
  return (
    <Page
      title={longDate(today)}
      actions={
        <Button component={RouterLink} to="/bank/new" variant="outlined">
          {t("New item")}
        </Button>
      }
    >
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 1.8fr) minmax(0, 1fr)" },
          gap: 3.5,
        }}
      >
        <section aria-labelledby="due-heading">
          <Typography variant="h2" id="due-heading" sx={{ mb: 1 }}>
            {t("Due for review")}
          </Typography>
          {isLoading && <Loading what={t("classes")} />}
          {error && <Failed error={error} retry={() => void refetch()} />}
          <Stack spacing={1}>
            {inFocusFirst(data?.classes ?? [], inFocus).map((one) => (
              <ClassRow key={one.id} of={one} />
            ))}
          </Stack>
        </section>
        <section aria-labelledby="running-heading">
          <Typography variant="h2" id="running-heading" sx={{ mb: 1 }}>
            {t("Open now")}
          </Typography>
          {data?.running.length === 0 && (
            <Typography color="textSecondary">{t("Nothing is released at the moment.")}</Typography>
          )}
          <Stack spacing={1}>
            {data?.running.map((release) => (
              <ReleaseRow key={release.id} of={release} />
            ))}
          </Stack>
          {data?.moreRun === true && (
            <Typography sx={{ mt: 1 }}>
              {t("More are open: see")}{" "}
              <Link component={RouterLink} to="/results">
                {t("Results")}
              </Link>
              .
            </Typography>
          )}
          {isWhole && <WaitsForYou waiting={waiting.data?.waiting ?? []} />}
          {isWhole && <ToMark releases={data.marking} />}
          {isWhole && <ReviewNews news={data.news} />}
          {isWhole && data.lately.length > 0 && (
            <>
              <Typography variant="h2" sx={{ mb: 1, mt: 2.5 }}>
                {t("Lately")}
              </Typography>
              <Stack spacing={1}>
                {data.lately.map((release) => (
                  <ReleaseRow key={release.id} of={release} />
                ))}
              </Stack>
            </>
          )}
        </section>
      </Box>
    </Page>
  );
}

/** Written answers that wait for somebody to read them. */
function ToMark({ releases }: { releases: z.infer<typeof WaitingMarks> }) {
  if (releases.length === 0) return null;
  return (
    <>
      <Typography variant="h2" sx={{ mb: 1, mt: 2.5 }}>
        {t("To mark")}
      </Typography>
      <Stack spacing={1}>
        {releases.map((release) => (
          <Paper key={release.releaseId} sx={{ p: 1.5, display: "flex", alignItems: "center", gap: 1.5 }}>
            <Typography sx={{ flex: 1 }}>
              {release.name}, {release.className}
            </Typography>
            <Button component={RouterLink} to={`/results/${release.releaseId}/marking`} variant="outlined" size="small">
              {t("Mark {{count}} answers", { count: release.waiting })}
            </Button>
          </Paper>
        ))}
      </Stack>
    </>
  );
}

/** A department with no class yet. */
function ThreeDoors() {
  const doors = [
    [
      t("Paste ten questions and release them today"),
      t("From notes, as plain text. Students sign in with a card, no account needed."),
      "/start",
      t("Paste questions"),
    ],
    [
      t("Import our files"),
      t("Topics, standards, courses and items, as a department file; standards also as a list or a CASE file."),
      "/team",
      t("Import files"),
    ],
    [
      t("Set it up step by step"),
      t("Topics and standards first, then a course with its units, then a class with its calendar."),
      "/topics",
      t("Begin with topics"),
    ],
  ] as const;
  return (
    <Page title={t("Welcome")} about={t("Where would you like to begin?")}>
      <Box sx={{ display: "grid", gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "repeat(3, 1fr)" }, gap: 2 }}>
        {doors.map(([title, text, to, action], i) => (
          <Paper key={to} sx={{ p: 3, display: "flex", flexDirection: "column", gap: 1.5, alignItems: "flex-start" }}>
            <Typography variant="h2">{title}</Typography>
            <Typography sx={{ flex: 1 }} color="textSecondary">
              {text}
            </Typography>
            <Button component={RouterLink} to={to} variant={i === 0 ? "contained" : "outlined"}>
              {action}
            </Button>
          </Paper>
        ))}
      </Box>
      <Typography variant="body2" color="textSecondary" sx={{ mt: 2 }}>
        {t(
          "To look round first: “npm run demo” on any computer with the program starts a made-up department with everybody in it.",
        )}
      </Typography>
    </Page>
  );
}

function ClassRow({ of }: { of: TodayClass }) {
  const { composeFor, isComposing } = useCompose();
  const due = of.topics.filter((topic) => topic.standing === "due");
  const [first] = due;
  const [typed, setTyped] = useState<string | null>(null);
  const usual = countFor(due.length);
  const asked = Math.round(Number(typed ?? usual));
  const count = asked >= 1 && asked <= 60 ? asked : usual;
  return (
    <Paper
      sx={{
        p: 1.75,
        display: "grid",
        gridTemplateColumns: { xs: "1fr auto", sm: "84px minmax(60px, auto) 1fr auto auto" },
        gap: 2,
        alignItems: "center",
      }}
    >
      <Box>
        <Link
          component={RouterLink}
          to={`/plans/${of.id}`}
          underline="hover"
          color="inherit"
          sx={{ fontWeight: 700, fontSize: 18, fontFamily: "h2.fontFamily" }}
        >
          {of.name}
        </Link>
        <Typography variant="caption" color="textSecondary" component="div">
          {t("{{count}} students", { count: of.students })}
        </Typography>
      </Box>
      <Box sx={{ display: "flex", gap: 0.5, minWidth: 24, flexWrap: "wrap" }}>
        {due.slice(0, 8).map((topic) => (
          <Bead
            key={topic.topicId}
            mark={topic.strand.letter}
            hue={topic.strand.hue}
            state="planned"
            label={t("{{topic}} is due", { topic: topic.name })}
          />
        ))}
      </Box>
      <Typography variant="body2" sx={{ gridColumn: { xs: "1 / -1", sm: "auto" } }}>
        {first ? (
          <>
            {t("{{count}} topics due;", { count: due.length })} <strong>{first.name}</strong>{" "}
            {first.basis === "answers"
              ? t("was last seen {{when}}", { when: ago(first.lastOn ?? of.today, of.today) })
              : t("was taught {{when}}", { when: ago(first.taughtOn ?? of.today, of.today) })}
          </>
        ) : of.topics.some((topic) => topic.standing !== "notTaught") ? (
          t("Nothing is due today")
        ) : (
          t("Nothing has been taught yet")
        )}
        <Typography component="span" variant="caption" color="textSecondary" sx={{ display: "block" }}>
          {t("{{count}} questions", { count })}: {mixInWords(of, count)}
        </Typography>
      </Typography>
      <TextField
        type="number"
        size="small"
        label={t("Questions")}
        value={typed ?? usual}
        onChange={(event) => {
          setTyped(event.target.value);
        }}
        slotProps={{ htmlInput: { min: 1, max: 60, "aria-label": t("Questions for {{of}}", { of: of.name }) } }}
        sx={{ width: 84 }}
      />
      <Button
        variant={due.length > 0 ? "contained" : "outlined"}
        disabled={isComposing}
        onClick={() => void composeFor(of.id, count)}
        aria-label={t("Compose {{number}} for {{of}}", { number: count, of: of.name })}
      >
        {isComposing ? t("Composing…") : t("Compose {{number}}", { number: count })}
      </Button>
      <Box sx={{ gridColumn: "1 / -1", "&:empty": { display: "none" } }}>
        <WeekQuestion of={of} />
      </Box>
    </Paper>
  );
}

function ReleaseRow({ of }: { of: Release }) {
  const segments = Array.from({ length: of.students }, (_, i): Segment =>
    i < of.handedIn ? "done" : i < of.begun ? "marked" : "open",
  );
  const state = t("{{handedIn}} of {{students}} handed in, {{inProgress}} in progress, {{notBegun}} not begun", {
    handedIn: of.handedIn,
    students: of.students,
    inProgress: of.begun - of.handedIn,
    notBegun: of.students - of.begun,
  });
  const when =
    of.opening === "notYet"
      ? t("opens {{at}}", { at: moment(of.opensAt) })
      : of.opening === "shut"
        ? t("closed")
        : of.shutsAt === null
          ? t("stays open")
          : t("closes {{at}}", { at: moment(of.shutsAt) });
  return (
    <Paper sx={{ p: 1.5, display: "flex", gap: 2, alignItems: "center" }}>
      <Ring segments={segments} centre={of.handedIn} size={56} label={state} />
      <Box sx={{ minWidth: 0 }}>
        <Link
          component={RouterLink}
          to={`/results/${of.id}`}
          underline="hover"
          color="inherit"
          sx={{ fontWeight: 700 }}
        >
          {of.name} · {of.className}
        </Link>
        <Typography variant="caption" color="textSecondary" component="div">
          {state} · {when}
        </Typography>
        {of.opening === "open" && (
          <Link
            component={RouterLink}
            to={`/results/${of.id}/live`}
            variant="caption"
            aria-label={t("Watch live: {{name}} · {{className}}", { name: of.name, className: of.className })}
          >
            {t("Watch live")}
          </Link>
        )}
      </Box>
    </Paper>
  );
}
