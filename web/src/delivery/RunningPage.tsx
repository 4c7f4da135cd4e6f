/** Changing what runs: new times for all or for one, minutes for who is in it, a word to everybody. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Release } from "@verdant/contract/delivery";
import type { Running, SaidMessage } from "@verdant/contract/running";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { tenthOf, t } from "../platform/words.ts";
import { useServerNow } from "../team/api.ts";
import { moment } from "../ui/dates.ts";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { useToast } from "../ui/Toasts.tsx";
import {
  useChangeTimesMutation,
  useGiveMinutesMutation,
  useSayToStudentsMutation,
  useShowNeighboursQuery,
  useShowReleaseQuery,
  useShowRunningQuery,
  useTakeBackMessageMutation,
} from "./api.ts";
import { VoidGoPanel } from "./VoidGoPanel.tsx";
import { localOf, TargetRows, toBody, type TargetDraft } from "./TargetRows.tsx";

export function RunningPage() {
  const { releaseId = "" } = useParams();
  const params = { releaseId };
  const release = useShowReleaseQuery({ params });
  const running = useShowRunningQuery(
    { params },
    { pollingInterval: 5000, skipPollingIfUnfocused: true, refetchOnMountOrArgChange: true },
  );
  const error = release.error ?? running.error;
  return (
    <Page
      title={release.data ? t("Change “{{name}}”", { name: release.data.name }) : t("Change what runs")}
      about={release.data?.className}
      actions={
        <>
          <Button component={Link} to={`/results/${releaseId}/rules`} variant="outlined">
            {t("The rules")}
          </Button>
          <Button component={Link} to={`/results/${releaseId}`} variant="outlined">
            {t("Back to the results")}
          </Button>
        </>
      }
    >
      {error ? (
        <Failed error={error} retry={() => void running.refetch()} />
      ) : release.data && running.data ? (
        <Stack spacing={2}>
          <Times
            key={release.data.targets.map((one) => one.shutsAt).join()}
            release={release.data}
            running={running.data}
          />
          <Neighbours releaseId={releaseId} />
          <Minutes releaseId={releaseId} running={running.data} />
          <VoidGoPanel releaseId={releaseId} />
          <WordToAll releaseId={releaseId} messages={running.data.messages} />
        </Stack>
      ) : (
        <Loading what={t("the quiz")} />
      )}
    </Page>
  );
}

/** What the seating plan has done, counted. */
function Neighbours({ releaseId }: { releaseId: string }) {
  const { data } = useShowNeighboursQuery(
    { params: { releaseId } },
    { pollingInterval: 30_000, skipPollingIfUnfocused: true, refetchOnMountOrArgChange: true },
  );
  if (!data?.neighbours) return null;
  return <Typography variant="body2">{neighboursInWords(data.neighbours)}</Typography>;
}

export function neighboursInWords({ pairs, places, same }: { pairs: number; places: number; same: number }): string {
  const counted = t("By the seating plan {{count}} pairs of neighbours have begun.", { count: pairs });
  if (same === 0) return `${counted} ${t("None has the same question or a look-alike at the same place.")}`;
  const share = t("Of {{places}} places, {{same}} have the same question or a look-alike ({{percent}}%).", {
    ...{ places, same },
    percent: tenthOf((same / Math.max(1, places)) * 100),
  });
  return `${counted} ${share}`;
}

/** Whom new times touch, said before they are saved. */
export function touchedInWords(inIt: number, handedIn: number): string {
  const now =
    inIt === 0
      ? t("Nobody is in it at the moment.")
      : t("{{count}} students are in it and get the new end.", { count: inIt });
  return handedIn === 0
    ? now
    : `${now} ${t("{{count}} have handed in: nothing changes for what they did.", { count: handedIn })}`;
}

function Times({ release, running }: { release: Release; running: Running }) {
  const [targets, setTargets] = useState<readonly TargetDraft[]>(
    release.targets.map((one) => ({ ...one, opensAt: localOf(one.opensAt), shutsAt: localOf(one.shutsAt) })),
  );
  const [change, { isLoading, error }] = useChangeTimesMutation();
  const say = useToast();
  const save = async () => {
    const answer = await change({ params: { releaseId: release.id }, body: { targets: targets.map(toBody) } });
    if (!answer.error) say({ text: t("The new times hold from now on. Students read that they were changed.") });
  };
  return (
    <Paper sx={{ p: 3 }} component="section" aria-labelledby="times-heading">
      <Typography variant="h2" id="times-heading" sx={{ mb: 1.5 }}>
        {t("Times, and who gets it")}
      </Typography>
      <TargetRows of={release} targets={targets} onChange={setTargets} mayRemove={false} />
      <Typography variant="body2" sx={{ my: 1.5 }}>
        {touchedInWords(running.students.length, release.handedIn)}
      </Typography>
      {error && (
        <Alert severity="error" sx={{ mb: 1.5 }}>
          {problemOf(error).detail}
        </Alert>
      )}
      <Button variant="contained" disabled={isLoading} onClick={() => void save()}>
        {t("Save the times")}
      </Button>
    </Paper>
  );
}

const minuteChoices = [5, 10, 15];

function Minutes({ releaseId, running }: { releaseId: string; running: Running }) {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [give, { isLoading }] = useGiveMinutesMutation();
  const say = useToast();
  const now = useServerNow();
  const timed = running.students.filter((one) => one.deadlineAt !== null);
  const picked = timed.filter((one) => chosen.size === 0 || chosen.has(one.studentId));
  const giveThem = async (minutes: number) => {
    const body = { studentIds: picked.map((one) => one.studentId), minutes };
    const { error } = await give({ params: { releaseId }, body });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else {
      setChosen(new Set());
      say({ text: t("{{count}} students have more time.", { count: picked.length }) });
    }
  };
  return (
    <Paper sx={{ p: 3 }} component="section" aria-labelledby="minutes-heading">
      <Typography variant="h2" id="minutes-heading" sx={{ mb: 1 }}>
        {t("In progress: {{number}}", { number: running.students.length })}
      </Typography>
      <Box component="ul" aria-label={t("Students in progress")} sx={{ m: 0, p: 0, listStyle: "none" }}>
        {running.students.map((one) => (
          <Box
            key={one.studentId}
            component="li"
            sx={{ display: "flex", alignItems: "center", gap: 1, py: 0.5, borderTop: 1, borderColor: "divider" }}
          >
            {one.deadlineAt !== null && (
              <Checkbox
                checked={chosen.has(one.studentId)}
                slotProps={{ input: { "aria-label": one.name } }}
                onChange={(_, isOn) => {
                  const next = new Set(chosen);
                  if (isOn) next.add(one.studentId);
                  else next.delete(one.studentId);
                  setChosen(next);
                }}
              />
            )}
            <Box sx={{ minWidth: 0 }}>
              <Typography sx={{ fontWeight: 700 }}>{one.name}</Typography>
              <Typography variant="body2" color="textSecondary">
                {inItInWords(one, now())}
              </Typography>
            </Box>
          </Box>
        ))}
      </Box>
      {timed.length > 0 && (
        <Box sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", gap: 1, mt: 1.5 }}>
          <Typography variant="body2">
            {chosen.size === 0
              ? t("More minutes for all in it:")
              : t("More minutes for {{count}} students:", { count: picked.length })}
          </Typography>
          {minuteChoices.map((minutes) => (
            <Button key={minutes} variant="outlined" disabled={isLoading} onClick={() => void giveThem(minutes)}>
              {t("{{minutes}} min", { minutes })}
            </Button>
          ))}
        </Box>
      )}
    </Paper>
  );
}

/** "3 of 6 answered · 12 min left, 5 of them given · last seen a minute ago" */
export function inItInWords(one: Running["students"][number], now: Date): string {
  const minutesTo = (at: string) => Math.round((Date.parse(at) - now.getTime()) / 60_000);
  return [
    t("{{answered}} of {{questions}} answered", { answered: one.answered, questions: one.questions }),
    ...(one.deadlineAt === null
      ? [t("no time limit")]
      : [t("{{minutes}} min left", { minutes: Math.max(0, minutesTo(one.deadlineAt)) })]),
    ...(one.minutesGiven > 0 ? [t("{{minutes}} min given", { minutes: one.minutesGiven })] : []),
    ...(one.lastSeenAt === null
      ? [t("no answer yet")]
      : [t("last seen {{minutes}} min ago", { minutes: Math.max(0, -minutesTo(one.lastSeenAt)) })]),
  ].join(" · ");
}

function WordToAll({ releaseId, messages }: { releaseId: string; messages: readonly SaidMessage[] }) {
  const [text, setText] = useState("");
  const [send, { isLoading }] = useSayToStudentsMutation();
  const [takeBack] = useTakeBackMessageMutation();
  const say = useToast();
  const submit = async () => {
    const { error } = await send({ params: { releaseId }, body: { text, studentIds: null } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else setText("");
  };
  return (
    <Paper sx={{ p: 3 }} component="section" aria-labelledby="word-heading">
      <Typography variant="h2" id="word-heading" sx={{ mb: 1 }}>
        {t("A word to all who have it")}
      </Typography>
      <Box
        component="form"
        sx={{ display: "flex", flexWrap: "wrap", gap: 1, alignItems: "flex-start" }}
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
      >
        <TextField
          size="small"
          label={t("What they are to know")}
          value={text}
          helperText={t("It shows above the quiz within half a minute, and on their list of quizzes.")}
          onChange={(event) => {
            setText(event.target.value);
          }}
          slotProps={{ htmlInput: { maxLength: 300 } }}
          sx={{ flex: "1 1 260px" }}
        />
        <Button type="submit" variant="outlined" disabled={isLoading || text.trim() === ""}>
          {t("Tell them")}
        </Button>
      </Box>
      <Box component="ul" aria-label={t("What was said")} sx={{ m: 0, mt: 1, p: 0, listStyle: "none" }}>
        {messages.map((one) => (
          <Box
            key={one.id}
            component="li"
            sx={{ display: "flex", alignItems: "center", gap: 1, py: 0.5, borderTop: 1, borderColor: "divider" }}
          >
            <Typography variant="body2" sx={{ flex: 1, minWidth: 0, overflowWrap: "anywhere" }}>
              {moment(one.at)}: {one.text ?? t("the times were changed")}
              {one.to && (
                <Typography component="span" variant="body2" color="textSecondary">
                  {" "}
                  {t("(only to {{names}})", { names: one.to.join(", ") })}
                </Typography>
              )}
            </Typography>
            <Button
              size="small"
              aria-label={t("Take back: {{text}}", { text: one.text ?? t("the times were changed") })}
              onClick={() => void takeBack({ params: { releaseId, messageId: one.id } })}
            >
              {t("Take back")}
            </Button>
          </Box>
        ))}
      </Box>
    </Paper>
  );
}
