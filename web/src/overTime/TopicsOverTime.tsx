/** Topics by returns: what came out each time with its interval, and what that says. */
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { ClassOverTime, TopicOverTime } from "@verdant/contract/overTime";
import { RecallTint } from "../ui/RecallTint.tsx";
import { t } from "../platform/words.ts";
import { growthInWords } from "./overTimeInWords.ts";
import { TopicRow } from "./TopicRow.tsx";

export function TopicsOverTime({ of: { topics, releases } }: { of: ClassOverTime }) {
  const places = new Map(releases.map(({ id }, at) => [id, at]));
  return (
    <Paper component="ul" aria-label={t("Topics")} sx={{ listStyle: "none", m: 0, p: 0 }}>
      {topics.map((topic) => (
        <TopicRow key={topic.topicId ?? ""} topic={topic} columns="300px minmax(0, 1fr) 140px">
          <Returns topic={topic} places={places} total={releases.length} />
          <Typography variant="body2">{growthInWords(topic)}</Typography>
          <RecallTint band={topic.band} none={t("not taught")} />
        </TopicRow>
      ))}
    </Paper>
  );
}

const [width, height] = [300, 46];

/** Share right with its 95% interval at each return, all rows on the same scale of quizzes. */
function Returns({
  topic,
  places,
  total,
}: {
  topic: TopicOverTime;
  places: ReadonlyMap<string, number>;
  total: number;
}) {
  const x = (releaseId: string) => 8 + ((places.get(releaseId) ?? 0) / Math.max(1, total - 1)) * (width - 16);
  const y = (share: number) => 4 + (1 - share) * (height - 8);
  const points = topic.returns.map(({ releaseId, share }) => ({
    ...{ releaseId, share, x: x(releaseId), y: y(share.outOf === 0 ? 0 : share.right / share.outOf) },
  }));
  return (
    <svg viewBox={`0 0 ${width} ${height}`} width={width} height={height} aria-hidden style={{ maxWidth: "100%" }}>
      {[0, 1].map((share) => (
        <line
          key={share}
          x1={0}
          x2={width}
          y1={y(share)}
          y2={y(share)}
          style={{ stroke: "var(--mui-palette-divider)" }}
        />
      ))}
      <polyline
        points={points.map((one) => `${one.x},${one.y}`).join(" ")}
        fill="none"
        strokeWidth={1.5}
        style={{ stroke: "var(--mui-palette-info-main)", strokeOpacity: 0.5 }}
      />
      {points.map(({ releaseId, share, ...at }) => (
        <g key={releaseId}>
          {share.low !== null && share.high !== null && (
            <line
              x1={at.x}
              x2={at.x}
              y1={y(share.low)}
              y2={y(share.high)}
              strokeWidth={3}
              strokeLinecap="round"
              style={{ stroke: "var(--mui-palette-info-main)", strokeOpacity: 0.45 }}
            />
          )}
          <circle cx={at.x} cy={at.y} r={4} style={{ fill: "var(--mui-palette-info-main)" }} />
        </g>
      ))}
    </svg>
  );
}
