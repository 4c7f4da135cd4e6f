/** The board on a phone: a row for each student with their marks, and all steps when it is opened. */
import Accordion from "@mui/material/Accordion";
import AccordionDetails from "@mui/material/AccordionDetails";
import AccordionSummary from "@mui/material/AccordionSummary";
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { Path } from "@verdant/contract/paths";
import { ChevronDown } from "lucide-react";
import { t } from "../platform/words.ts";
import { useServerNow } from "../team/api.ts";
import { BoardCell } from "./BoardTable.tsx";
import { StepMark } from "../ui/StepMark.tsx";
import type { Ticks } from "./useTicks.ts";

export function BoardList({ path, tick, untick }: { path: Path } & Ticks) {
  const today = useServerNow()().toISOString().slice(0, 10);
  return (
    <Box component="section" aria-label={t("Where everybody is")}>
      {path.students.map((student) => {
        const next = path.steps.find(({ id }) => id === student.nextStepId);
        return (
          <Accordion key={student.studentId} disableGutters slotProps={{ transition: { unmountOnExit: true } }}>
            <AccordionSummary expandIcon={<ChevronDown size={18} />}>
              <Box sx={{ minWidth: 0 }}>
                <Typography sx={{ fontWeight: 700 }}>{student.name}</Typography>
                <Box sx={{ display: "flex", flexWrap: "wrap", gap: 0.5, my: 0.5 }}>
                  {student.cells.map(({ stepId, state }) => (
                    <StepMark
                      key={stepId}
                      state={state}
                      isNext={stepId === student.nextStepId}
                      isWaiting={stepId === student.nextStepId && student.waitsFor !== null}
                    />
                  ))}
                </Box>
                <Typography variant="body2" color="textSecondary">
                  {next ? next.name : t("all done")}
                  {student.waitsFor !== null && ` · ${t("waits for you")}`}
                </Typography>
              </Box>
            </AccordionSummary>
            <AccordionDetails>
              {path.steps.map((step, i) => {
                const cell = student.cells[i];
                return (
                  cell && (
                    <Box key={step.id} sx={{ py: 0.75, borderTop: 1, borderColor: "divider" }}>
                      <Typography variant="body2" sx={{ fontWeight: 700 }}>
                        {t("{{number}}. {{step}}", { number: i + 1, step: step.name })}
                      </Typography>
                      <BoardCell {...{ student, cell, step, today, tick, untick }} />
                    </Box>
                  )
                );
              })}
            </AccordionDetails>
          </Accordion>
        );
      })}
    </Box>
  );
}
