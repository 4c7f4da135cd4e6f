/** Student by student: their goes, and what counts. Of many goes the first, the last and the best show, until all are asked for. */
import Checkbox from "@mui/material/Checkbox";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import TableSortLabel from "@mui/material/TableSortLabel";
import Typography from "@mui/material/Typography";
import type { Results, StudentResult } from "@verdant/contract/insight";
import { useState } from "react";
import { Link as RouterLink } from "react-router";
import { ChosenStudents } from "./ChosenStudents.tsx";
import { MarkStrip } from "./MarkStrip.tsx";
import { moment, shortDate } from "../ui/dates.ts";
import { t } from "../platform/words.ts";

const countsWords = {
  first: t("the first go"),
  last: t("the last go"),
  best: t("the best go"),
  mean: t("the mean of all goes"),
} as const;
const stateWords = { notBegun: t("not begun"), running: t("in progress"), handedIn: "" } as const;
const rounded = (value: number) => Math.round(value * 100) / 100;

type Go = StudentResult["goes"][number];

/** More goes than these stand in columns of their own only when they are asked for. */
const mostColumns = 4;

export function StudentsPanel({ results }: { results: Results }) {
  const [showsAll, setShowsAll] = useState(false);
  const [isByNeed, setByNeed] = useState(false);
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  // Whoever has left the class gets nothing more from here.
  const tickable = results.perStudent.filter((one) => one.leftOn === null).map((one) => one.studentId);
  const chosen = tickable.filter((id) => ticked.has(id));
  const students = isByNeed ? [...results.perStudent].sort((a, b) => rightOf(a) - rightOf(b)) : results.perStudent;
  const most = Math.max(1, ...results.perStudent.map((student) => student.goes.length));
  const columns =
    most <= mostColumns || showsAll
      ? Array.from({ length: most }, (_, i) => ({
          name: t("Go {{i}}", { i: i + 1 }),
          of: (goes: readonly Go[]) => goes[i],
        }))
      : [
          { name: t("First go"), of: (goes: readonly Go[]) => goes[0] },
          { name: t("Last go"), of: (goes: readonly Go[]) => goes.at(-1) },
          { name: t("Best go"), of: bestOf },
        ];
  return (
    <>
      {most > mostColumns && (
        <Typography variant="body2" color="textSecondary" sx={{ mb: 0.75 }}>
          {t("Up to {{most}} goes.", { most })}{" "}
          <Link
            component="button"
            type="button"
            aria-pressed={showsAll}
            onClick={() => {
              setShowsAll(!showsAll);
            }}
          >
            {showsAll ? t("Show first, last and best") : t("Show every go")}
          </Link>
        </Typography>
      )}
      {chosen.length > 0 && (
        <ChosenStudents
          results={results}
          studentIds={chosen}
          onDone={() => {
            setTicked(new Set());
          }}
        />
      )}
      <Paper sx={{ overflow: "auto" }}>
        <Table size="small" aria-label={t("Students")}>
          <TableHead>
            <TableRow>
              <TableCell padding="checkbox">
                <Checkbox
                  size="small"
                  slotProps={{ input: { "aria-label": t("Tick all students") } }}
                  checked={chosen.length > 0 && chosen.length === tickable.length}
                  indeterminate={chosen.length > 0 && chosen.length < tickable.length}
                  onChange={(_, all) => {
                    setTicked(new Set(all ? tickable : []));
                  }}
                />
              </TableCell>
              <TableCell sortDirection={isByNeed ? false : "asc"}>
                <TableSortLabel
                  active={!isByNeed}
                  hideSortIcon
                  onClick={() => {
                    setByNeed(false);
                  }}
                >
                  {t("Student")}
                </TableSortLabel>
              </TableCell>
              <TableCell sortDirection={isByNeed ? "asc" : false}>
                <TableSortLabel
                  active={isByNeed}
                  hideSortIcon
                  onClick={() => {
                    setByNeed(true);
                  }}
                >
                  {t("Question by question")}
                </TableSortLabel>
              </TableCell>
              {most > mostColumns && <TableCell>{t("Goes")}</TableCell>}
              {columns.map((column) => (
                <TableCell key={column.name}>{column.name}</TableCell>
              ))}
              <TableCell>{t("Counts: {{counts}}", { counts: countsWords[results.counts] })}</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {students.map((student) => (
              <TableRow key={student.studentId} selected={ticked.has(student.studentId)}>
                <TableCell padding="checkbox">
                  {student.leftOn === null && (
                    <Checkbox
                      size="small"
                      slotProps={{ input: { "aria-label": t("Tick {{name}}", { name: student.name }) } }}
                      checked={ticked.has(student.studentId)}
                      onChange={(_, isTicked) => {
                        const next = new Set(ticked);
                        if (isTicked) next.add(student.studentId);
                        else next.delete(student.studentId);
                        setTicked(next);
                      }}
                    />
                  )}
                </TableCell>
                <TableCell component="th" scope="row">
                  {student.leftOn === null ? (
                    <Link component={RouterLink} to={`/classes/${results.classId}/students/${student.studentId}`}>
                      {student.name}
                    </Link>
                  ) : (
                    student.name
                  )}
                  {student.leftOn !== null && (
                    <Typography component="span" variant="body2" color="textSecondary">
                      {" "}
                      {t("left on {{leftOn}}", { leftOn: shortDate(student.leftOn) })}
                    </Typography>
                  )}
                </TableCell>
                <TableCell>
                  <MarkStrip marks={student.marks} />
                </TableCell>
                {most > mostColumns && <TableCell>{student.goes.length}</TableCell>}
                {columns.map((column, i) => {
                  const go = column.of(student.goes);
                  return (
                    <TableCell key={column.name} title={go && moment(go.handedInAt)}>
                      {go ? inWords(go) : i === 0 ? stateWords[student.state] : ""}
                    </TableCell>
                  );
                })}
                <TableCell sx={{ fontWeight: 700 }}>
                  {student.mark === null
                    ? ""
                    : t("{{mark}} of {{outOf}}{{waits}}", {
                        mark: rounded(student.mark),
                        outOf: rounded(student.outOf),
                        waits: student.goes.some(waits) ? t(" so far") : "",
                      })}
                </TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Paper>
      {results.perStudent.some(({ goes }) => goes.length > 0) && (
        <Link
          component={RouterLink}
          to={`/results/${results.releaseId}/sheets?class=${results.classId}`}
          sx={{ display: "inline-block", mt: 1, mr: 3 }}
        >
          {t("Revision sheets to print")}
        </Link>
      )}
      {results.perStudent.some(({ goes }) => goes.length > 0) && (
        <Link
          component={RouterLink}
          to={`/results/${results.releaseId}/running`}
          sx={{ display: "inline-block", mt: 1 }}
        >
          {t("Take a go out, or bring one back")}
        </Link>
      )}
    </>
  );
}

/** The share right of what has a mark; who has none stands last. */
function rightOf({ marks }: StudentResult): number {
  const credits = marks.flatMap(({ credit }) => credit ?? []);
  return credits.length === 0 ? 2 : credits.reduce((sum, credit) => sum + credit, 0) / credits.length;
}

const waits = (go: Go) => go.waitingPoints > 0;
const shareIn = (go: Go) => (go.outOf > 0 ? go.points / go.outOf : 0);

/** Of equally good goes the earliest. */
function bestOf(goes: readonly Go[]): Go | undefined {
  return goes.reduce<Go | undefined>((best, go) => (best && shareIn(best) >= shareIn(go) ? best : go), undefined);
}

/** "4 of 6", and what a teacher should know of it. */
function inWords(go: Go): string {
  const late = go.late > 0 ? t(", {{late}} came late", { late: go.late }) : "";
  const waiting = waits(go)
    ? t(", {{waitingPoints}} not marked yet", { waitingPoints: rounded(go.waitingPoints) })
    : "";
  return t("{{points}} of {{outOf}}{{waiting}}{{late}}", {
    points: rounded(go.points),
    outOf: rounded(go.outOf),
    waiting,
    late,
  });
}
