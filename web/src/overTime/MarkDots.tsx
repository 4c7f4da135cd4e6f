/** The spread of the marks of each quiz: a dot for each student, a line for the middle one. */
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import type { ReleaseOverTime } from "@verdant/contract/overTime";
import { useLayoutEffect, useRef } from "react";
import { Link as RouterLink } from "react-router";
import { shortDate } from "../ui/dates.ts";
import { bins, medianOf, spreadInWords, stacksOf } from "../ui/spreadInWords.ts";
import { t } from "../platform/words.ts";

const column = 58;
const height = 168;
const at = (share: number) => 8 + (1 - share) * (height - 16);

export function MarkDots({
  releases,
  names,
}: {
  releases: readonly ReleaseOverTime[];
  names: ReadonlyMap<string, string>;
}) {
  const box = useRef<HTMLDivElement>(null);
  // The newest are looked at first.
  useLayoutEffect(() => {
    if (box.current) box.current.scrollLeft = box.current.scrollWidth;
  }, [releases.length]);
  return (
    <Box sx={{ display: "flex" }}>
      <Box
        component="svg"
        width={40}
        height={height}
        aria-hidden
        sx={{ flex: "none", fill: "var(--mui-palette-text-secondary)" }}
      >
        {[0, 0.5, 1].map((share) => (
          <text key={share} x={34} y={at(share) + 4} fontSize={12} textAnchor="end">
            {t("{{percent}}%", { percent: share * 100 })}
          </text>
        ))}
      </Box>
      <Box
        ref={box}
        tabIndex={0}
        role="group"
        aria-label={t("Marks of each quiz, the oldest first")}
        sx={{ overflowX: "auto", display: "flex", minWidth: 0, pb: 0.5 }}
      >
        {releases.map((release) => (
          <Box key={release.id} sx={{ flex: "none", width: column, textAlign: "center", fontSize: 12 }}>
            <Dots release={release} names={names} />
            <Link
              component={RouterLink}
              to={`/results/${release.id}`}
              title={release.name}
              aria-label={t("{{name}}, {{on}}: {{marks}}", {
                name: release.name,
                on: shortDate(release.on),
                marks: spreadInWords(release.marks.map(({ share }) => share)),
              })}
              sx={{ display: "inline-block", py: 0.5 }}
            >
              {shortDate(release.on)}
            </Link>
          </Box>
        ))}
      </Box>
    </Box>
  );
}

function Dots({ release: { marks }, names }: { release: ReleaseOverTime; names: ReadonlyMap<string, string> }) {
  const middle = medianOf(marks.map(({ share }) => share));
  const stacks = stacksOf(marks);
  return (
    <svg width={column} height={height} aria-hidden>
      {[0, 0.5, 1].map((share) => (
        <line
          key={share}
          x1={0}
          x2={column}
          y1={at(share)}
          y2={at(share)}
          style={{ stroke: "var(--mui-palette-divider)" }}
        />
      ))}
      {stacks.flatMap((stack, bin) => {
        const step = Math.min(7, (column - 12) / Math.max(1, stack.length - 1));
        return stack.map(({ studentId, share }, i) => (
          <circle
            key={studentId}
            cx={column / 2 + (i - (stack.length - 1) / 2) * step}
            cy={at(bin / bins)}
            r={3.2}
            style={{ fill: "var(--mui-palette-primary-main)", fillOpacity: 0.65 }}
          >
            <title>{`${names.get(studentId) ?? ""}: ${Math.round(share * 100)}%`}</title>
          </circle>
        ));
      })}
      {middle !== null && (
        <line
          x1={6}
          x2={column - 6}
          y1={at(middle)}
          y2={at(middle)}
          strokeWidth={2.5}
          style={{ stroke: "var(--mui-palette-text-primary)" }}
        />
      )}
    </svg>
  );
}
