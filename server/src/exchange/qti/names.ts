/** Names and addresses of the versions of the standard, and the one reading of all of them: that of 3.0. */
import type { Element, Node } from "./xml.ts";

export const namespaces = {
  item: "http://www.imsglobal.org/xsd/imsqtiasi_v3p0",
  manifest: "http://www.imsglobal.org/xsd/qti/qtiv3p0/imscp_v1p1",
  metadata: "http://www.imsglobal.org/xsd/imsqti_metadata_v3p0",
  lom: "http://ltsc.ieee.org/xsd/LOM",
  standards: "http://www.imsglobal.org/xsd/imscsmd_v1p0",
  maths: "http://www.w3.org/1998/Math/MathML",
  /** Our own, for what the standard has no place for; docs/formats.md says what it holds. */
  own: "urn:verdant-loop:qti:1",
} as const;

export const templateOf = (name: string) => `https://purl.imsglobal.org/spec/qti/v3p0/rptemplates/${name}.xml`;

const older = /imsqti_v2p\d$/;

/** Words of XHTML keep their names in all versions; everything else is the standard's own and gets its prefix. */
const xhtml = new Set(
  (
    "a abbr acronym address audio b bdi bdo big blockquote br caption cite code col colgroup dd del details dfn div dl dt em " +
    "figcaption figure h1 h2 h3 h4 h5 h6 hr i img ins kbd li math object ol p param picture pre q ruby s samp section " +
    "small source span strong sub summary sup table tbody td tfoot th thead tr track tt u ul var video include"
  ).split(" "),
);

const kebab = (name: string) => name.replaceAll(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`);

/** A tree of 2.1 or 2.2 with the names of 3.0, so that one reader does for all; a tree of 3.0 as it is. */
export function inNewNames(root: Element): Element {
  return older.test(root.namespace) ? renamed(root) : root;
}

function renamed(element: Element): Element {
  const isOwn = element.namespace === "" || older.test(element.namespace);
  const isStandard = isOwn && !xhtml.has(element.name);
  const attributes = isStandard
    ? Object.fromEntries(Object.entries(element.attributes).map(([name, value]) => [kebab(name), value]))
    : element.attributes;
  return {
    ...element,
    name: isStandard ? `qti-${kebab(element.name)}` : element.name,
    attributes,
    children: element.children.map((child): Node => (typeof child === "string" ? child : renamed(child))),
  };
}

/**
 * Ids as identifiers of the standard, which begin with a letter; `idOf` gives back what `identifierOf` was given.
 *
 * @example identifierOf("7a-x") // "_7a-x"
 */
export const identifierOf = (id: string): string => (/^[A-Za-z]/.test(id) ? id : `_${id}`);
export const idOf = (identifier: string): string => (identifier.startsWith("_") ? identifier.slice(1) : identifier);

/** Attributes of our own on XHTML (those that begin with "data-" are free), and the class of the words of a recording. */
export const ownAttributes = {
  /** White space that is to be kept as it stands; XHTML would make one space of it. */
  space: "data-vl-space",
  /** Who made a picture or recording, and under which licence. */
  credit: "data-vl-credit",
} as const;
export const transcriptClass = "transcript";
