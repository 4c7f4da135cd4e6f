/** What going again has changed: the same students, first go beside last, and the means go by go. */
import Box from "@mui/material/Box";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { Results } from "@verdant/contract/insight";
import { t } from "../platform/words.ts";

type Goes = NonNullable<Results["goes"]>;

const percent = (share: number) => Math.round(share * 100);

/** What can be said of those who went again. That they are not just anybody is said with every rise. */
export function goingAgainInWords({ students, before, after, change, gain }: Goes): string {
  const both = t("{{count}} students went again: {{before}} % in their first go, {{after}} % in their last.", {
    count: students,
    ...{ before: percent(before), after: percent(after) },
  });
  if (change === null) return `${both} ${t("Too few to say whether that is more than chance.")}`;
  const by = { low: percent(change.low), high: percent(change.high) };
  if (change.verdict === "unclear")
    return `${both} ${t("That can be chance: the difference lies between {{low}} and {{high}} points.", by)}`;
  if (change.verdict === "fall") return `${both} ${t("The fall is more than chance: {{low}} to {{high}} points.", by)}`;
  const made =
    gain === null || gain <= 0 ? "" : ` ${t("Of what was missing they made up {{gain}} %.", { gain: percent(gain) })}`;
  return `${both} ${t("The rise is more than chance: {{low}} to {{high}} points.", by)}${made} ${t(
    "Who went again may have been unlucky the first time, so a part of it can be that.",
  )}`;
}

const [width, height, foot, top] = [300, 96, 30, 22];

export function GoingAgain({ goes }: { goes: Goes }) {
  const x = (i: number) => 26 + (i * (width - 52)) / Math.max(1, goes.each.length - 1);
  const y = (share: number) => top + (1 - share) * (height - foot - top);
  const points = goes.each.map(({ share }, i) => `${x(i)},${y(share)}`).join(" ");
  return (
    <Paper
      component="section"
      aria-label={t("Going again")}
      sx={{ px: 2, py: 1.25, display: "flex", flexWrap: "wrap", alignItems: "center", columnGap: 3, rowGap: 0.5 }}
    >
      <Box component="svg" viewBox={`0 0 ${width} ${height}`} aria-hidden sx={{ width, maxWidth: 1, flex: "none" }}>
        {[0, 1].map((share) => (
          <line
            key={share}
            x1={14}
            x2={width - 14}
            y1={y(share)}
            y2={y(share)}
            style={{ stroke: "var(--mui-palette-divider)" }}
          />
        ))}
        <polyline points={points} fill="none" strokeWidth={2} style={{ stroke: "var(--mui-palette-primary-main)" }} />
        {goes.each.map(({ share, students }, i) => (
          <g key={i} style={{ fill: "var(--mui-palette-text-secondary)" }} fontSize={12} textAnchor="middle">
            <circle cx={x(i)} cy={y(share)} r={4} style={{ fill: "var(--mui-palette-primary-main)" }} />
            <text x={x(i)} y={y(share) - 8} style={{ fill: "var(--mui-palette-text-primary)" }}>
              {t("{{percent}} %", { percent: percent(share) })}
            </text>
            <text x={x(i)} y={height - 14}>
              {i === 0 ? t("go {{n}}", { n: 1 }) : String(i + 1)}
            </text>
            <text x={x(i)} y={height - 1} fontSize={10}>
              ({students})
            </text>
          </g>
        ))}
      </Box>
      <Box sx={{ flex: "1 1 280px", minWidth: 0 }}>
        <Typography variant="body2">{goingAgainInWords(goes)}</Typography>
        <Typography variant="body2" color="textSecondary">
          {t("Everybody who took it:")}{" "}
          {goes.each
            .map(({ students, share }, i) =>
              t("go {{n}} {{percent}} % ({{students}})", { n: i + 1, percent: percent(share), students }),
            )
            .join(", ")}
        </Typography>
      </Box>
    </Paper>
  );
}
