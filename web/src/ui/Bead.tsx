/** A bead: an item or a return, in its unit's hue and with its letter, so that colour never speaks alone. */
import { styled } from "@mui/material/styles";

export interface BeadProps {
  /** The unit's letter, or a number where the strand shows the unit. */
  readonly mark: string | number;
  readonly hue: number;
  /** "planned" is outlined, "done" filled. */
  readonly state?: "planned" | "done";
  /** A notch: marked to come back to. */
  readonly notched?: boolean;
  readonly size?: number;
  /** Said to screen readers; without it the bead is decoration beside a text that says it all. */
  readonly label?: string;
}

const Circle = styled("span", {
  shouldForwardProp: (name) => name !== "hue" && name !== "size" && name !== "planned" && name !== "notched",
})<{
  hue: number;
  size: number;
  planned: boolean;
  notched: boolean;
}>(({ hue, size, planned, notched }) => ({
  display: "inline-flex",
  flex: "none",
  alignItems: "center",
  justifyContent: "center",
  boxSizing: "border-box",
  width: size,
  height: size,
  borderRadius: "50%",
  fontSize: Math.max(10, Math.round(size * 0.46)),
  fontWeight: 700,
  lineHeight: 1,
  ...(planned
    ? { border: `2px dashed var(--unit-ink-${hue})`, color: `var(--unit-ink-${hue})` }
    : { backgroundColor: `var(--unit-${hue})`, color: "#fff" }),
  ...(notched && {
    clipPath: "polygon(0 0, 66% 0, 50% 22%, 34% 0, 100% 0, 100% 100%, 0 100%)",
    boxShadow: "inset 0 4px var(--mui-palette-warning-main)",
  }),
}));

export function Bead({ mark, hue, state = "done", notched = false, size = 24, label }: BeadProps) {
  return (
    <Circle
      hue={hue % 10}
      size={size}
      planned={state === "planned"}
      notched={notched}
      {...(label === undefined ? { "aria-hidden": true } : { role: "img", "aria-label": label })}
    >
      {mark}
    </Circle>
  );
}
