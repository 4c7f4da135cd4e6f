/** The same trees as QTI 2.2 has them, for programs that do not read 3.0: the way back of `inNewNames`. */
import { namespaces, ownAttributes, transcriptClass } from "./names.ts";
import type { Element, Node } from "./xml.ts";

export const olderNamespaces = {
  item: "http://www.imsglobal.org/xsd/imsqti_v2p2",
  manifest: "http://www.imsglobal.org/xsd/imscp_v1p1",
  metadata: "http://www.imsglobal.org/xsd/imsqti_metadata_v2p2",
} as const;

const prefix = "qti-";
/** Its pictures are objects there. */
const onPicture = "qti-hotspot-interaction";

const camel = (name: string) => name.replaceAll(/-([a-z])/g, (_, letter: string) => letter.toUpperCase());
const isOurs = (attribute: string) => attribute.startsWith("data-");

/** A tree of 3.0 that we have written, with the names and forms of 2.2. */
export function inOldNames(root: Element): Element {
  const [only, ...more] = renamed(root);
  if (typeof only !== "object" || more.length > 0) throw new Error(`${root.name} is no root`);
  return only;
}

function renamed(node: Node, parent = ""): Node[] {
  if (typeof node === "string") return [node];
  const { name, attributes } = node;
  const inside = () => node.children.flatMap((child) => renamed(child, name));
  // Only 3.0 has an element around the words of feedback and rubrics.
  if (name === "qti-content-body") return inside();
  if (name.startsWith(prefix))
    return [
      {
        ...node,
        name: camel(name.slice(prefix.length)),
        attributes: Object.fromEntries(
          Object.entries(attributes).map(([key, value]) => [isOurs(key) ? key : camel(key), older(key, value)]),
        ),
        children: inside(),
      },
    ];
  if (name === "img" && parent === onPicture) return [objectOf(node)];
  // What XHTML of 2.2 does not have.
  if (name === "details" && attributes["class"] === transcriptClass)
    return [{ ...node, name: "div", children: inside() }];
  if (name === "summary") return [{ ...node, name: "div", children: inside() }];
  return [{ ...node, children: inside() }];
}

function older(key: string, value: string): string {
  if (key === "xmlns" && value === namespaces.item) return olderNamespaces.item;
  const [, template] = (key === "template" && /\/rptemplates\/(\w+)\.xml$/.exec(value)) || [];
  return template === undefined ? value : `http://www.imsglobal.org/question/qti_v2p2/rptemplates/${template}`;
}

const typeOf: Readonly<Record<string, string>> = { jpg: "image/jpeg", svg: "image/svg+xml", webp: "image/webp" };

function objectOf({ attributes, ...node }: Element): Element {
  const { src = "", width, height, alt = "" } = attributes;
  const credit = attributes[ownAttributes.credit];
  return {
    ...node,
    name: "object",
    attributes: {
      data: src,
      type: typeOf[/\.(\w+)$/.exec(src)?.[1] ?? ""] ?? "image/png",
      ...(width !== undefined && { width }),
      ...(height !== undefined && { height }),
      ...(credit !== undefined && { [ownAttributes.credit]: credit }),
    },
    children: alt === "" ? [] : [alt],
  };
}
