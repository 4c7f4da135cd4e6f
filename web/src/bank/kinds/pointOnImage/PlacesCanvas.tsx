/** Drawing places on a picture: drag a rectangle or a circle, click a polygon's corners, drag a place to move it. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { movedShape, shapeBetween, type Point, type Region, type Shape } from "@verdant/core/items/pointOnImage";
import type { Image } from "@verdant/core/richText";
import { useState, type PointerEvent } from "react";
import { pointAt } from "../../../player/PointOnImagePlayer.tsx";
import { RegionName, RegionShape } from "../../../player/RegionShape.tsx";
import { t } from "../../../platform/words.ts";

type Tool = Shape["type"];
type Deed =
  | { readonly type: "drawing"; readonly from: Point; readonly to: Point }
  | { readonly type: "moving"; readonly id: string; readonly from: Point; readonly to: Point };

export function PlacesCanvas(props: {
  image: Image;
  regions: readonly Region[];
  add: (shape: Shape) => void;
  move: (id: string, shape: Shape) => void;
}) {
  const { image, regions, add, move } = props;
  const [tool, setTool] = useState<Tool>("rectangle");
  const [deed, setDeed] = useState<Deed | null>(null);
  const [corners, setCorners] = useState<readonly Point[]>([]);
  const unit = Math.max(image.width, image.height) / 40;

  const begin = (event: PointerEvent<SVGSVGElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    const at = pointAt(event);
    const id = event.target instanceof SVGElement ? event.target.dataset["region"] : undefined;
    if (id !== undefined && corners.length === 0) setDeed({ type: "moving", id, from: at, to: at });
    else if (tool === "polygon") addCorner(at);
    else setDeed({ type: "drawing", from: at, to: at });
  };
  const addCorner = (at: Point) => {
    const [first] = corners;
    const isBack = first !== undefined && corners.length > 2 && Math.hypot(first.x - at.x, first.y - at.y) < unit;
    if (isBack) close();
    else setCorners([...corners, at]);
  };
  const close = () => {
    if (corners.length > 2) add({ type: "polygon", points: corners });
    setCorners([]);
  };
  const go = (event: PointerEvent<SVGSVGElement>) => {
    if (deed) setDeed({ ...deed, to: pointAt(event) });
  };
  const end = () => {
    if (deed?.type === "moving") {
      const region = regions.find((one) => one.id === deed.id);
      if (region && (deed.from.x !== deed.to.x || deed.from.y !== deed.to.y))
        move(deed.id, movedShape(region.shape, deed.from, deed.to));
    } else if (deed && Math.hypot(deed.to.x - deed.from.x, deed.to.y - deed.from.y) > unit / 2) {
      add(shapeBetween(tool === "circle" ? "circle" : "rectangle", deed.from, deed.to));
    }
    setDeed(null);
  };
  const shapeNow = (region: Region) =>
    deed?.type === "moving" && deed.id === region.id ? movedShape(region.shape, deed.from, deed.to) : region.shape;
  return (
    <Box>
      <Box sx={{ display: "flex", gap: 1, alignItems: "center", mb: 1 }}>
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-label={t("Shape to draw")}
          sx={{ "& .MuiToggleButton-root": { color: "text.primary" } }}
          value={tool}
          onChange={(_, chosen: Tool | null) => {
            if (chosen) setTool(chosen);
          }}
        >
          <ToggleButton value="rectangle">{t("Rectangle")}</ToggleButton>
          <ToggleButton value="circle">{t("Circle")}</ToggleButton>
          <ToggleButton value="polygon">{t("Polygon")}</ToggleButton>
        </ToggleButtonGroup>
        {corners.length > 0 && (
          <Button size="small" onClick={close}>
            {corners.length > 2 ? t("Close the polygon") : t("Cancel")}
          </Button>
        )}
        <Button
          size="small"
          onClick={() => {
            const [x, y] = [Math.round(image.width / 2), Math.round(image.height / 2)];
            const half = { x: Math.round(image.width / 10), y: Math.round(image.height / 10) };
            add(shapeBetween("rectangle", { x: x - half.x, y: y - half.y }, { x: x + half.x, y: y + half.y }));
          }}
        >
          {t("Add a place in the middle")}
        </Button>
      </Box>
      <Box sx={{ position: "relative", lineHeight: 0, maxWidth: Math.max(image.width, 480) }}>
        <Box
          component="img"
          src={`/api/media/${image.hash}`}
          alt={image.alt}
          sx={{ width: "100%", height: "auto", bgcolor: "#fff", borderRadius: 1 }}
        />
        <svg
          viewBox={`0 0 ${image.width} ${image.height}`}
          role="img"
          aria-label={t("Places drawn on the picture")}
          onPointerDown={begin}
          onPointerMove={go}
          onPointerUp={end}
          style={{
            position: "absolute",
            inset: 0,
            width: "100%",
            height: "100%",
            touchAction: "none",
            cursor: "crosshair",
          }}
        >
          {regions.map((region, i) => (
            <g key={region.id}>
              <RegionShape
                shape={shapeNow(region)}
                data-region={region.id}
                fill={region.isKey ? "#1b6b3a40" : "#14213d1f"}
                stroke={region.isKey ? "#1b6b3a" : "#14213d"}
                strokeWidth={unit / 5}
                style={{ cursor: "move" }}
              />
              <RegionName shape={shapeNow(region)} name={region.isKey ? `✓ ${i + 1}` : `${i + 1}`} size={unit * 1.4} />
            </g>
          ))}
          {deed?.type === "drawing" && (
            <RegionShape
              shape={shapeBetween(tool === "circle" ? "circle" : "rectangle", deed.from, deed.to)}
              fill="none"
              stroke="#14213d"
              strokeWidth={unit / 6}
              strokeDasharray={unit / 2}
            />
          )}
          {corners.length > 0 && (
            <g fill="none" stroke="#14213d" strokeWidth={unit / 6} pointerEvents="none">
              <polyline points={corners.map(({ x, y }) => `${x},${y}`).join(" ")} />
              {corners.map(({ x, y }, i) => (
                <circle key={i} cx={x} cy={y} r={unit / 3} fill="#ffffff" />
              ))}
            </g>
          )}
        </svg>
      </Box>
    </Box>
  );
}
