/** A place drawn on a picture: its outline, and its name in the middle. */
import { middleOf, type Shape } from "@verdant/core/items/pointOnImage";
import type { SVGProps } from "react";

export function RegionShape({ shape, ...rest }: { shape: Shape } & Omit<SVGProps<SVGElement>, "ref">) {
  const drawn = rest as Record<string, unknown>;
  if (shape.type === "rectangle")
    return <rect x={shape.x} y={shape.y} width={shape.width} height={shape.height} {...drawn} />;
  if (shape.type === "circle") return <circle cx={shape.x} cy={shape.y} r={shape.radius} {...drawn} />;
  return <polygon points={shape.points.map(({ x, y }) => `${x},${y}`).join(" ")} {...drawn} />;
}

/** @param size of the letters, in pixels of the picture */
export function RegionName({ shape, name, size }: { shape: Shape; name: string; size: number }) {
  const { x, y } = middleOf(shape);
  return (
    <text
      x={x}
      y={y}
      textAnchor="middle"
      dominantBaseline="central"
      fontSize={size}
      fontWeight={700}
      fill="#14213d"
      stroke="#ffffff"
      strokeWidth={size / 4}
      paintOrder="stroke"
      pointerEvents="none"
    >
      {name}
    </text>
  );
}
