/** The table itself: a column for each quiz with its weight, a row for each student, the mean at the end. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import TextField from "@mui/material/TextField";
import type { MarkCell, MarkTable } from "@verdant/contract/marks";
import { useState } from "react";
import { Link as RouterLink } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { shortDate } from "../ui/dates.ts";
import { KeptField } from "../ui/KeptField.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { useExcuseMutation, useExcuseNoLongerMutation, useSetMarkWeightMutation } from "./api.ts";
import { markInWords, meanInWords } from "./markInWords.ts";

type Student = MarkTable["students"][number];
type Quiz = MarkTable["releases"][number];

export function MarkGrid({ table, shown }: { table: MarkTable; shown: readonly number[] }) {
  const [chosen, setChosen] = useState<{ student: Student; quiz: Quiz; cell: MarkCell } | null>(null);
  return (
    <>
      <Paper sx={{ overflowX: "auto" }} component="section" tabIndex={0} aria-label={t("Marks")}>
        <Box
          component="table"
          sx={{
            ...{ borderCollapse: "collapse", fontSize: 13.5, minWidth: "100%" },
            "& th, & td": { p: 1, borderBottom: 1, borderColor: "divider", textAlign: "start", verticalAlign: "top" },
            "& thead th:last-of-type": { width: "100%" },
            "& th[scope=row], & thead th:first-of-type": {
              ...{ position: "sticky", left: 0, bgcolor: "background.paper", zIndex: 1 },
            },
          }}
        >
          <thead>
            <tr>
              <th scope="col">{t("Student")}</th>
              {shown.map((at) => {
                const quiz = table.releases[at];
                return quiz && <QuizHead key={quiz.id} classId={table.classId} quiz={quiz} />;
              })}
              <th scope="col">{t("Mean")}</th>
            </tr>
          </thead>
          <tbody>
            {table.students.map((student) => (
              <tr key={student.studentId}>
                <Box component="th" scope="row" sx={{ fontWeight: 700, whiteSpace: { sm: "nowrap" } }}>
                  {student.name}
                </Box>
                {shown.map((at) => {
                  const [cell, quiz] = [student.cells[at], table.releases[at]];
                  return (
                    cell &&
                    quiz && (
                      <td key={quiz.id}>
                        <Mark
                          student={student}
                          quiz={quiz}
                          cell={cell}
                          open={() => {
                            setChosen({ student, quiz, cell });
                          }}
                        />
                      </td>
                    )
                  );
                })}
                <Box component="td" sx={{ fontWeight: 700, whiteSpace: "nowrap" }}>
                  {meanInWords(student)}
                </Box>
              </tr>
            ))}
          </tbody>
        </Box>
      </Paper>
      {chosen && (
        <ExcuseDialog
          classId={table.classId}
          {...chosen}
          close={() => {
            setChosen(null);
          }}
        />
      )}
    </>
  );
}

function QuizHead({ classId, quiz }: { classId: string; quiz: Quiz }) {
  const [setWeight] = useSetMarkWeightMutation();
  const say = useToast();
  const keep = async (weight: number | null) => {
    const { error } = await setWeight({ params: { classId, releaseId: quiz.id }, body: { weight } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else
      say({
        text: t("“{{name}}” weighs {{weight}} now.", { name: quiz.name, weight: weight ?? quiz.usualWeight }),
        undo: () => void keep(quiz.weight),
      });
  };
  return (
    <Box component="th" scope="col" sx={{ minWidth: 120, maxWidth: 200, fontWeight: 400 }}>
      <Link component={RouterLink} to={`/results/${quiz.id}`} sx={{ fontWeight: 700 }}>
        {quiz.name}
      </Link>
      <Box sx={{ color: "text.secondary", mb: 0.75 }}>{shortDate(quiz.opensAt)}</Box>
      <KeptField
        size="small"
        sx={{ width: 90 }}
        label={t("Weight")}
        value={String(quiz.weight)}
        slotProps={{
          htmlInput: { inputMode: "decimal", "aria-label": t("Weight of “{{name}}”", { name: quiz.name }) },
        }}
        keep={(text) => {
          const weight = Number(text.replace(",", "."));
          if (text === "") void keep(null);
          else if (weight >= 0 && weight <= 100) void keep(weight);
          else say({ text: t("A weight is a number from 0 to 100."), isError: true });
        }}
      />
    </Box>
  );
}

function Mark({ student, quiz, cell, open }: { student: Student; quiz: Quiz; cell: MarkCell; open: () => void }) {
  if (cell.state === "notGiven") return null;
  const words = markInWords(cell);
  return (
    <Box
      component="button"
      type="button"
      onClick={open}
      aria-label={`${student.name}, ${quiz.name}: ${words}`}
      title={cell.reason ?? undefined}
      sx={{
        ...{ font: "inherit", border: 0, bgcolor: "transparent", p: 0.25, cursor: "pointer", textAlign: "start" },
        color: cell.state === "marked" ? "text.primary" : "text.secondary",
        borderBottom: "1px dotted",
        borderColor: "divider",
      }}
    >
      {words}
    </Box>
  );
}

function ExcuseDialog(props: { classId: string; student: Student; quiz: Quiz; cell: MarkCell; close: () => void }) {
  const { classId, student, quiz, cell, close } = props;
  const [reason, setReason] = useState(cell.reason ?? "");
  const [excuse, { isLoading }] = useExcuseMutation();
  const [noLonger] = useExcuseNoLongerMutation();
  const say = useToast();
  const call = { params: { classId, releaseId: quiz.id } };
  const studentIds = [student.studentId];
  const takeBack = async () => {
    const { error } = await noLonger({ ...call, body: { studentIds } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    close();
  };
  const submit = async () => {
    const { error } = await excuse({ ...call, body: { studentIds, reason } });
    close();
    if (error) say({ text: problemOf(error).detail, isError: true });
    else
      say({
        text: t("{{name}} is excused from “{{quiz}}”.", { name: student.name, quiz: quiz.name }),
        undo: () => void takeBack(),
      });
  };
  return (
    <Dialog open onClose={close} fullWidth maxWidth="xs">
      <DialogTitle>{student.name}</DialogTitle>
      <DialogContent>
        <Box sx={{ mb: 2 }}>{t("{{quiz}}: {{mark}}", { quiz: quiz.name, mark: markInWords(cell) })}</Box>
        <TextField
          fullWidth
          size="small"
          label={t("Why excused, if you like")}
          value={reason}
          onChange={(event) => {
            setReason(event.target.value);
          }}
          slotProps={{ htmlInput: { maxLength: 300 } }}
        />
        <Box sx={{ mt: 1, fontSize: 14, color: "text.secondary" }}>
          {t("Excused, the quiz does not count for this student, taken or not. What was answered stays.")}
        </Box>
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>{t("Cancel")}</Button>
        {cell.state === "excused" && <Button onClick={() => void takeBack()}>{t("Excuse no longer")}</Button>}
        <Button variant="contained" disabled={isLoading} onClick={() => void submit()}>
          {t("Excuse")}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
