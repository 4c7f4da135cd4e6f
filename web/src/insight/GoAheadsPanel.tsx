/** Who waits before a go, for what, since when; go-aheads for one or many, or by a word said in the room. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { Missing, Waiting } from "@verdant/contract/beforeGo";
import { useState } from "react";
import {
  useGiveGoAheadsMutation,
  useListWaitingQuery,
  useMakeOpeningWordMutation,
  useTakeBackGoAheadsMutation,
} from "../delivery/api.ts";
import { problemOf } from "../platform/problem.ts";
import { inAList, t } from "../platform/words.ts";
import { useServerNow } from "../team/api.ts";
import { moment } from "../ui/dates.ts";
import { useToast } from "../ui/Toasts.tsx";

type Student = Waiting["students"][number];

const waitsForMe = ({ missing }: Student) => missing.some(({ code }) => code === "goAheadMissing");

export function GoAheadsPanel({ releaseId }: { releaseId: string }) {
  const params = { releaseId };
  const { data } = useListWaitingQuery(
    { params },
    { pollingInterval: 10_000, skipPollingIfUnfocused: true, refetchOnMountOrArgChange: true },
  );
  const [give, { isLoading: isGiving }] = useGiveGoAheadsMutation();
  const [takeBack] = useTakeBackGoAheadsMutation();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [showsAll, setShowsAll] = useState(false);
  const say = useToast();
  const now = useServerNow();
  if (!data || data.students.length === 0) return null;
  const asks = data.students.some((one) => one.hasGoAhead !== null || one.missing.length > 0 || one.reflection);
  if (!asks) return null;
  const mine = data.students.filter(waitsForMe);
  // Who has done their part comes first.
  const ready = mine.filter(({ missing }) => missing.length === 1);
  const shown = showsAll ? data.students : [...ready, ...mine.filter((one) => !ready.includes(one))];
  const picked = mine.filter((one) => chosen.has(one.studentId));
  const giveTo = async (students: readonly Student[]) => {
    const studentIds = students.map((one) => one.studentId);
    const { error } = await give({ params, body: { studentIds } });
    if (error) {
      say({ text: problemOf(error).detail, isError: true });
      return;
    }
    setChosen(new Set());
    say({
      text: t("{{names}} may go on.", { names: inAList(students.map((one) => one.name)) }),
      undo: () => void takeBack({ params, body: { studentIds } }),
    });
  };
  const word = data.word && new Date(data.word.until) > now() ? data.word : null;
  return (
    <Paper component="section" aria-labelledby="waiting-heading" sx={{ p: 2 }}>
      <Box sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", gap: 1, mb: 1 }}>
        <Typography variant="h2" id="waiting-heading" sx={{ flex: 1, minWidth: 200 }}>
          {mine.length === 0
            ? t("Nobody waits for you")
            : t("{{count}} students wait for your go-ahead", { count: mine.length })}
        </Typography>
        {picked.length > 0 && (
          <Button variant="contained" disabled={isGiving} onClick={() => void giveTo(picked)}>
            {t("Go-ahead for {{count}} students", { count: picked.length })}
          </Button>
        )}
        {picked.length === 0 && ready.length > 1 && (
          <Button variant="contained" disabled={isGiving} onClick={() => void giveTo(ready)}>
            {t("Go-ahead for all {{number}} who are ready", { number: ready.length })}
          </Button>
        )}
        {mine.length > 0 && <OpeningWord releaseId={releaseId} word={word} />}
      </Box>
      <Box component="ul" aria-label={t("Students before their next go")} sx={{ m: 0, p: 0, listStyle: "none" }}>
        {shown.map((one) => (
          <Row
            key={one.studentId}
            student={one}
            isChosen={chosen.has(one.studentId)}
            choose={(isOn) => {
              const next = new Set(chosen);
              if (isOn) next.add(one.studentId);
              else next.delete(one.studentId);
              setChosen(next);
            }}
            give={() => void giveTo([one])}
            takeBack={() => void takeBack({ params, body: { studentIds: [one.studentId] } })}
          />
        ))}
      </Box>
      {(showsAll || shown.length < data.students.length) && (
        <Link
          component="button"
          type="button"
          aria-pressed={showsAll}
          onClick={() => {
            setShowsAll(!showsAll);
          }}
          sx={{ mt: 1, fontSize: 14 }}
        >
          {showsAll
            ? t("Show only who waits for me")
            : t("Show all {{number}} before their next go", { number: data.students.length })}
        </Link>
      )}
    </Paper>
  );
}

/** What is missing besides the go-ahead, as a teacher reads it. */
export function othersInWords(missing: readonly Missing[]): string {
  return missing
    .flatMap((one) => {
      switch (one.code) {
        case "goAheadMissing":
          return [];
        case "reflectionMissing":
          return [t("has not looked back yet")];
        case "waitBeforeGo":
          return [t("waits until {{time}}", { time: moment(one.until) })];
        case "stepsMissing":
          return [t("has not done {{steps}}", { steps: inAList(one.steps.map((step) => `“${step}”`)) })];
        case "noMoreGoes":
          return [t("has had all goes")];
        case "gateShut":
          return [
            one.reached === null
              ? t("has not done “{{name}}”", { name: one.name })
              : t("is at {{reached}}% of {{percent}}% in “{{name}}”", { ...one, reached: one.reached }),
          ];
        case "lineReached":
        case "notOpenYet":
        case "quizClosed":
          return [];
      }
    })
    .join(" · ");
}

function Row(props: {
  student: Student;
  isChosen: boolean;
  choose: (isOn: boolean) => void;
  give: () => void;
  takeBack: () => void;
}) {
  const { student, isChosen, choose, give, takeBack } = props;
  const waits = waitsForMe(student);
  const about = [
    ...(student.since === null || student.lastShare === null
      ? [t("first go")]
      : [
          t("go {{ordinal}} after {{percent}}%, handed in {{time}}", {
            ordinal: student.ordinal,
            percent: Math.round(student.lastShare * 100),
            time: moment(student.since),
          }),
        ]),
    othersInWords(student.missing),
    ...(student.missing.length === 0 ? [t("may begin")] : []),
  ].filter(Boolean);
  return (
    <Box
      component="li"
      sx={{
        display: "flex",
        flexWrap: "wrap",
        alignItems: "center",
        gap: 1,
        py: 0.75,
        borderTop: 1,
        borderColor: "divider",
      }}
    >
      {waits && (
        <Checkbox
          checked={isChosen}
          slotProps={{ input: { "aria-label": student.name } }}
          onChange={(_, isOn) => {
            choose(isOn);
          }}
        />
      )}
      <Box sx={{ flex: "1 1 220px", minWidth: 0 }}>
        <Typography sx={{ fontWeight: 700 }}>{student.name}</Typography>
        <Typography variant="body2" color="textSecondary">
          {about.join(" · ")}
        </Typography>
        {student.reflection?.map(({ text, answer }) => (
          <Typography key={text} variant="body2" sx={{ overflowWrap: "anywhere" }}>
            {text} <strong>{answer}</strong>
          </Typography>
        ))}
      </Box>
      {waits && (
        <Button variant="outlined" onClick={give} aria-label={t("Go-ahead for {{name}}", { name: student.name })}>
          {t("Go-ahead")}
        </Button>
      )}
      {student.hasGoAhead && (
        <Button onClick={takeBack} aria-label={t("Take the go-ahead back from {{name}}", { name: student.name })}>
          {t("Take it back")}
        </Button>
      )}
    </Box>
  );
}

function OpeningWord({ releaseId, word }: { releaseId: string; word: Waiting["word"] }) {
  const [make, { isLoading }] = useMakeOpeningWordMutation();
  const say = useToast();
  const ask = async () => {
    const { error } = await make({ params: { releaseId } });
    if (error) say({ text: problemOf(error).detail, isError: true });
  };
  return (
    <>
      {word && (
        <Typography role="status" sx={{ width: "100%", order: 1 }}>
          {t("Say in the room:")} <strong>{word.word}</strong>{" "}
          {t("(until {{time}}, once for each student)", { time: moment(word.until) })}
        </Typography>
      )}
      <Button variant="outlined" disabled={isLoading} onClick={() => void ask()}>
        {word ? t("Another word") : t("Word to say in the room")}
      </Button>
    </>
  );
}
