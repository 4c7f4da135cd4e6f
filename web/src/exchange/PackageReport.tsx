/** What became of each part of a package: what was refused or kept first. */
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { ReportRow } from "@verdant/contract/packages";
import { groupBy } from "@verdant/core/groupBy";
import { t } from "../platform/words.ts";
import { Failed, Loading } from "../ui/States.tsx";
import { useShowReportQuery } from "./api.ts";
import { noteInWords, outcomeWords } from "./noteInWords.ts";

export function PackageReport({ transferId }: { transferId: string }) {
  const { data, error, refetch } = useShowReportQuery({ params: { transferId } });
  if (error) return <Failed error={error} retry={() => void refetch()} />;
  if (!data) return <Loading what={t("what became of each part")} />;
  return (
    <Box sx={{ mt: 1 }}>
      {[...groupBy(data.rows, (row) => row.outcome)].map(([outcome, rows]) => (
        <Box key={outcome} component="section" aria-label={outcomeWords[outcome]} sx={{ mb: 1.5 }}>
          <Typography variant="h3" sx={{ fontSize: "1rem", fontWeight: 700, mb: 0.5 }}>
            {outcomeWords[outcome]} ({rows.length})
          </Typography>
          <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
            {rows.map((row) => (
              <Part key={`${row.file} ${row.identifier}`} row={row} />
            ))}
          </Box>
        </Box>
      ))}
      {data.more > 0 && (
        <Typography variant="body2" color="textSecondary" role="note">
          {t("{{count}} more parts are not listed: the gravest stand first.", { count: data.more })}
        </Typography>
      )}
    </Box>
  );
}

function Part({ row: { title, identifier, file, notes } }: { row: ReportRow }) {
  return (
    <Box component="li" sx={{ mb: 0.5, overflowWrap: "anywhere" }}>
      <Typography component="span">{title === "" ? identifier || file : title}</Typography>{" "}
      <Typography component="span" variant="body2" color="textSecondary">
        {file}
      </Typography>
      {notes.map((note) => (
        <Typography key={noteInWords(note)} variant="body2">
          {noteInWords(note)}
        </Typography>
      ))}
    </Box>
  );
}
