/** A point on a picture on which no places are shown: right where the file's areas pay for it. */
import { middleOf, type Point } from "@verdant/core/items/pointOnImage";
import { Unusable } from "../../unusable.ts";
import { readArea } from "../areas.ts";
import { stemAround } from "../readBody.ts";
import { childOf, childrenOf, type Element } from "../xml.ts";
import { pictureIn } from "./hotspot.ts";
import { asIs, declarationOf, responseOf, type ItemSource, type Probe, type ReadContent } from "./reading.ts";

export function readSelectPoint(source: ItemSource, interaction: Element): ReadContent {
  const { item, reading, idOf } = source;
  const { image, scale } = pictureIn(source, interaction);
  const declaration = declarationOf(item, interaction);
  const mapping = declaration && childOf(declaration, "qti-area-mapping");
  const areas = mapping ? childrenOf(mapping, "qti-area-map-entry") : [];
  // Without areas only one very point would be right; several points are an answer that we do not have.
  if (areas.length === 0 || declaration?.attributes["cardinality"] !== "single") throw new Unusable("answersUnlike");
  const worth = areas.map(({ attributes }) => Number(attributes["mapped-value"] ?? 0));
  const most = Math.max(...worth);
  const places = areas.map((area, i) => {
    const shape = readArea(area, scale, reading);
    if (!shape)
      throw new Unusable("interactionUnknown", { element: `qti-area-map-entry ${area.attributes["shape"] ?? ""}` });
    const isKey = most > 0 && worth[i] === most;
    // An area has no name in the file; its number is what a teacher can find it by.
    return { id: idOf(`area-${i + 1}`), label: String(i + 1), shape, ...(isKey && { isKey }) };
  });
  const content = {
    ...{ kind: "pointOnImage" as const, stem: stemAround(item, interaction, reading), image },
    ...{ regions: places, showsRegions: false },
  };
  const probe = (at: Point): Probe => ({
    responses: { [responseOf(interaction)]: [`${Math.round(at.x / scale.x)} ${Math.round(at.y / scale.y)}`] },
    answer: { kind: "pointOnImage", at, regionId: null },
  });
  const inOrder = [...places].sort((a, b) => Number(b.isKey ?? false) - Number(a.isKey ?? false));
  return {
    ways: [content],
    probes: [...inOrder.map(({ shape }) => probe(middleOf(shape))), probe({ x: 0, y: 0 })],
    optionIds: areas.map((_, i) => `area-${i + 1}`),
    withRationales: asIs,
  };
}
