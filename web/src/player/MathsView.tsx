/** Draws a formula from its MathML: read as XML, and built anew from an allow-list of elements and attributes. */
import type { Maths } from "@verdant/core/richText";
import "@fontsource/noto-sans-math/400.css";
import { mathsFont } from "../theme.ts";
import { createElement, useEffect, useMemo, useState, type ReactNode } from "react";

const elements = new Set([
  "math",
  "mrow",
  "mi",
  "mn",
  "mo",
  "ms",
  "mtext",
  "mspace",
  "mfrac",
  "msqrt",
  "mroot",
  "msub",
  "msup",
  "msubsup",
  "munder",
  "mover",
  "munderover",
  "mtable",
  "mtr",
  "mtd",
  "mstyle",
  "mpadded",
  "mphantom",
  "menclose",
  "semantics",
]);
const attributes = new Set([
  "display",
  "mathvariant",
  "stretchy",
  "fence",
  "separator",
  "lspace",
  "rspace",
  "form",
  "largeop",
  "movablelimits",
  "accent",
  "accentunder",
  "minsize",
  "maxsize",
  "symmetric",
  "linethickness",
  "displaystyle",
  "scriptlevel",
  "width",
  "height",
  "depth",
  "voffset",
  "columnalign",
  "columnspacing",
  "rowspacing",
  "notation",
  "dir",
]);

export function MathsView({ maths }: { maths: Maths }) {
  const [typeset, setTypeset] = useState("");
  const mathml = maths.mathml || typeset;
  // Only a formula that is just being written has none yet; students never load the typesetting library.
  useEffect(() => {
    if (maths.mathml !== "") return;
    void import("temml").then(({ default: temml }) => {
      setTypeset(temml.renderToString(maths.latex, { throwOnError: false, trust: false }));
    });
  }, [maths]);
  const drawn = useMemo(() => build(mathml), [mathml]);
  return <span style={{ fontFamily: mathsFont }}>{drawn ?? <code>{maths.latex}</code>}</span>;
}

function build(mathml: string): ReactNode {
  if (mathml === "") return null;
  const root = new DOMParser().parseFromString(mathml, "application/xml").documentElement;
  return root.localName === "math" ? toReact(root, "0") : null;
}

function toReact(node: Element, key: string): ReactNode {
  if (!elements.has(node.localName)) return null;
  const props = Object.fromEntries(
    [...node.attributes].flatMap(({ name, value }) => (attributes.has(name) ? [[name, value]] : [])),
  );
  const children = [...node.childNodes].map((child, i) =>
    child instanceof Element ? toReact(child, String(i)) : child.nodeType === Node.TEXT_NODE ? child.textContent : null,
  );
  return createElement(node.localName, { ...props, key }, ...children);
}
