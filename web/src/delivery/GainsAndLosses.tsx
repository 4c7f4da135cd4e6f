/** Before a ruling on a key is given: who would gain and lose, and by how much. */
import Box from "@mui/material/Box";
import Paper from "@mui/material/Paper";
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import Typography from "@mui/material/Typography";
import type { previewKeyRuling } from "@verdant/contract/rulings";
import type { Call, Result } from "@verdant/contract/endpoint";
import { skipToken } from "@reduxjs/toolkit/query";
import type { ReactNode } from "react";
import { Failed, Loading } from "../ui/States.tsx";
import { usePreviewKeyRulingQuery } from "./api.ts";
import { t } from "../platform/words.ts";

type Preview = Result<typeof previewKeyRuling>;
type Line = Preview["changed"][number];

export function GainsAndLosses(props: {
  itemId: string;
  body: Exclude<Call<typeof previewKeyRuling>, void>["body"] | null;
  action: ReactNode;
}) {
  const { itemId, body, action } = props;
  const { currentData, error, isFetching } = usePreviewKeyRulingQuery(
    body === null ? skipToken : { params: { itemId }, body },
  );
  const preview = body === null ? undefined : currentData;
  return (
    <Paper sx={{ p: 2 }} component="section" aria-label={t("What it would change")}>
      <Box sx={{ display: "flex", alignItems: "start", gap: 2, mb: 1 }}>
        <Box sx={{ flex: 1 }} aria-live="polite">
          <Typography variant="h2">{preview ? headlineOf(preview) : t("Who gains, who loses")}</Typography>
          <Typography variant="body2" color="textSecondary">
            {preview
              ? aboutOf(preview)
              : t("Say what is right, and it shows here before anything is changed. It can be undone at any time.")}
          </Typography>
        </Box>
        {action}
      </Box>
      {error && body && <Failed error={error} />}
      {isFetching && <Loading what={t("what it would change")} />}
      {preview && preview.changed.length > 0 && (
        <Box
          sx={{ maxHeight: 420, overflow: "auto" }}
          tabIndex={0}
          role="region"
          aria-label={t("Points before and after")}
        >
          <Table size="small" stickyHeader>
            <TableHead>
              <TableRow>
                <TableCell>{t("Student")}</TableCell>
                <TableCell>{t("Class")}</TableCell>
                <TableCell>{t("Quiz")}</TableCell>
                <TableCell align="right">{t("Before")}</TableCell>
                <TableCell align="right">{t("After")}</TableCell>
              </TableRow>
            </TableHead>
            <TableBody>
              {preview.changed.map((line) => (
                <TableRow key={line.sittingId}>
                  <TableCell>{line.student}</TableCell>
                  <TableCell>{line.className}</TableCell>
                  <TableCell>
                    {line.release}
                    {line.ordinal > 1 && t(", go {{ordinalOf}}", { ordinalOf: line.ordinal })}
                  </TableCell>
                  <TableCell align="right">{pointsOf(line.pointsBefore, line.outOfBefore)}</TableCell>
                  <TableCell
                    align="right"
                    sx={{ fontWeight: 700, color: gainOf(line) < 0 ? "error.main" : "primary.main" }}
                  >
                    {pointsOf(line.points, line.outOf)}
                  </TableCell>
                </TableRow>
              ))}
            </TableBody>
          </Table>
        </Box>
      )}
    </Paper>
  );
}

const number = (value: number) => String(Math.round(value * 100) / 100);
const pointsOf = (points: number, outOf: number) => `${number(points)} of ${number(outOf)}`;

/** Change of the share of the points; above 0 for a gain. */
const gainOf = ({ points, outOf, pointsBefore, outOfBefore }: Line) =>
  (outOf === 0 ? 0 : points / outOf) - (outOfBefore === 0 ? 0 : pointsBefore / outOfBefore);

function headlineOf({ changed, sittings }: Preview): string {
  if (sittings === 0) return t("Nobody has handed in yet.");
  const [gain, lose] = [
    changed.filter((line) => gainOf(line) > 0).length,
    changed.filter((line) => gainOf(line) < 0).length,
  ];
  if (changed.length === 0) return t("No points would change.");
  const of = t("{{count}} goes", { count: sittings });
  if (gain > 0 && lose > 0) return t("{{gain}} gain, {{lose}} lose of {{goes}}", { gain, lose, goes: of });
  if (gain > 0) return t("{{gain}} gain of {{goes}}", { gain, goes: of });
  return lose > 0
    ? t("{{lose}} lose of {{goes}}", { lose, goes: of })
    : t("No share would change of {{goes}}", { goes: of });
}

const aboutOf = ({ same, running }: Preview) =>
  [
    t("{{count}} goes keep the same points.", { count: same }),
    ...(running > 0 ? [t("{{count}} goes still in progress will be marked by it.", { count: running })] : []),
    t("What the classes remember is worked out anew."),
  ].join(" ");
