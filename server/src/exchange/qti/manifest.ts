/** The manifest of a package: what files it has, and what belongs to each. */
import { pathOf } from "../zip.ts";
import { childOf, childrenOf, elementsIn, firstOf, type Element } from "./xml.ts";

export const manifestPath = "imsmanifest.xml";

export interface Resource {
  readonly identifier: string;
  readonly type: string;
  /** Path in the package; null where it has none, or one that leads out of it. */
  readonly path: string | null;
  readonly href: string;
  readonly files: readonly string[];
  readonly dependencies: readonly string[];
  readonly metadata: Element | undefined;
}

export interface Manifest {
  readonly identifier: string;
  readonly resources: readonly Resource[];
}

/** The order of resources means nothing; addresses may be relative to bases at three places. */
export function readManifest(root: Element): Manifest {
  const list = firstOf(root, "resources");
  const base = (element: Element | undefined) => element?.attributes["xml:base"] ?? "";
  const above = base(root) + base(list);
  const resources = (list ? elementsIn(list).filter(({ name }) => name === "resource") : []).map(
    (element): Resource => {
      const start = `${above}${base(element)}`;
      const at = (href: string | undefined) => (href === undefined ? null : pathOf(manifestPath, `${start}${href}`));
      const { identifier = "", type = "", href } = element.attributes;
      return {
        identifier,
        type,
        path: at(href),
        href: href ?? "",
        files: childrenOf(element, "file").flatMap((file) => at(file.attributes["href"]) ?? []),
        dependencies: childrenOf(element, "dependency").map((one) => one.attributes["identifierref"] ?? ""),
        metadata: childOf(element, "metadata"),
      };
    },
  );
  return { identifier: root.attributes["identifier"] ?? "", resources };
}
