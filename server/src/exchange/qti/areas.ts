/** Places on a picture between our shapes and the areas of the standard, which are written in whole pixels. */
import type { Point, Shape } from "@verdant/core/items/pointOnImage";
import type { Reading } from "./readText.ts";
import type { Element } from "./xml.ts";

/** Corners that stand for an ellipse, which we do not have. */
const ellipseCorners = 24;

export function writeArea(shape: Shape): { shape: "rect" | "circle" | "poly"; coords: string } {
  const whole = (...numbers: readonly number[]) => numbers.map(Math.round).join(",");
  switch (shape.type) {
    case "rectangle":
      return { shape: "rect", coords: whole(shape.x, shape.y, shape.x + shape.width, shape.y + shape.height) };
    case "circle":
      return { shape: "circle", coords: whole(shape.x, shape.y, Math.max(1, shape.radius)) };
    case "polygon":
      return { shape: "poly", coords: whole(...shape.points.flatMap(({ x, y }) => [x, y])) };
  }
}

/**
 * @param scale from the size that the file gives its picture to the size that it has
 * @returns null for a shape that covers everything, or none that is known
 */
export function readArea(
  { attributes: { shape = "", coords = "" } }: Element,
  scale: Point,
  { note }: Reading,
): Exclude<Shape, { type: "polygon" }> | { type: "polygon"; points: Point[] } | null {
  const at = coords.split(",").map((one) => Number.parseFloat(one));
  if (at.length === 0 || at.some((one) => !Number.isFinite(one))) return null;
  const [a = 0, b = 0, c = 0, d = 0] = at;
  const { x, y } = scale;
  const polygon = (points: readonly Point[]) => ({
    type: "polygon" as const,
    points: points.map((point) => ({ x: point.x * x, y: point.y * y })),
  });
  if (shape === "rect") {
    const [left, top] = [Math.min(a, c), Math.min(b, d)];
    return { type: "rectangle", x: left * x, y: top * y, width: Math.abs(c - a) * x, height: Math.abs(d - b) * y };
  }
  const round = (radiusX: number, radiusY: number) =>
    polygon(
      Array.from({ length: ellipseCorners }, (_, i) => {
        const turn = (2 * Math.PI * i) / ellipseCorners;
        return { x: a + radiusX * Math.cos(turn), y: b + radiusY * Math.sin(turn) };
      }),
    );
  if (shape === "circle") return x === y ? { type: "circle", x: a * x, y: b * y, radius: c * x } : round(c, c);
  if (shape === "ellipse") {
    note("ellipseMadePolygon");
    return round(c, d);
  }
  if (shape !== "poly") return null;
  const points = Array.from({ length: Math.floor(at.length / 2) }, (_, i) => ({
    x: at[2 * i] ?? 0,
    y: at[2 * i + 1] ?? 0,
  }));
  const [first, last] = [points[0], points.at(-1)];
  // Some files end where they began.
  const isClosed = points.length > 3 && first?.x === last?.x && first?.y === last?.y;
  return polygon(isClosed ? points.slice(0, -1) : points);
}
