/** One item out as a file of the standard, and in again. */
import type { FileItem } from "@verdant/contract/exchange";
import type { Note } from "@verdant/contract/packages";
import type { Content } from "@verdant/core/items/kinds";
import { fromContent, toContent } from "../fileContent.ts";
import { Extension } from "../qti/extension.ts";
import { inNewNames } from "../qti/names.ts";
import { inOldNames } from "../qti/oldNames.ts";
import { readItem } from "../qti/readItem.ts";
import type { Shown } from "../qti/readText.ts";
import { writeItem } from "../qti/writeItem.ts";
import { readXml, writeXml, type Element } from "../qti/xml.ts";

const item = (content: Content, points: number): FileItem => ({
  key: "rivers.1",
  standards: [],
  demand: "recall",
  use: "reserved",
  status: "approved",
  expectedSeconds: 30,
  writerDifficulty: 2,
  keptFindings: [],
  tags: [],
  points,
  language: "en",
  content: fromContent(content, (id) => id),
});

/** Whatever a text shows is a picture of one size, called by its hash. */
export const shown = (href: string): Shown => ({
  kind: "picture",
  hash: href.replace("../media/", ""),
  width: 480,
  height: 300,
});

interface Back {
  readonly root: Element;
  /** As it stands in the file. */
  readonly file: Element;
  readonly content: Content;
  readonly notes: readonly Note[];
  readonly points: number;
}

/**
 * @param isStripped read as it would be if a program of others had dropped what is our own
 * @param isOlder as 2.2 has it
 */
export function outAndIn(content: Content, { points = 3, isStripped = false, isOlder = false } = {}): Back {
  const file = item(content, points);
  const names = { identifier: "i", title: "t", stimulus: undefined };
  const { root, own } = writeItem(file, { ...names, hrefOf: (hash) => `../media/${hash}` });
  const inFile = readXml(Buffer.from(writeXml(isOlder ? inOldNames(root) : root)));
  const read = inNewNames(inFile);
  const extension = Extension.parse(JSON.parse(JSON.stringify({ ...file, kind: content.kind, ...own })));
  const back = readItem(read, { own: isStripped ? undefined : extension, shown });
  return {
    root: read,
    file: inFile,
    content: toContent(back.content, (key) => key),
    notes: back.notes,
    points: back.points,
  };
}
