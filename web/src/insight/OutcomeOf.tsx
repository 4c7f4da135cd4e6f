/** What a release came to, as each list of releases says it. */
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import type { ReleaseOutcome } from "@verdant/contract/insight";
import { Link as RouterLink } from "react-router";
import { momentNear } from "../ui/dates.ts";
import { outcomeInWords } from "../ui/outcomeInWords.ts";
import { Whisker } from "../ui/Whisker.tsx";
import { t } from "../platform/words.ts";
import { useServerNow } from "../team/api.ts";

/** What came out, with its uncertainty. */
export const Outcome = ({ of: { outcome } }: { of: ReleaseOutcome }) => (
  <Box component="span" sx={{ display: "inline-flex", alignItems: "center", gap: 1 }}>
    {outcome.outOf > 0 && <Whisker share={outcome} width={90} />}
    {outcomeInWords(outcome)}
  </Box>
);

/** How many are in, until when, and what waits for the teacher. */
export function HowFar({ of: { id, handedIn, students, opening, opensAt, shutsAt, toMark } }: { of: ReleaseOutcome }) {
  const now = useServerNow()();
  const until =
    opening === "notYet"
      ? t("opens {{at}}", { at: momentNear(opensAt, now) })
      : shutsAt === null
        ? t("open without an end")
        : opening === "open"
          ? t("open until {{at}}", { at: momentNear(shutsAt, now) })
          : t("closed {{at}}", { at: momentNear(shutsAt, now) });
  return (
    <>
      {t("{{handedIn}} of {{students}} handed in", { handedIn, students })}, {until}
      {toMark > 0 && (
        <>
          {" · "}
          <Link component={RouterLink} to={`/results/${id}/marking`}>
            {t("{{count}} answers to mark", { count: toMark })}
          </Link>
        </>
      )}
    </>
  );
}
