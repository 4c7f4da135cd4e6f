import { expect, test } from "vitest";
import expected from "../../vectors/case-geography-expected.json" with { type: "json" };
import wholeFile from "../../vectors/case-geography.json" with { type: "json" };
import { readCase } from "./caseFile.ts";

const item = (identifier: string, code: string) => ({
  identifier,
  humanCodingScheme: code,
  fullStatement: `About ${code}`,
});
const under = (child: string, parent: string, sequenceNumber: number) => ({
  associationType: "isChildOf",
  originNodeURI: { identifier: child },
  destinationNodeURI: { identifier: parent },
  sequenceNumber,
});
const document = { identifier: "doc", title: "Made-up standards" };

test("the tree is read whatever the order of items, children after parents by sequence number", () => {
  const read = readCase({
    CFDocument: document,
    CFItems: [item("b", "2"), item("a1", "1.1"), item("a", "1"), item("a2", "1.2")],
    CFAssociations: [under("a2", "a", 2), under("a1", "a", 10), under("b", "doc", 2), under("a", "doc", 1)],
  });
  expect(read?.standards.map(({ code, parentGuid }) => [code, parentGuid])).toEqual([
    ["1", null],
    ["1.2", "a"],
    ["1.1", "a"],
    ["2", null],
  ]);
});

test("what takes the place of what is read, also where the older is no longer in the file", () => {
  const replaced = (from: string, by: string) => ({
    associationType: "replacedBy",
    originNodeURI: { identifier: from },
    destinationNodeURI: { identifier: by },
  });
  const read = readCase({
    CFDocument: document,
    CFItems: [item("a", "1")],
    CFAssociations: [replaced("gone", "a"), replaced("a", "nowhere")],
  });
  expect(read?.replacements).toEqual([["gone", "a"]]);
});

test("a circle is left out and said; what is no framework is none", () => {
  const read = readCase({
    CFDocument: document,
    CFItems: [item("a", "1"), item("b", "2"), item("c", "3")],
    CFAssociations: [under("a", "b", 1), under("b", "a", 1)],
  });
  expect(read?.standards.map((one) => one.code)).toEqual(["3"]);
  expect(read?.notes).toEqual([{ code: "leftInCircle", terms: { codes: "1, 2", count: 2 } }]);
  expect(read?.inDoubt).toEqual(["a", "b"]);
  for (const file of [null, [], {}, { CFDocument: { title: "x" } }]) expect(readCase(file)).toBeNull();
});

test("each faulty entry is named, and nothing is said of it: neither that it is gone nor where its children lie", () => {
  const read = readCase({
    CFDocument: document,
    CFItems: [
      item("a", "1"),
      { identifier: "b", humanCodingScheme: "2", fullStatement: " " },
      item("b1", "2.1"),
      { humanCodingScheme: "3", fullStatement: "No identifier" },
      item("a", "1 again"),
      "no entry at all",
      item("c", "4"),
    ],
    CFAssociations: [under("a", "doc", 1), under("b1", "b", 1), under("c", "not in the file", 1)],
  });
  expect(read?.standards.map(({ code, parentGuid, isParentKnown }) => [code, parentGuid, isParentKnown])).toEqual([
    ["1", null, true],
    ["4", null, false],
    ["2.1", "b", true],
  ]);
  expect(read?.inDoubt).toEqual(["b"]);
  expect(read?.notes).toEqual([
    { code: "entryNoStatement", terms: { entry: 2, code: "2" } },
    { code: "entryNoIdentifier", terms: { entry: 4, code: "3" } },
    { code: "entryIdentifierTaken", terms: { entry: 5, code: "1 again", of: "1" } },
    { code: "entryNoIdentifier", terms: { entry: 6, code: "" } },
    { code: "parentMissing", terms: { code: "4" } },
  ]);
});

test("a second place that would close a circle is called one; another second place is not", () => {
  const read = readCase({
    CFDocument: document,
    CFItems: [item("a", "1"), item("b", "2"), item("c", "3")],
    CFAssociations: [
      under("a", "doc", 1),
      under("b", "a", 1),
      under("a", "b", 1),
      under("c", "a", 2),
      under("c", "b", 2),
    ],
  });
  expect(read?.notes).toEqual([
    { code: "wouldLieInCircle", terms: { code: "1", other: "2", under: "" } },
    { code: "severalParents", terms: { code: "3", other: "2", under: "1" } },
  ]);
  expect(read?.standards.map(({ code, parentGuid }) => [code, parentGuid])).toEqual([
    ["1", null],
    ["2", "a"],
    ["3", "a"],
  ]);
});

test("a whole framework as other programs write it: every standard, in its place", () => {
  const read = readCase(wholeFile)!;
  expect([read.guid, read.title, read.standards.length]).toEqual([expected.document, expected.title, expected.items]);
  expect(Object.fromEntries(read.standards.map(({ code, guid }) => [code, guid]))).toEqual(expected.paths);
  expect(read.standards.filter(({ parentGuid }) => parentGuid === null).map(({ code }) => code)).toEqual(
    expected.roots,
  );
  const codes = new Map(read.standards.map(({ guid, code }) => [guid, code]));
  for (const { code, parentGuid } of read.standards)
    expect(codes.get(parentGuid ?? "") ?? "").toBe(code.split(".").slice(0, -1).join(".").replace(/^GEO$/, ""));
});
