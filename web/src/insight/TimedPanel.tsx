/** Timed practice of a class: right in a minute, go by go, and the facts that take longest. */
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { Timed, TimedGo } from "@verdant/contract/timed";
import { isTimedPractice } from "@verdant/core/delivery/timed";
import { Link as RouterLink } from "react-router";
import { useShowReleaseQuery } from "../delivery/api.ts";
import { t, tenthOf } from "../platform/words.ts";
import { useShowTimedQuery } from "./api.ts";

/** "4.1, 5, 6.3" */
export const ratesInWords = (goes: readonly TimedGo[]): string =>
  goes.map((go) => (go.perMinute === null ? t("too short") : tenthOf(go.perMinute))).join(", ");

/** How many have grown from their first go to their last, of those with two or more that say something. */
export function grownInWords({ students }: Pick<Timed, "students">): string | null {
  const pairs = students.flatMap(({ goes }) => {
    const rates = goes.flatMap((go) => (go.perMinute === null ? [] : [go.perMinute]));
    const [first, last] = [rates[0], rates.at(-1)];
    return rates.length < 2 || first === undefined || last === undefined ? [] : [{ first, last }];
  });
  if (pairs.length === 0) return null;
  const grown = pairs.filter(({ first, last }) => last > first).length;
  return t("{{grown}} of {{several}} with more than one go are faster in the last than in the first.", {
    grown,
    several: pairs.length,
  });
}

export function TimedPanel({ releaseId }: { releaseId: string }) {
  const { data: release } = useShowReleaseQuery({ params: { releaseId } });
  const isTimed = release !== undefined && isTimedPractice(release.rules);
  const { data } = useShowTimedQuery(
    { params: { releaseId } },
    { skip: !isTimed, pollingInterval: 10_000, skipPollingIfUnfocused: true, refetchOnMountOrArgChange: true },
  );
  if (!isTimed || !data || data.students.length === 0) return null;
  const most = Math.max(...data.students.flatMap(({ goes }) => goes.map((go) => go.perMinute ?? 0)), 1);
  const grown = grownInWords(data);
  return (
    <Paper component="section" aria-labelledby="timed-heading" sx={{ p: 2 }}>
      <Typography variant="h2" id="timed-heading" sx={{ mb: 0.5 }}>
        {t("Right in a minute, go by go")}
      </Typography>
      {grown !== null && <Typography sx={{ mb: 1 }}>{grown}</Typography>}
      <Box
        component="ul"
        aria-labelledby="timed-heading"
        sx={{
          ...{ m: 0, p: 0, listStyle: "none", display: "grid", columnGap: 3, rowGap: 0.75 },
          gridTemplateColumns: "repeat(auto-fill, minmax(min(100%, 260px), 1fr))",
        }}
      >
        {data.students.map((one) => (
          <Box key={one.studentId} component="li" sx={{ display: "flex", alignItems: "flex-end", gap: 1, minWidth: 0 }}>
            <Bars goes={one.goes} most={most} />
            <Box sx={{ minWidth: 0 }}>
              <Typography variant="body2" sx={{ overflowWrap: "anywhere" }}>
                {one.name}
              </Typography>
              <Typography variant="body2" color="textSecondary">
                {ratesInWords(one.goes)}
              </Typography>
            </Box>
          </Box>
        ))}
      </Box>
      {data.slowest.length > 0 && (
        <>
          <Typography variant="h3" sx={{ fontSize: "1rem", mt: 2, mb: 0.5 }}>
            {t("These take longest")}
          </Typography>
          <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
            {data.slowest.map(({ itemId, stem, seconds, right, reached }) => (
              <li key={itemId}>
                <Link component={RouterLink} to={`/bank/${itemId}`} color="inherit">
                  {stem}
                </Link>{" "}
                ·{" "}
                {t("{{seconds}} s, {{right}} of {{reached}} right", {
                  seconds: tenthOf(seconds),
                  right: tenthOf(right),
                  reached,
                })}
              </li>
            ))}
          </Box>
        </>
      )}
    </Paper>
  );
}

/** As many goes as fit. */
const mostBars = 8;

/** A picture of what the numbers beside it say. */
function Bars({ goes, most }: { goes: readonly TimedGo[]; most: number }) {
  return (
    <Box aria-hidden sx={{ display: "flex", alignItems: "flex-end", gap: "2px", height: 36, width: 70, flex: "none" }}>
      {goes.slice(-mostBars).map((go) => (
        <Box
          key={go.ordinal}
          sx={{
            width: 7,
            height: Math.max(2, (36 * (go.perMinute ?? 0)) / most),
            bgcolor: "primary.main",
            borderRadius: "2px 2px 0 0",
          }}
        />
      ))}
    </Box>
  );
}
