/** What timed practice came to: how many, how fast, how it grows, and what took longest. */
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { Result } from "@verdant/contract/endpoint";
import type { showResult } from "@verdant/contract/result";
import { headline } from "@verdant/core/richText";
import { t, tenthOf } from "../platform/words.ts";

type Shown = Result<typeof showResult>;
type Timed = NonNullable<Shown["timed"]>;

/** "14 right, 2 not right, 9 not reached: 5.2 right in a minute." */
export function goInWords(go: Timed["goes"][number]): string {
  const counts = t("{{right}} right, {{wrong}} not right, {{left}} not reached", {
    right: tenthOf(go.right),
    wrong: tenthOf(go.reached - go.right),
    left: go.questions - go.reached,
  });
  return go.perMinute === null
    ? t("{{counts}}. Too short to say how many in a minute.", { counts })
    : t("{{counts}}: {{rate}} right in a minute.", { counts, rate: tenthOf(go.perMinute) });
}

/** What the picture of several goes shows, in words. */
export const growthInWords = (goes: Timed["goes"]): string =>
  goes
    .map((go) =>
      go.perMinute === null
        ? t("go {{ordinal}}: too short", { ordinal: go.ordinal })
        : t("go {{ordinal}}: {{rate}}", { ordinal: go.ordinal, rate: tenthOf(go.perMinute) }),
    )
    .join(", ");

export function TimedResult({
  timed: { goes, slowest },
  ordinal,
  items,
}: {
  timed: Timed;
  ordinal: number;
  items: Shown["items"];
}) {
  const mine = goes.find((go) => go.ordinal === ordinal);
  const best = Math.max(...goes.map((go) => go.perMinute ?? 0));
  const isBest = goes.length > 1 && mine?.perMinute !== undefined && mine.perMinute === best && best > 0;
  const stems = new Map(
    items.flatMap(({ position, view }) => (view ? [[position, headline(view.stem)] as const] : [])),
  );
  return (
    <Box component="section" aria-label={t("How fast")} sx={{ mb: 2 }}>
      {mine && (
        <Typography sx={{ mb: 1 }}>
          {goInWords(mine)}
          {isBest && ` ${t("Your fastest so far.")}`}
        </Typography>
      )}
      {goes.length > 1 && best > 0 && (
        <>
          <Typography variant="body2" color="textSecondary">
            {t("Right in a minute, go by go")}
          </Typography>
          <Box
            role="img"
            aria-label={growthInWords(goes)}
            sx={{ display: "flex", alignItems: "flex-end", gap: 0.75, height: 96, mb: 1, overflow: "hidden" }}
          >
            {goes.slice(-12).map((go) => (
              <Box key={go.ordinal} sx={{ width: 34, textAlign: "center", fontSize: "0.8125rem" }}>
                {go.perMinute === null ? "–" : tenthOf(go.perMinute)}
                <Box
                  sx={{
                    height: Math.max(2, (60 * (go.perMinute ?? 0)) / best),
                    bgcolor: go.ordinal === ordinal ? "primary.main" : "divider",
                    borderRadius: "3px 3px 0 0",
                  }}
                />
              </Box>
            ))}
          </Box>
        </>
      )}
      {slowest.length > 0 && (
        <>
          <Typography variant="body2" color="textSecondary">
            {t("These took you longest")}
          </Typography>
          <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
            {slowest.map(({ position, seconds }) => (
              <li key={position}>
                {stems.get(position) ?? t("Question {{position}}", { position })} ·{" "}
                {t("{{seconds}} s", { seconds: tenthOf(seconds) })}
              </li>
            ))}
          </Box>
        </>
      )}
    </Box>
  );
}
