/** A ring of segments, one a question (or a student): how far something is. */

export type Segment = "open" | "done" | "marked";

const colours: Record<Segment, string> = {
  open: "var(--mui-palette-divider)",
  done: "var(--mui-palette-primary-main)",
  marked: "var(--mui-palette-warning-main)",
};

export function Ring({
  segments,
  centre,
  size = 60,
  label,
}: {
  segments: readonly Segment[];
  centre?: string | number;
  size?: number;
  label: string;
}) {
  const radius = 42;
  const step = (2 * Math.PI) / Math.max(1, segments.length);
  const gap = segments.length > 1 ? Math.min(0.12, step * 0.28) : 0;
  const point = (angle: number) => `${50 + radius * Math.sin(angle)} ${50 - radius * Math.cos(angle)}`;
  return (
    <svg
      viewBox="0 0 100 100"
      width={size}
      height={size}
      {...(label === "" ? { "aria-hidden": true } : { role: "img", "aria-label": label })}
      style={{ flex: "none" }}
    >
      {segments.length === 1 ? (
        <circle
          cx="50"
          cy="50"
          r={radius}
          fill="none"
          strokeWidth="11"
          style={{ stroke: colours[segments[0] ?? "open"] }}
        />
      ) : (
        segments.map((segment, i) => (
          <path
            key={i}
            d={`M ${point(i * step + gap / 2)} A ${radius} ${radius} 0 ${step - gap > Math.PI ? 1 : 0} 1 ${point((i + 1) * step - gap / 2)}`}
            fill="none"
            strokeWidth={segment === "marked" ? 15 : 11}
            style={{ stroke: colours[segment] }}
          />
        ))
      )}
      {centre !== undefined && (
        <text
          x="50"
          y="50"
          dy="0.35em"
          textAnchor="middle"
          fontSize="28"
          fontWeight="700"
          style={{ fill: "var(--mui-palette-text-primary)" }}
        >
          {centre}
        </text>
      )}
    </svg>
  );
}
