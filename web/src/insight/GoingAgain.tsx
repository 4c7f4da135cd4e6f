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
  const both = t("{{count}} students went again: {{before}}% in their first go, {{after}}% in their last.", {
    count: students,
    ...{ before: percent(before), after: percent(after) },
  });
  if (change === null) return `${both} ${t("Too few to say whether that is more than chance.")}`;
  const by = { low: percent(change.low), high: percent(change.high) };
  if (change.verdict === "unclear")
    return `${both} ${t("That can be chance: the difference lies between {{low}} and {{high}} points.", by)}`;
  if (change.verdict === "fall") return `${both} ${t("The fall is more than chance: {{low}} to {{high}} points.", by)}`;
  const made =
    gain === null || gain <= 0 ? "" : ` ${t("Of what was missing they made up {{gain}}%.", { gain: percent(gain) })}`;
  return `${both} ${t("The rise is more than chance: {{low}} to {{high}} points.", by)}${made} ${t(
    "Who went again may have been unlucky the first time, so a part of it can be that.",
  )}`;
}

const [width, height, foot, top] = [260, 92, 20, 24];

export function GoingAgain({ goes }: { goes: Goes }) {
  const y = (share: number) => top + (1 - share) * (height - foot - top);
  // Of the same students: whoever went only once would bend the line.
  const ends = [
    { x: 50, share: goes.before, name: t("first go") },
    { x: width - 50, share: goes.after, name: t("last go") },
  ];
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
        <line
          x1={ends[0]?.x}
          x2={ends[1]?.x}
          y1={y(goes.before)}
          y2={y(goes.after)}
          strokeWidth={2}
          style={{ stroke: "var(--mui-palette-primary-main)" }}
        />
        {ends.map(({ x, share, name }) => (
          <g key={name} fontSize={12} textAnchor="middle">
            <circle cx={x} cy={y(share)} r={4} style={{ fill: "var(--mui-palette-primary-main)" }} />
            <text
              x={x}
              y={y(share) - 8}
              strokeWidth={5}
              paintOrder="stroke"
              style={{ fill: "var(--mui-palette-text-primary)", stroke: "var(--mui-palette-background-paper)" }}
            >
              {t("{{percent}}%", { percent: percent(share) })}
            </text>
            <text x={x} y={height - 3} style={{ fill: "var(--mui-palette-text-secondary)" }}>
              {name}
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
              t("go {{n}} {{percent}}% ({{students}})", { n: i + 1, percent: percent(share), students }),
            )
            .join(", ")}
        </Typography>
      </Box>
    </Paper>
  );
}
