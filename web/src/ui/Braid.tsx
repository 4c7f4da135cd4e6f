/** A quiz as strands: one a unit, a bead per item, a thread in their order. Beads are dragged or moved with arrow keys. */
import Box from "@mui/material/Box";
import { styled } from "@mui/material/styles";
import { useRef, useState } from "react";
import { moved } from "@verdant/core/moved";
import { t } from "../platform/words.ts";

export interface BraidBead {
  readonly id: string;
  readonly strandId: string;
  readonly label: string;
}
export interface BraidStrand {
  readonly id: string;
  readonly name: string;
  readonly hue: number;
}

const rowHeight = 36;
const bead = 28;
/** The column of names. */
const names = { xs: 92, md: 150 };
/** Beads nearer to one another could not be told apart, or touched: then the braid is scrolled. */
const closest = 32;

const BeadButton = styled("button", { shouldForwardProp: (name) => name !== "hue" })<{ hue: number }>(({ hue }) => ({
  position: "absolute",
  width: bead,
  height: bead,
  transform: "translate(-50%, -50%)",
  border: "none",
  borderRadius: "50%",
  padding: 0,
  backgroundColor: `var(--unit-${hue})`,
  color: "#fff",
  font: "inherit",
  fontSize: 13,
  fontWeight: 700,
  cursor: "grab",
  touchAction: "none",
  "&[aria-pressed=true]": {
    boxShadow: "0 0 0 2px var(--mui-palette-background-paper), 0 0 0 4px var(--mui-palette-warning-main)",
  },
}));

export function Braid(props: {
  strands: readonly BraidStrand[];
  beads: readonly BraidBead[];
  selectedId: string | null;
  onSelect: (id: string) => void;
  /** Moves the bead at `from` to `to`, both counted from 0. */
  onMove: (from: number, to: number) => void;
}) {
  const { strands, beads, selectedId, onSelect, onMove } = props;
  const field = useRef<HTMLDivElement>(null);
  const [dragged, setDragged] = useState<{ from: number; to: number } | null>(null);
  const shown = dragged ? moved(beads, dragged.from, dragged.to) : beads;
  const row = (strandId: string) =>
    Math.max(
      0,
      strands.findIndex((strand) => strand.id === strandId),
    );
  const x = (position: number) => (beads.length < 2 ? 50 : 3 + (94 * position) / (beads.length - 1));
  const y = (strandId: string) => rowHeight * (row(strandId) + 0.5);
  const positionAt = (clientX: number) => {
    const box = field.current?.getBoundingClientRect();
    if (!box || beads.length < 2) return 0;
    const share = ((clientX - box.left) / box.width) * 100;
    return Math.min(beads.length - 1, Math.max(0, Math.round(((share - 3) / 94) * (beads.length - 1))));
  };

  return (
    <Box
      sx={{
        display: "grid",
        gridTemplateColumns: {
          xs: `${String(names.xs)}px minmax(0, 1fr)`,
          md: `${String(names.md)}px minmax(0, 1fr)`,
        },
        columnGap: 1.5,
      }}
    >
      <div>
        {strands.map((strand) => (
          <Box
            key={strand.id}
            sx={{
              height: rowHeight,
              display: "flex",
              alignItems: "center",
              justifyContent: "flex-end",
              textAlign: "right",
              fontSize: 13,
              lineHeight: 1.15,
            }}
          >
            {strand.name}
          </Box>
        ))}
      </div>
      <Box sx={{ overflowX: "auto", overflowY: "hidden" }}>
        <Box
          ref={field}
          role="group"
          aria-label={t("Order of the quiz: left and right arrow keys move the question in focus")}
          sx={{
            position: "relative",
            height: rowHeight * strands.length,
            minWidth: closest * beads.length,
            mx: "14px",
          }}
        >
          <svg
            viewBox={`0 0 100 ${rowHeight * strands.length}`}
            preserveAspectRatio="none"
            width="100%"
            height="100%"
            aria-hidden
            style={{ position: "absolute", inset: 0 }}
          >
            {strands.map((strand) => (
              <line
                key={strand.id}
                x1="0"
                x2="100"
                y1={y(strand.id)}
                y2={y(strand.id)}
                strokeWidth="6"
                vectorEffect="non-scaling-stroke"
                style={{ stroke: `var(--unit-tint-${strand.hue % 10})` }}
              />
            ))}
            <path
              d={threadOf(shown.map((one, i) => [x(i), y(one.strandId)]))}
              fill="none"
              strokeWidth="1.5"
              vectorEffect="non-scaling-stroke"
              style={{ stroke: "var(--mui-palette-text-secondary)" }}
            />
          </svg>
          {shown.map((one, i) => {
            const hue = (strands[row(one.strandId)]?.hue ?? 0) % 10;
            return (
              <BeadButton
                key={one.id}
                hue={hue}
                type="button"
                aria-label={t("Question {{i}}: {{label}}", { i: i + 1, label: one.label })}
                aria-pressed={one.id === selectedId}
                style={{ left: `${x(i)}%`, top: y(one.strandId) }}
                onClick={() => {
                  onSelect(one.id);
                }}
                onKeyDown={(event) => {
                  const step = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
                  if (step === 0 || i + step < 0 || i + step >= beads.length) return;
                  event.preventDefault();
                  onMove(i, i + step);
                }}
                onPointerDown={(event) => {
                  event.currentTarget.setPointerCapture(event.pointerId);
                  setDragged({ from: i, to: i });
                }}
                onPointerMove={(event) => {
                  if (dragged) setDragged({ from: dragged.from, to: positionAt(event.clientX) });
                }}
                onPointerUp={() => {
                  if (dragged && dragged.from !== dragged.to) onMove(dragged.from, dragged.to);
                  setDragged(null);
                }}
                onPointerCancel={() => {
                  setDragged(null);
                }}
              >
                {i + 1}
              </BeadButton>
            );
          })}
        </Box>
      </Box>
    </Box>
  );
}

/** A smooth path through the points, level at each of them. */
function threadOf(points: readonly (readonly number[])[]): string {
  return points
    .map(([x = 0, y = 0], i) => {
      const [beforeX = 0, beforeY = 0] = points[i - 1] ?? [];
      const middle = (beforeX + x) / 2;
      return i === 0 ? `M ${x} ${y}` : `C ${middle} ${beforeY} ${middle} ${y} ${x} ${y}`;
    })
    .join(" ");
}
