/** For each class its newest quiz with what came out, and what waits for the teacher. */
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import { Link as RouterLink } from "react-router";
import { StrandBeads } from "../ui/StrandBeads.tsx";
import { t } from "../platform/words.ts";
import { HowFar, Outcome } from "./OutcomeOf.tsx";
import { useListResultsOfClassesQuery } from "./api.ts";

export function ClassesNewest() {
  const { data } = useListResultsOfClassesQuery({});
  // The list below stands without it, and says what is wrong when something is.
  if (!data || data.classes.length === 0) return null;
  return (
    <Box component="section" aria-labelledby="newest" sx={{ mb: 3 }}>
      <Typography variant="h2" id="newest" sx={{ mb: 1 }}>
        {data.isOwn ? t("Your classes, the newest quiz of each") : t("The newest quiz of each class")}
      </Typography>
      <Box sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fill, minmax(min(360px, 100%), 1fr))", gap: 1.5 }}>
        {data.classes.map((one) => (
          <Paper key={one.classId} component="article" aria-label={one.className} sx={{ p: 2 }}>
            <Box sx={{ display: "flex", alignItems: "baseline", gap: 2, mb: 0.5 }}>
              <Typography component="h3" sx={{ fontWeight: 700, fontSize: 17, flex: 1 }}>
                {one.className}
              </Typography>
              <Link component={RouterLink} to={`/classes/${one.classId}/over-time`}>
                {t("Over time")}
              </Link>
              <Link component={RouterLink} to={`/classes/${one.classId}/marks`}>
                {t("Marks")}
              </Link>
            </Box>
            {one.newest === null ? (
              <Typography variant="body2" color="textSecondary">
                {t("Nothing has been released to it yet.")}
              </Typography>
            ) : (
              <Box sx={{ display: "grid", gap: 0.5, justifyItems: "start" }}>
                <Link component={RouterLink} to={`/results/${one.newest.id}`} sx={{ overflowWrap: "anywhere" }}>
                  {one.newest.name}
                </Link>
                <StrandBeads strands={one.newest.strands} questions={one.newest.questions} />
                <Outcome of={one.newest} />
                <Typography component="div" variant="body2" color="textSecondary">
                  <HowFar of={one.newest} />
                </Typography>
              </Box>
            )}
            {one.missing > 0 && one.newest && (
              <Typography variant="body2">
                <Link component={RouterLink} to={`/results/${one.newest.id}#waiting`}>
                  {t("{{count}} students have not handed it in", { count: one.missing })}
                </Link>
              </Typography>
            )}
            {one.toMark
              .filter(({ releaseId }) => releaseId !== one.newest?.id)
              .map(({ releaseId, name, waiting }) => (
                <Typography key={releaseId} variant="body2">
                  <Link component={RouterLink} to={`/results/${releaseId}/marking`}>
                    {t("{{count}} answers to mark in “{{name}}”", { count: waiting, name })}
                  </Link>
                </Typography>
              ))}
          </Paper>
        ))}
      </Box>
      {data.more > 0 && (
        <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
          {t("{{count}} more classes: choose one at the top of the page.", { count: data.more })}
        </Typography>
      )}
    </Box>
  );
}
