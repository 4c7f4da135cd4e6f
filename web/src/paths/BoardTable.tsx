/** Everybody on the path, a row each, a column for each step. */
import Box from "@mui/material/Box";
import Checkbox from "@mui/material/Checkbox";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { Cell, Path, Step } from "@verdant/contract/paths";
import { Link as RouterLink } from "react-router";
import { t } from "../platform/words.ts";
import { useServerNow } from "../team/api.ts";
import { shortDate } from "../ui/dates.ts";
import { cellInWords, isLate } from "./cellInWords.ts";
import { kindWords, lineInWords } from "../ui/stepInWords.ts";
import { StepMark } from "../ui/StepMark.tsx";
import type { Ticks } from "./useTicks.ts";

type Student = Path["students"][number];

export function BoardTable({ path, tick, untick }: { path: Path } & Ticks) {
  const today = useServerNow()().toISOString().slice(0, 10);
  return (
    <Paper sx={{ overflowX: "auto" }} tabIndex={0} component="section" aria-label={t("Where everybody is")}>
      <Box
        component="table"
        sx={{
          ...{ borderCollapse: "collapse", width: "100%", fontSize: 13.5 },
          "& th, & td": { p: 1, borderBottom: 1, borderColor: "divider", textAlign: "start", verticalAlign: "top" },
          "& th[scope=row], & thead th:first-of-type": {
            position: "sticky",
            left: 0,
            bgcolor: "background.paper",
            zIndex: 1,
          },
          "& tr:last-of-type > *": { borderBottom: 0 },
        }}
      >
        <thead>
          <tr>
            <th scope="col">{t("Student")}</th>
            {path.steps.map((step, i) => (
              <StepHead key={step.id} step={step} number={i + 1} />
            ))}
          </tr>
        </thead>
        <tbody>
          {path.students.map((student) => (
            <tr key={student.studentId}>
              <Box component="th" scope="row" sx={{ whiteSpace: "nowrap", fontWeight: 700 }}>
                {student.name}
              </Box>
              {student.cells.map((cell, i) => {
                const step = path.steps[i];
                return (
                  step && (
                    <td key={cell.stepId}>
                      <BoardCell {...{ student, cell, step, today, tick, untick }} />
                    </td>
                  )
                );
              })}
            </tr>
          ))}
        </tbody>
      </Box>
    </Paper>
  );
}

function StepHead({ step, number }: { step: Step; number: number }) {
  return (
    <Box component="th" scope="col" sx={{ minWidth: 130, maxWidth: 220, fontWeight: 400 }}>
      <Box sx={{ fontWeight: 700 }}>{t("{{number}}. {{step}}", { number, step: step.name })}</Box>
      <Typography variant="body2" color="textSecondary" component="div">
        {step.releaseId !== null && (
          <Link component={RouterLink} to={`/results/${step.releaseId}`}>
            {step.releaseName}
          </Link>
        )}
        <Box>{[kindWords[step.kind], ...aboutStep(step)].join(", ")}</Box>
        {step.dueOn !== null && <Box>{t("by {{day}}", { day: shortDate(step.dueOn) })}</Box>}
      </Typography>
    </Box>
  );
}

const aboutStep = (step: Step): string[] =>
  step.kind === "task" ? [] : [step.releaseId === null ? t("no quiz yet") : lineInWords(step)];

export function BoardCell(props: { student: Student; cell: Cell; step: Step; today: string } & Ticks) {
  const { student, cell, step, today, tick, untick } = props;
  const isNext = student.nextStepId === step.id;
  return (
    <Box sx={{ display: "flex", gap: 0.75, alignItems: "flex-start" }}>
      {step.kind === "task" ? (
        <Checkbox
          size="small"
          sx={{ p: 0, mt: 0.125 }}
          checked={cell.state === "done"}
          slotProps={{ input: { "aria-label": `${step.name}: ${student.name}` } }}
          onChange={(_, isOn) => {
            if (isOn) void tick(step.id, [student.studentId], null);
            else void untick(step.id, student.studentId);
          }}
        />
      ) : (
        <StepMark state={cell.state} isNext={isNext} isWaiting={isNext && student.waitsFor !== null} />
      )}
      <Box>
        <Box sx={{ color: cell.state === "shut" ? "text.secondary" : "text.primary" }}>{cellInWords(cell, step)}</Box>
        {isNext && student.waitsFor !== null && (
          <Box sx={{ color: "warning.dark", fontWeight: 700 }}>{t("waits for you")}</Box>
        )}
        {isLate(cell, step, today) && <Box sx={{ color: "error.main", fontWeight: 700 }}>{t("late")}</Box>}
        {cell.note !== null && <Box sx={{ color: "text.secondary", overflowWrap: "anywhere" }}>{cell.note}</Box>}
      </Box>
    </Box>
  );
}
