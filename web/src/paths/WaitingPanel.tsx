/** Who waits for a colleague on this path, since when: ticks and go-aheads for one or for many at once. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import Paper from "@mui/material/Paper";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { pathLimits, type Path, type Step } from "@verdant/contract/paths";
import { groupBy } from "@verdant/core/groupBy";
import { useState } from "react";
import { useGiveGoAheadsMutation, useTakeBackGoAheadsMutation } from "../delivery/api.ts";
import { problemOf } from "../platform/problem.ts";
import { inAList, t } from "../platform/words.ts";
import { moment } from "../ui/dates.ts";
import { useToast } from "../ui/Toasts.tsx";
import type { Ticks } from "./useTicks.ts";

type Student = Path["students"][number];

export function WaitingPanel({ path, tick }: { path: Path; tick: Ticks["tick"] }) {
  const waiting = path.students.filter(({ waitsFor }) => waitsFor !== null);
  const byStep = groupBy(waiting, ({ nextStepId }) => nextStepId ?? "");
  return (
    <Paper component="section" aria-labelledby="waits-heading" sx={{ p: 2 }}>
      <Typography variant="h2" id="waits-heading">
        {waiting.length === 0
          ? t("Nobody waits for you")
          : t("{{count}} students wait for you", { count: waiting.length })}
      </Typography>
      {path.steps.map((step) => {
        const students = byStep.get(step.id);
        return students && <AtStep key={step.id} step={step} students={students} tick={tick} />;
      })}
    </Paper>
  );
}

/** Who has waited longest comes first. */
const longestFirst = (a: Student, b: Student) => (a.since ?? "").localeCompare(b.since ?? "");

function AtStep({ step, students, tick }: { step: Step; students: readonly Student[]; tick: Ticks["tick"] }) {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [note, setNote] = useState("");
  const [give, { isLoading }] = useGiveGoAheadsMutation();
  const [takeBack] = useTakeBackGoAheadsMutation();
  const say = useToast();
  const picked = students.filter(({ studentId }) => chosen.has(studentId));
  const isTask = step.kind === "task";
  const letOn = async (whom: readonly Student[]) => {
    const studentIds = whom.map(({ studentId }) => studentId);
    setChosen(new Set());
    setNote("");
    if (isTask) {
      await tick(step.id, studentIds, note.trim() === "" ? null : note.trim());
      return;
    }
    const params = { releaseId: step.releaseId ?? "" };
    const { error } = await give({ params, body: { studentIds } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else
      say({
        text: t("{{names}} may go on.", { names: inAList(whom.map(({ name }) => name)) }),
        undo: () => void takeBack({ params, body: { studentIds } }),
      });
  };
  return (
    <Box component="section" aria-label={step.name} sx={{ mt: 1.5 }}>
      <Box sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", gap: 1, mb: 0.5 }}>
        <Typography sx={{ fontWeight: 700, flex: "1 1 200px" }}>{step.name}</Typography>
        {isTask && (
          <TextField
            size="small"
            label={t("Note to the tick, if any")}
            value={note}
            onChange={(event) => {
              setNote(event.target.value);
            }}
            slotProps={{ htmlInput: { maxLength: pathLimits.note } }}
          />
        )}
        {picked.length > 0 && (
          <Button variant="contained" disabled={isLoading} onClick={() => void letOn(picked)}>
            {isTask
              ? t("Tick {{count}} students off", { count: picked.length })
              : t("Go-ahead for {{count}} students", { count: picked.length })}
          </Button>
        )}
        {picked.length === 0 && students.length > 1 && (
          <Button variant="outlined" disabled={isLoading} onClick={() => void letOn(students)}>
            {isTask
              ? t("Tick all {{number}} off", { number: students.length })
              : t("Go-ahead for all {{number}}", { number: students.length })}
          </Button>
        )}
      </Box>
      <Box component="ul" sx={{ m: 0, p: 0, listStyle: "none" }}>
        {[...students].sort(longestFirst).map((one) => (
          <Box
            component="li"
            key={one.studentId}
            sx={{ display: "flex", alignItems: "center", gap: 1, py: 0.5, borderTop: 1, borderColor: "divider" }}
          >
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
            <Box sx={{ flex: 1, minWidth: 0 }}>
              <Typography sx={{ fontWeight: 700 }}>{one.name}</Typography>
              <Typography variant="body2" color="textSecondary">
                {one.since === null ? t("from the beginning") : t("since {{time}}", { time: moment(one.since) })}
              </Typography>
            </Box>
            <Button
              variant="outlined"
              disabled={isLoading}
              onClick={() => void letOn([one])}
              aria-label={
                isTask
                  ? t("Tick “{{step}}” off for {{name}}", { step: step.name, name: one.name })
                  : t("Go-ahead for {{name}}", { name: one.name })
              }
            >
              {isTask ? t("Tick off") : t("Go-ahead")}
            </Button>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
