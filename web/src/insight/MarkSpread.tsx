/** The spread of the marks of a quiz: a dot for each student on a line from 0 to 100%, and the one in the middle. */
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { Results } from "@verdant/contract/insight";
import { Link as RouterLink } from "react-router";
import { reliabilityInWords } from "./reliabilityInWords.ts";
import { medianOf, spreadInWords, stacksOf } from "../ui/spreadInWords.ts";
import { t } from "../platform/words.ts";

const countsWords = {
  first: t("the first go counts"),
  last: t("the last go counts"),
  best: t("the best go counts"),
  mean: t("the mean of all goes counts"),
} as const;

const [width, step, foot] = [520, 9, 26];
const x = (share: number) => 24 + share * (width - 48);

export function MarkSpread({ results: { perStudent, counts, reliability } }: { results: Results }) {
  const marks = perStudent.flatMap(({ name, mark, outOf }) =>
    mark === null || outOf === 0 ? [] : [{ name, share: mark / outOf }],
  );
  const shares = marks.map(({ share }) => share);
  const middle = medianOf(shares);
  if (middle === null) return null;
  const stacks = stacksOf(marks);
  const most = Math.max(...stacks.map((stack) => stack.length));
  // A big class must not push the page down: its dots lie closer.
  const rise = Math.min(step, 150 / most);
  const height = Math.max(46, most * rise + foot + 10);
  const manyGoes = perStudent.some(({ goes }) => goes.length > 1);
  return (
    <Paper
      component="section"
      aria-label={t("The spread of the marks")}
      sx={{ px: 2, py: 1.25, display: "flex", flexWrap: "wrap", alignItems: "center", columnGap: 3, rowGap: 0.5 }}
    >
      <Box component="svg" viewBox={`0 0 ${width} ${height}`} aria-hidden sx={{ width, maxWidth: 1, flex: "none" }}>
        <line
          x1={x(0)}
          x2={x(1)}
          y1={height - foot}
          y2={height - foot}
          style={{ stroke: "var(--mui-palette-divider)" }}
        />
        {[0, 0.25, 0.5, 0.75, 1].map((share) => (
          <text
            key={share}
            x={x(share)}
            y={height - 8}
            fontSize={12}
            textAnchor="middle"
            style={{ fill: "var(--mui-palette-text-secondary)" }}
          >
            {t("{{percent}}%", { percent: share * 100 })}
          </text>
        ))}
        <line
          x1={x(middle)}
          x2={x(middle)}
          y1={4}
          y2={height - foot + 6}
          strokeWidth={2}
          style={{ stroke: "var(--mui-palette-text-primary)" }}
        />
        {stacks.flatMap((stack) =>
          stack.map(({ name, share }, i) => (
            <circle
              key={name + String(i)}
              cx={x(share)}
              cy={height - foot - 7 - i * rise}
              r={4}
              style={{ fill: "var(--mui-palette-primary-main)", fillOpacity: 0.7 }}
            >
              <title>{`${name}: ${Math.round(share * 100)}%`}</title>
            </circle>
          )),
        )}
      </Box>
      <Typography variant="body2">
        {spreadInWords(shares)}
        {manyGoes && ` (${countsWords[counts]})`}
      </Typography>
      {reliability && (
        <Typography variant="body2" color="textSecondary" sx={{ maxWidth: 760 }}>
          {reliabilityInWords(reliability)}{" "}
          <Link component={RouterLink} to="/help#figures">
            {t("How this is worked out")}
          </Link>
        </Typography>
      )}
    </Paper>
  );
}
