/** Student by student: every go, and what counts. */
import Paper from "@mui/material/Paper";
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import type { Results } from "@verdant/contract/insight";
import { moment } from "../ui/dates.ts";

const countsWords = {
  first: "the first go",
  last: "the last go",
  best: "the best go",
  mean: "the mean of all goes",
} as const;
const stateWords = { notBegun: "not begun", running: "writing now", handedIn: "" } as const;
const rounded = (value: number) => Math.round(value * 100) / 100;

export function StudentsPanel({ results }: { results: Results }) {
  const most = Math.max(1, ...results.perStudent.map((student) => student.goes.length));
  return (
    <Paper sx={{ overflow: "auto" }}>
      <Table size="small" aria-label="Students">
        <TableHead>
          <TableRow>
            <TableCell>Student</TableCell>
            {Array.from({ length: most }, (_, i) => (
              <TableCell key={i}>Go {i + 1}</TableCell>
            ))}
            <TableCell>Counts: {countsWords[results.counts]}</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {results.perStudent.map((student) => (
            <TableRow key={student.studentId}>
              <TableCell component="th" scope="row">
                {student.name}
              </TableCell>
              {Array.from({ length: most }, (_, i) => {
                const go = student.goes[i];
                return (
                  <TableCell key={i} title={go && moment(go.handedInAt)}>
                    {go
                      ? `${rounded(go.points)} of ${rounded(go.outOf)}${go.late > 0 ? `, ${go.late} came late` : ""}`
                      : i === 0
                        ? stateWords[student.state]
                        : ""}
                  </TableCell>
                );
              })}
              <TableCell sx={{ fontWeight: 700 }}>
                {student.mark === null ? "" : `${rounded(student.mark)} of ${rounded(student.outOf)}`}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Paper>
  );
}
