/** The worker's task: make a picture that somebody uploaded safe and small, by writing it anew. */
import sanitizeHtml from "sanitize-html";
import sharp from "sharp";

export interface ReencodeInput {
  readonly bytes: Uint8Array;
}

export type ReencodeOutput =
  | {
      readonly ok: true;
      readonly bytes: Uint8Array;
      readonly mime: string;
      readonly width: number;
      readonly height: number;
    }
  | { readonly ok: false; readonly reason: PictureFault };

type PictureFault = "pictureUnknown" | "pictureDamaged" | "svgEntities" | "svgNoSize";

const longestSide = 1600;
const refuse = (reason: PictureFault): ReencodeOutput => ({ ok: false, reason });

/** PNG, JPEG, WebP and GIF are decoded and encoded anew, without what cameras add; SVG is filtered by an allow-list. */
export async function reencodeTask({ bytes }: ReencodeInput): Promise<ReencodeOutput> {
  const kind = kindOfBytes(bytes);
  if (kind === "svg") return svg(Buffer.from(bytes).toString("utf8"));
  if (kind === null) return refuse("pictureUnknown");
  try {
    const picture = sharp(bytes, { limitInputPixels: 60_000_000, failOn: "error" })
      .rotate()
      .resize({ width: longestSide, height: longestSide, fit: "inside", withoutEnlargement: true });
    const encoded =
      kind === "jpeg" ? picture.jpeg({ quality: 84 }) : kind === "webp" ? picture.webp({ quality: 86 }) : picture.png();
    const { data, info } = await encoded.toBuffer({ resolveWithObject: true });
    return { ok: true, bytes: data, mime: `image/${info.format}`, width: info.width, height: info.height };
  } catch {
    return refuse("pictureDamaged");
  }
}

/** Whether bytes are the picture that somebody says they are: of that type and size, as their own head says it. */
export async function isPicture(
  bytes: Uint8Array,
  { mime, width, height }: { readonly mime: string; readonly width: number | null; readonly height: number | null },
): Promise<boolean> {
  try {
    const found = await sharp(bytes, { limitInputPixels: 60_000_000 }).metadata();
    return `image/${found.format}` === mime && found.width === width && found.height === height;
  } catch {
    return false;
  }
}

/** What the first bytes say it is, whatever its name or declared type. */
function kindOfBytes(bytes: Uint8Array): "png" | "jpeg" | "gif" | "webp" | "svg" | null {
  const head = Buffer.from(bytes.subarray(0, 600));
  if (head.subarray(0, 4).toString("hex") === "89504e47") return "png";
  if (head.subarray(0, 3).toString("hex") === "ffd8ff") return "jpeg";
  if (head.subarray(0, 4).toString("latin1") === "GIF8") return "gif";
  if (head.subarray(0, 4).toString("latin1") === "RIFF" && head.subarray(8, 12).toString("latin1") === "WEBP")
    return "webp";
  return /^\uFEFF?\s*(<\?xml[^>]*>\s*)?(<!--[\s\S]*?-->\s*)*<svg[\s>]/.test(head.toString("utf8")) ? "svg" : null;
}

const shapes = [
  "svg",
  "g",
  "defs",
  "title",
  "desc",
  "path",
  "rect",
  "circle",
  "ellipse",
  "line",
  "polyline",
  "polygon",
];
const texts = ["text", "tspan", "marker", "clipPath", "linearGradient", "radialGradient", "stop", "pattern", "use"];
const geometry =
  "x y x1 y1 x2 y2 cx cy r rx ry d points width height viewBox transform dx dy offset id preserveAspectRatio";
const paint =
  "fill stroke stroke-width stroke-dasharray stroke-linecap stroke-linejoin opacity fill-opacity stroke-opacity stop-color font-size font-family font-weight font-style text-anchor dominant-baseline clip-path marker-end marker-start marker-mid markerWidth markerHeight refX refY orient markerUnits gradientUnits patternUnits fill-rule href";

function svg(source: string): ReencodeOutput {
  if (/<!DOCTYPE|<!ENTITY/i.test(source)) return refuse("svgEntities");
  const clean = sanitizeHtml(source, {
    allowedTags: [...shapes, ...texts],
    allowedAttributes: { "*": [...geometry.split(" "), ...paint.split(" ")], svg: ["xmlns", "role", "aria-label"] },
    parser: { xmlMode: true, lowerCaseTags: false, lowerCaseAttributeNames: false },
    allowedSchemes: [],
    exclusiveFilter: (frame) => frame.tag === "use" && !(frame.attribs["href"] ?? "").startsWith("#"),
    transformTags: {
      "*": (tagName, attribs) => ({
        tagName,
        attribs: Object.fromEntries(
          Object.entries(attribs).filter(
            ([, value]) => !/url\s*\(\s*['"]?(?!#)/i.test(value) && !/javascript:/i.test(value),
          ),
        ),
      }),
    },
  }).trim();
  const size = sizeOf(clean);
  if (size === null) return refuse("svgNoSize");
  return { ok: true, bytes: Buffer.from(clean, "utf8"), mime: "image/svg+xml", ...size };
}

function sizeOf(svgText: string): { width: number; height: number } | null {
  const head = /<svg\b[^>]*>/.exec(svgText)?.[0] ?? "";
  const attribute = (name: string) => Number.parseFloat(new RegExp(`\\s${name}="([\\d.]+)`).exec(head)?.[1] ?? "");
  const box =
    /viewBox="([\d.\s,-]+)"/
      .exec(head)?.[1]
      ?.split(/[\s,]+/)
      .map(Number) ?? [];
  const [width, height] = [attribute("width") || (box[2] ?? 0), attribute("height") || (box[3] ?? 0)];
  return width >= 1 && height >= 1 && width <= 20_000 && height <= 20_000
    ? { width: Math.round(width), height: Math.round(height) }
    : null;
}
