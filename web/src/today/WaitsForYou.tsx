/** Where students wait for the reader: for a tick, or for the go-ahead before another go. */
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { WaitsForYou as Waits } from "@verdant/contract/today";
import { Link } from "react-router";
import { t } from "../platform/words.ts";
import { moment } from "../ui/dates.ts";

/** "2 students wait, the longest since Tue, 3 Feb, 10:12" */
export const waitInWords = ({ students, since }: Pick<Waits, "students" | "since">): string =>
  since === null
    ? t("{{count}} students wait", { count: students })
    : t("{{count}} students wait, the longest since {{since}}", { count: students, since: moment(since) });

export function WaitsForYou({ waiting }: { waiting: readonly Waits[] }) {
  if (waiting.length === 0) return null;
  return (
    <>
      <Typography variant="h2" sx={{ mb: 1, mt: 2.5 }} id="waits-for-you">
        {t("Students wait for you")}
      </Typography>
      <Stack component="ul" aria-labelledby="waits-for-you" spacing={1} sx={{ m: 0, p: 0, listStyle: "none" }}>
        {waiting.map((one) => (
          <Paper
            key={one.id}
            component="li"
            sx={{ p: 1.5, display: "flex", flexWrap: "wrap", alignItems: "center", gap: 1.5 }}
          >
            <Typography component="div" sx={{ flex: "1 1 200px", minWidth: 0 }}>
              {one.name}, {one.className}
              <Typography variant="body2" color="textSecondary">
                {waitInWords(one)}
              </Typography>
            </Typography>
            <Button
              component={Link}
              to={one.kind === "path" ? `/paths/${one.id}` : `/results/${one.id}`}
              variant="outlined"
              size="small"
              aria-label={t("See who waits: {{name}}", { name: one.name })}
            >
              {t("See who waits")}
            </Button>
          </Paper>
        ))}
      </Stack>
    </>
  );
}
