/** Places on a picture. */
import type { FileContent } from "@verdant/contract/exchange";
import { readArea, writeArea } from "../areas.ts";
import { pictureOf } from "../readText.ts";
import type { HrefOf } from "../writeText.ts";
import { stemAround } from "../readBody.ts";
import { Unusable } from "../../unusable.ts";
import type { ReadFeedback } from "../readFeedback.ts";
import { childOf, childrenOf, el, type Element, within } from "../xml.ts";
import {
  type Probe,
  type ContentOf,
  type ReadContent,
  type ItemSource,
  responseOf,
  idIn,
  declarationOf,
  keysOf,
} from "./reading.ts";
import {
  type WrittenKind,
  response,
  bySum,
  id,
  declaration,
  mappingOf,
  asked,
  misconceptionsOf,
  rationalesOf,
  nothing,
} from "./writing.ts";

/** The picture of an interaction, and the scale from the size that the file gives it to the size that it has. */
export function pictureIn({ reading }: ItemSource, interaction: Element) {
  const element = childOf(interaction, "img", "object", "picture");
  const image = element && pictureOf(element, reading);
  if (!element || !image)
    throw new Unusable("fileMissing", { file: element?.attributes["src"] ?? element?.attributes["data"] ?? "" });
  const size = firstSize(element);
  const scale = { x: image.width / (size.width || image.width), y: image.height / (size.height || image.height) };
  return { image, scale };
}

export function readHotspot(source: ItemSource, interaction: Element): ReadContent {
  const { item, reading, own, idOf } = source;
  const { image, scale } = pictureIn(source, interaction);
  const areas = childrenOf(interaction, "qti-hotspot-choice");
  const keys = keysOf(source, interaction, areas.map(idIn));
  const isSingle =
    interaction.attributes["max-choices"] === "1" ||
    declarationOf(item, interaction)?.attributes["cardinality"] === "single";
  if (!isSingle) throw new Unusable("answersUnlike");
  const regions = areas.map((area) => {
    const id = idOf(idIn(area));
    const drawn = own?.shapes?.[id];
    // As it was drawn, unless somebody has moved it in the file.
    const isSame = drawn !== undefined && writeArea(drawn).coords === area.attributes["coords"];
    const shape = isSame ? drawn : readArea(area, scale, reading);
    if (!shape)
      throw new Unusable("interactionUnknown", { element: `qti-hotspot-choice ${area.attributes["shape"] ?? ""}` });
    const [rationale, misconception] = [own?.rationales[id], own?.misconceptions[id]];
    return {
      id,
      label: area.attributes["hotspot-label"] ?? idIn(area),
      shape,
      ...(keys.includes(idIn(area)) && { isKey: true }),
      ...(rationale !== undefined && { rationale }),
      ...(misconception !== undefined && { misconception }),
    };
  });
  const content = {
    kind: "pointOnImage" as const,
    stem: stemAround(item, interaction, reading),
    image,
    regions,
    showsRegions: own?.showsRegions ?? true,
  };
  const inOrder = [...areas].sort((a, b) => Number(keys.includes(idIn(b))) - Number(keys.includes(idIn(a))));
  const probes = inOrder.map((area): Probe => ({
    responses: { [responseOf(interaction)]: [idIn(area)] },
    answer: { kind: "pointOnImage", at: null, regionId: idOf(idIn(area)) },
  }));
  return { ways: [content], probes, optionIds: areas.map(idIn), withRationales: reasonedRegions(areas.map(idIn)) };
}

const reasonedRegions =
  (identifiers: readonly string[]) =>
  (content: FileContent, { rationales }: ReadFeedback): FileContent =>
    content.kind === "pointOnImage"
      ? {
          ...content,
          regions: content.regions.map((region, i) => {
            const rationale = rationales.get(identifiers[i] ?? "");
            return rationale && region.rationale === undefined ? { ...region, rationale } : region;
          }),
        }
      : content;

function firstSize(element: Element): { width: number; height: number } {
  const source = [...within(element)].find(({ attributes }) => attributes["width"] !== undefined) ?? element;
  return { width: Number(source.attributes["width"] ?? 0), height: Number(source.attributes["height"] ?? 0) };
}

export function writeHotspot(content: ContentOf<"pointOnImage">, points: number, hrefOf: HrefOf): WrittenKind {
  const { image, regions, showsRegions } = content;
  const { above, prompt } = asked(content.stem, hrefOf);
  const keys = regions.filter((region) => region.isKey).map((region) => id(region.id));
  const picture = image
    ? el("img", {
        src: hrefOf(image.hash),
        width: image.width,
        height: image.height,
        alt: image.alt,
        ...(image.credit !== "" && { "data-vl-credit": image.credit }),
      })
    : el("img", { src: "", alt: "" });
  const areas = regions.map((region) =>
    el("qti-hotspot-choice", { identifier: id(region.id), ...writeArea(region.shape), "hotspot-label": region.label }),
  );
  return {
    interaction: "hotspotInteraction",
    declarations: [
      declaration(
        response,
        ["single", "identifier"],
        keys.slice(0, 1),
        mappingOf(
          keys.map((key) => [key, points]),
          points,
        ),
      ),
    ],
    body: [
      ...above,
      el("qti-hotspot-interaction", { "response-identifier": response, "max-choices": 1 }, prompt, picture, areas),
    ],
    template: "map_response",
    rules: bySum,
    own: {
      ...nothing,
      misconceptions: misconceptionsOf(regions),
      rationales: rationalesOf(regions),
      showsRegions,
      shapes: Object.fromEntries(regions.map((region) => [region.id ?? "", region.shape])),
    },
  };
}
