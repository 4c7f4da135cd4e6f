/** The manifest of a package: what files it has, and what belongs to each. */
import { pathOf } from "../zip.ts";
import { readMetadata, type Metadata } from "./metadata.ts";
import { childOf, childrenOf, firstOf, readingXml, type Element } from "./xml.ts";

export const manifestPath = "imsmanifest.xml";

export interface Resource {
  readonly identifier: string;
  readonly type: string;
  /** Path in the package; null where it has none, or one that leads out of it. */
  readonly path: string | null;
  readonly href: string;
  readonly files: readonly string[];
  readonly dependencies: readonly string[];
}

export interface Manifest {
  readonly identifier: string;
  readonly resources: readonly Resource[];
  /** What is said of each; whoever has used it takes it out. */
  readonly metadata: Map<Resource, Metadata>;
}

/**
 * The order of resources means nothing; addresses may be relative to bases at three places. What a manifest says of each
 * resource is read as it comes: as trees, those of ten thousand would fill the memory.
 *
 * @throws XmlFault
 */
export async function readManifest(pieces: AsyncIterable<Uint8Array>): Promise<Manifest> {
  const drafts: { readonly element: Element; readonly metadata: Metadata }[] = [];
  const reading = readingXml((element) => {
    if (element.name !== "resource") return false;
    const about = childOf(element, "metadata");
    const children = element.children.filter((child) => child !== about);
    drafts.push({ element: { ...element, children }, metadata: readMetadata(about) });
    return true;
  });
  for await (const piece of pieces) reading.take(piece);
  const root = reading.end();
  const base = (element: Element | undefined) => element?.attributes["xml:base"] ?? "";
  const above = base(root) + base(firstOf(root, "resources"));
  const described = new Map<Resource, Metadata>();
  const resources = drafts.map(({ element, metadata }): Resource => {
    const start = `${above}${base(element)}`;
    const at = (href: string | undefined) => (href === undefined ? null : pathOf(manifestPath, `${start}${href}`));
    const { identifier = "", type = "", href } = element.attributes;
    const resource = {
      identifier,
      type,
      path: at(href),
      href: href ?? "",
      files: childrenOf(element, "file").flatMap((file) => at(file.attributes["href"]) ?? []),
      dependencies: childrenOf(element, "dependency").map((one) => one.attributes["identifierref"] ?? ""),
    };
    described.set(resource, metadata);
    return resource;
  });
  return { identifier: root.attributes["identifier"] ?? "", resources, metadata: described };
}
