/** The kind "point on image": a place to be found on a picture, whose places are regions drawn on it. */

import { canonicalJson } from "../canonicalJson.ts";
import { shuffled } from "../random.ts";
import { richTextOf, type Image, type RichText } from "../richText.ts";
import type { AnswerCount, Fault, Feedback, Kind } from "./kind.ts";
import { feedbackTexts, mapFeedback, stemFaults, withBlanks, withNewIds } from "./options.ts";

/** Measured in pixels of the picture's own width and height, from its top left corner. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

export type Shape =
  | {
      readonly type: "rectangle";
      readonly x: number;
      readonly y: number;
      readonly width: number;
      readonly height: number;
    }
  | { readonly type: "circle"; readonly x: number; readonly y: number; readonly radius: number }
  | { readonly type: "polygon"; readonly points: readonly Point[] };

export interface Region {
  /** Random, as of an option. */
  readonly id: string;
  /** How it is called in the list of whoever does not point; it must not give the key away. */
  readonly label: string;
  readonly shape: Shape;
  readonly isKey: boolean;
  /** Why it is wrong or right to point here. */
  readonly rationale?: RichText | undefined;
  readonly misconceptionId?: string | undefined;
}

export interface PointOnImage extends Feedback {
  readonly kind: "pointOnImage";
  readonly schemaVersion: 1;
  readonly stem: RichText;
  readonly image: Image | null;
  /** Where two overlap, the one that stands first counts. */
  readonly regions: readonly Region[];
  /** Whether students see the regions as outlines to choose from; else they find the place on the bare picture. */
  readonly showsRegions: boolean;
}

export interface PointOnImageAnswer {
  readonly kind: "pointOnImage";
  /** Where it was pointed at; null: nowhere, or taken back. */
  readonly at: Point | null;
  /** What was chosen from the list, or by its outline; null: only pointed at. */
  readonly regionId: string | null;
}

export interface PointOnImageView {
  readonly kind: "pointOnImage";
  readonly stem: RichText;
  readonly image: Image | null;
  /** `shape` is null where the places are not shown: it would give away where to look. */
  readonly regions: readonly { readonly id: string; readonly label: string; readonly shape: Shape | null }[];
}

/** Whether `point` lies in `shape`, its edge included; a polygon by the even-odd rule (Shimrat, 1962). */
export function isInside(shape: Shape, { x, y }: Point): boolean {
  if (shape.type === "rectangle")
    return x >= shape.x && x <= shape.x + shape.width && y >= shape.y && y <= shape.y + shape.height;
  if (shape.type === "circle") return Math.hypot(x - shape.x, y - shape.y) <= shape.radius;
  let isIn = false;
  shape.points.forEach((a, i) => {
    const b = shape.points.at(i - 1) as Point;
    if (a.y > y !== b.y > y && x < ((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x) isIn = !isIn;
  });
  return isIn;
}

/** Area in square pixels; of a polygon by the shoelace formula (Meister, 1769). */
export function areaOf(shape: Shape): number {
  if (shape.type === "rectangle") return shape.width * shape.height;
  if (shape.type === "circle") return Math.PI * shape.radius ** 2;
  const twice = shape.points.reduce((sum, a, i) => {
    const b = shape.points.at(i - 1) as Point;
    return sum + (b.x * a.y - a.x * b.y);
  }, 0);
  return Math.abs(twice) / 2;
}

/** A point in the middle of `shape`: the mean of a polygon's corners. */
export function middleOf(shape: Shape): Point {
  if (shape.type === "rectangle") return { x: shape.x + shape.width / 2, y: shape.y + shape.height / 2 };
  if (shape.type === "circle") return { x: shape.x, y: shape.y };
  const n = Math.max(1, shape.points.length);
  return {
    x: shape.points.reduce((sum, point) => sum + point.x, 0) / n,
    y: shape.points.reduce((sum, point) => sum + point.y, 0) / n,
  };
}

/** The region that an answer means; undefined: beside all of them, or nowhere. */
export function regionOf(regions: readonly Region[], { at, regionId }: PointOnImageAnswer): Region | undefined {
  return regionId !== null
    ? regions.find((region) => region.id === regionId)
    : at === null
      ? undefined
      : regions.find((region) => isInside(region.shape, at));
}

const choosing = (regionId: string): PointOnImageAnswer => ({ kind: "pointOnImage", at: null, regionId });

export const pointOnImage: Kind<"pointOnImage", PointOnImage, PointOnImageAnswer, PointOnImageView> = {
  name: "pointOnImage",

  blank: () => ({
    kind: "pointOnImage",
    schemaVersion: 1,
    stem: richTextOf(""),
    image: null,
    regions: [],
    showsRegions: false,
  }),

  score: (content, answer) => (regionOf(content.regions, answer)?.isKey === true ? 1 : 0),
  // Whoever guesses takes one of the outlines, or a point of the bare picture.
  chance: ({ regions, image, showsRegions }) => {
    const keys = regions.filter((region) => region.isKey);
    if (showsRegions || image === null) return Math.min(0.99, keys.length / Math.max(2, regions.length));
    const area = keys.reduce((sum, region) => sum + areaOf(region.shape), 0);
    return Math.min(0.99, area / (image.width * image.height));
  },
  rightAnswer: ({ regions }) => {
    const key = regions.find((region) => region.isKey);
    return key ? choosing(key.id) : null;
  },
  withKey: (content, answer) => {
    const right = regionOf(content.regions, answer);
    return right
      ? { ...content, regions: content.regions.map((region) => ({ ...region, isKey: region.id === right.id })) }
      : null;
  },
  // The list of places mixes; as written it is in the order of the labels.
  arrange: ({ regions }, next) =>
    next === null
      ? [...regions].sort((a, b) => a.label.localeCompare(b.label)).map(({ id }) => id)
      : shuffled(
          regions.map(({ id }) => id),
          next,
        ),
  toStudentView: ({ stem, image, regions, showsRegions }, order) => ({
    kind: "pointOnImage",
    stem,
    image,
    regions: order.flatMap((id) => {
      const region = regions.find((one) => one.id === id);
      return region ? [{ id, label: region.label, shape: showsRegions ? region.shape : null }] : [];
    }),
  }),
  summarise: ({ regions }, answers) => {
    const met = answers.map((answer) => regionOf(regions, answer)?.id);
    const counts = regions.map(({ id, label, isKey, misconceptionId }): AnswerCount => ({
      id,
      text: label,
      isKey,
      count: met.filter((one) => one === id).length,
      ...(misconceptionId !== undefined && { misconceptionId }),
    }));
    const beside = answers.filter((answer, i) => met[i] === undefined && answer.at !== null).length;
    return withBlanks(
      beside === 0 ? counts : [...counts, { id: "beside", text: "somewhere else", isKey: false, count: beside }],
      answers.filter((answer) => answer.at === null && answer.regionId === null).length,
    );
  },
  rationales: ({ regions }, answer) => {
    const rationale = regionOf(regions, answer)?.rationale;
    return rationale ? [rationale] : [];
  },
  faults: (content) => [...stemFaults(content), ...regionFaults(content)],
  keyWord: ({ regions }) =>
    regions
      .filter((region) => region.isKey)
      .map(({ id, shape }) => `${id} ${canonicalJson(shape)}`)
      .sort()
      .join(" "),
  texts: ({ stem, image, regions, ...feedback }) => [
    stem,
    ...(image ? [{ type: "richText" as const, content: [image] }] : []),
    ...regions.flatMap((region) => region.rationale ?? []),
    ...feedbackTexts(feedback),
  ],
  // The picture is no text: it stays as it is.
  mapTexts: (content, change) => ({
    ...mapFeedback(content, change),
    stem: change(content.stem),
    regions: content.regions.map((region) => ({
      ...region,
      ...(region.rationale && { rationale: change(region.rationale) }),
    })),
  }),
  withNewIds: (content, newId) => ({ ...content, regions: withNewIds(content.regions, newId) }),
  partWords: () => [],
  furtherWords: ({ regions }) => regions.map((region) => region.label),
};

function regionFaults({ image, regions }: PointOnImage): Fault[] {
  const faults: Fault[] = [];
  if (image === null) return [{ path: ["image"], code: "pictureMissing" }];
  if (regions.length < 2) faults.push({ path: ["regions"], code: "regionsFew" });
  if (!regions.some((region) => region.isKey)) faults.push({ path: ["regions"], code: "regionKeyMissing" });
  const labels = new Set<string>();
  regions.forEach(({ label, shape }, i) => {
    const word = label.trim().toLowerCase();
    if (word === "") faults.push({ path: ["regions", i, "label"], code: "regionNameless", terms: { n: i + 1 } });
    else if (labels.has(word))
      faults.push({ path: ["regions", i, "label"], code: "regionNameTwice", terms: { text: label } });
    labels.add(word);
    const { x, y } = middleOf(shape);
    if (areaOf(shape) < 25 || x < 0 || y < 0 || x > image.width || y > image.height)
      faults.push({ path: ["regions", i, "shape"], code: "regionSmall", terms: { n: i + 1 } });
  });
  return faults;
}

export interface Box extends Point {
  readonly width: number;
  readonly height: number;
}

/** The smallest upright rectangle around `shape`. */
export function boxOf(shape: Shape): Box {
  if (shape.type === "rectangle") return { x: shape.x, y: shape.y, width: shape.width, height: shape.height };
  if (shape.type === "circle") {
    const side = 2 * shape.radius;
    return { x: shape.x - shape.radius, y: shape.y - shape.radius, width: side, height: side };
  }
  const [xs, ys] = [shape.points.map((point) => point.x), shape.points.map((point) => point.y)];
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
}

/** `shape` moved and stretched into `box`. A circle stays one: the side that changed is its diameter. */
export function shapeInBox(shape: Shape, box: Box): Shape {
  const before = boxOf(shape);
  const [width, height] = [Math.max(1, box.width), Math.max(1, box.height)];
  if (shape.type === "rectangle") return { type: "rectangle", x: box.x, y: box.y, width, height };
  if (shape.type === "circle") {
    const radius = (width === before.width ? height : width) / 2;
    return { type: "circle", x: box.x + radius, y: box.y + radius, radius };
  }
  const stretched = (value: number, from: number, length: number, to: number, wanted: number) =>
    to + (length === 0 ? 0 : ((value - from) / length) * wanted);
  return {
    type: "polygon",
    points: shape.points.map(({ x, y }) => ({
      x: stretched(x, before.x, before.width, box.x, width),
      y: stretched(y, before.y, before.height, box.y, height),
    })),
  };
}

/** The shape that somebody draws by dragging from one point to another: corners of a rectangle, or middle and edge of a circle. */
export function shapeBetween(type: "rectangle" | "circle", from: Point, to: Point): Shape {
  return type === "circle"
    ? { type, x: from.x, y: from.y, radius: Math.hypot(to.x - from.x, to.y - from.y) }
    : {
        type,
        x: Math.min(from.x, to.x),
        y: Math.min(from.y, to.y),
        width: Math.abs(to.x - from.x),
        height: Math.abs(to.y - from.y),
      };
}

/** `shape` moved by the way from one point to another. */
export function movedShape(shape: Shape, from: Point, to: Point): Shape {
  const box = boxOf(shape);
  return shapeInBox(shape, { ...box, x: box.x + to.x - from.x, y: box.y + to.y - from.y });
}
