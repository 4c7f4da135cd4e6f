/** Topics by returns: what came out each time with its interval, before what recall was then, and what that says. */
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { ClassOverTime } from "@verdant/contract/overTime";
import { RecallTint } from "../ui/RecallTint.tsx";
import { t } from "../platform/words.ts";
import type { Share } from "@verdant/contract/wire";
import type { Result } from "@verdant/contract/endpoint";
import type { showRecallThen } from "@verdant/contract/overTime";
import { growthInWords, returnInWords } from "./overTimeInWords.ts";
import { TopicRow } from "./TopicRow.tsx";

type Then = Result<typeof showRecallThen>["recall"];

/** @param then recall on the mornings of the quizzes; empty: not there yet, and nothing is drawn for it */
export function TopicsOverTime({ of: { topics, releases }, then }: { of: ClassOverTime; then: Then }) {
  const places = new Map(releases.map(({ id }, at) => [id, at]));
  const days = new Map(releases.map(({ id, on }) => [id, on]));
  const bands = new Map(then.map(({ releaseId, topicId, band }) => [`${releaseId} ${topicId}`, band]));
  return (
    <Paper component="ul" aria-label={t("Topics")} sx={{ listStyle: "none", m: 0, p: 0 }}>
      {topics.map((topic) => (
        <TopicRow key={topic.topicId ?? ""} topic={topic} columns="300px minmax(0, 1fr) 140px">
          <Returns
            returns={topic.returns.map(({ releaseId, share }) => ({
              ...{ releaseId, share, place: places.get(releaseId) ?? 0, on: days.get(releaseId) ?? "" },
              band: bands.get(`${releaseId} ${topic.topicId ?? ""}`) ?? null,
            }))}
            total={releases.length}
          />
          <Typography variant="body2">{growthInWords(topic)}</Typography>
          <RecallTint band={topic.band} none={t("not taught")} />
        </TopicRow>
      ))}
    </Paper>
  );
}

const [width, height] = [300, 46];

/** Share right with its 95% interval at each return, before the recall of that morning; all rows on the same scale of quizzes. */
function Returns({
  returns,
  total,
}: {
  returns: readonly {
    readonly releaseId: string;
    readonly share: Share;
    readonly place: number;
    readonly on: string;
    /** Recall on that morning; null: not known. */
    readonly band: { readonly low: number; readonly high: number } | null;
  }[];
  total: number;
}) {
  const y = (share: number) => 4 + (1 - share) * (height - 8);
  const points = returns.map((one) => ({
    ...one,
    x: 8 + (one.place / Math.max(1, total - 1)) * (width - 16),
    y: y(one.share.outOf === 0 ? 0 : one.share.right / one.share.outOf),
  }));
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      height={height}
      role="img"
      aria-label={returns.map(({ on, share, band }) => returnInWords(on, share, band)).join("; ")}
      style={{ maxWidth: "100%" }}
    >
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
      {points.map(
        ({ releaseId, band, x: at }) =>
          // "About 7 in 10" is a line of its own thickness.
          band && (
            <rect
              key={releaseId}
              x={at - 8}
              width={16}
              y={y(band.high / 10) - 1.5}
              height={y(band.low / 10) - y(band.high / 10) + 3}
              rx={1.5}
              style={{ fill: "var(--mui-palette-text-secondary)", fillOpacity: 0.35 }}
            />
          ),
      )}
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
