/** A picture to point at, by touch or mouse; or the places by their names, for keyboard and ear. */
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import { regionOf, type Point, type PointOnImageView } from "@verdant/core/items/pointOnImage";
import { createContext, use, useId, type PointerEvent } from "react";
import { t } from "../platform/words.ts";
import { Choice, Dot } from "./Choice.tsx";
import type { PlayerProps } from "./playerProps.ts";
import { RegionName, RegionShape } from "./RegionShape.tsx";
import { Stem } from "./Stem.tsx";

const [ink, paper, right, wrong] = ["#14213d", "#ffffff", "#1b6b3a", "#a3271f"];

/** Where a picture is fetched from; an example of the interface brings its own. */
export const PictureAddress = createContext((hash: string) => `/api/media/${hash}`);

export function PointOnImagePlayer({ view, answer, name, onAnswer, verdict }: PlayerProps<PointOnImageView>) {
  const id = useId();
  const { image, regions } = view;
  const addressOf = use(PictureAddress);
  const content = verdict?.content?.kind === "pointOnImage" ? verdict.content : null;
  const given = answer ?? { kind: "pointOnImage" as const, at: null, regionId: null };
  const met = content ? regionOf(content.regions, given) : undefined;
  const isGiven = given.at !== null || given.regionId !== null;
  const isShown = regions.some((region) => region.shape !== null);
  const choose = onAnswer && ((regionId: string) => onAnswer({ kind: "pointOnImage", at: null, regionId }));
  const point = (event: PointerEvent<SVGSVGElement>) => {
    if (!isShown) onAnswer?.({ kind: "pointOnImage", at: pointAt(event), regionId: null });
  };
  if (!image) return <Stem id={id} text={view.stem} />;
  const unit = Math.max(image.width, image.height) / 40;
  return (
    <Box>
      <Stem id={id} text={view.stem} />
      <Box sx={{ position: "relative", mt: 1.5, maxWidth: Math.max(image.width, 420), lineHeight: 0 }}>
        <Box
          component="img"
          src={addressOf(image.hash)}
          alt={image.alt}
          width={image.width}
          height={image.height}
          sx={{ width: "100%", height: "auto", borderRadius: 1, bgcolor: paper }}
        />
        <svg
          viewBox={`0 0 ${image.width} ${image.height}`}
          aria-hidden
          onPointerUp={onAnswer && point}
          style={{
            position: "absolute",
            inset: 0,
            width: "100%",
            height: "100%",
            touchAction: "manipulation",
            cursor: onAnswer && !isShown ? "crosshair" : "default",
          }}
        >
          {regions.map(
            (region) =>
              region.shape && (
                <g key={region.id}>
                  <RegionShape
                    shape={region.shape}
                    fill={region.id === given.regionId ? `${right}40` : "#ffffff01"}
                    stroke={ink}
                    strokeWidth={region.id === given.regionId ? unit / 3 : unit / 6}
                    style={{ cursor: choose ? "pointer" : "default" }}
                    onPointerUp={() => choose?.(region.id)}
                  />
                  {!content && <RegionName shape={region.shape} name={region.label} size={unit * 1.4} />}
                </g>
              ),
          )}
          {content?.regions.map(
            (region) =>
              (region.isKey || region.id === met?.id) && (
                <g key={region.id} pointerEvents="none">
                  <RegionShape
                    shape={region.shape}
                    fill="none"
                    stroke={region.isKey ? right : wrong}
                    strokeWidth={unit / 3}
                    {...(!region.isKey && { strokeDasharray: `${unit} ${unit / 2}` })}
                  />
                  <RegionName
                    shape={region.shape}
                    name={`${region.isKey ? "✓" : "✗"}${region.label.length < 4 ? ` ${region.label}` : ""}`}
                    size={unit * 1.4}
                  />
                </g>
              ),
          )}
          {given.at && <Pin at={given.at} size={unit} />}
        </svg>
      </Box>
      {image.credit !== "" && (
        <Box sx={{ fontSize: "0.75rem", color: "text.secondary", lineHeight: 1.4, mt: 0.5 }}>{image.credit}</Box>
      )}
      {onAnswer && isGiven && (
        <Link
          component="button"
          type="button"
          sx={{ fontSize: "0.9em", mt: 0.75, display: "block" }}
          onClick={() => {
            onAnswer({ kind: "pointOnImage", at: null, regionId: null });
          }}
        >
          {t("Take the mark off the picture")}
        </Link>
      )}
      <Box component="details" sx={{ mt: 1 }} open={given.regionId !== null && given.at === null && !isShown}>
        <Box component="summary" sx={{ cursor: "pointer", fontSize: "0.9em" }}>
          {t("Answer from a list of places")}
        </Box>
        <Box component="fieldset" aria-labelledby={id} sx={{ border: 0, m: 0, p: 0 }}>
          {regions.map((region) => {
            const isChosen = region.id === given.regionId;
            return (
              <Choice key={region.id} as={choose ? "label" : "div"} data-still={!choose} data-chosen={isChosen}>
                {choose ? (
                  <input
                    type="radio"
                    name={name}
                    checked={isChosen}
                    onChange={() => {
                      choose(region.id);
                    }}
                  />
                ) : (
                  <Dot role="img" aria-label={isChosen ? t("chosen") : t("not chosen")} />
                )}
                {region.label}
              </Choice>
            );
          })}
        </Box>
      </Box>
    </Box>
  );
}

/** Where somebody pointed, in pixels of the picture. */
export function pointAt(event: PointerEvent<SVGSVGElement>): Point {
  const box = event.currentTarget.getBoundingClientRect();
  const { width, height } = event.currentTarget.viewBox.baseVal;
  const within = (share: number, length: number) => Math.round(Math.min(1, Math.max(0, share)) * length * 10) / 10;
  return {
    x: within((event.clientX - box.left) / box.width, width),
    y: within((event.clientY - box.top) / box.height, height),
  };
}

/** A ring with a cross: it shows on light and on dark ground. */
function Pin({ at: { x, y }, size }: { at: Point; size: number }) {
  const cross = `M${x - size} ${y}H${x + size}M${x} ${y - size}V${y + size}`;
  return (
    <g pointerEvents="none" fill="none">
      {[
        [paper, size / 2.2],
        [ink, size / 5],
      ].map(([colour, width]) => (
        <g key={colour} stroke={String(colour)} strokeWidth={width}>
          <circle cx={x} cy={y} r={size * 0.7} />
          <path d={cross} />
        </g>
      ))}
    </g>
  );
}
