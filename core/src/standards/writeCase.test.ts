import fc from "fast-check";
import { expect, test } from "vitest";
import wholeFile from "../../vectors/case-geography.json" with { type: "json" };
import { readCase } from "./caseFile.ts";
import { wordingIn, writeCase, type WrittenFramework, type WrittenStandard } from "./writeCase.ts";

const at = "2031-09-01T08:00:00Z";
const identifierOf = (words: string) => `made of ${words}`;
const byIdentifier = (list: unknown) =>
  [...(list as { identifier: string }[])].sort((a, b) => (a.identifier < b.identifier ? -1 : 1));
const asWritten = (file: unknown): WrittenFramework => {
  const read = readCase(file);
  if (!read) throw new Error("no framework");
  const { CFItems: _, ...raw } = file as Record<string, unknown>;
  const standards = read.standards.map((one) => ({ ...one, studentWording: wordingIn(one.raw) }));
  return { ...read, creator: "us", raw, standards, links: [] };
};

test("a file that came in goes out with every identifier, address and field that it had", () => {
  const out = writeCase(asWritten(wholeFile), at, identifierOf);
  expect(out["CFDocument"]).toEqual(wholeFile.CFDocument);
  expect(byIdentifier(out["CFItems"])).toEqual(byIdentifier(wholeFile.CFItems));
  expect(byIdentifier(out["CFAssociations"])).toEqual(byIdentifier(wholeFile.CFAssociations));
  expect(out["CFDefinitions"]).toEqual(wholeFile.CFDefinitions);
});

test("what was changed here is in it with the time of writing; the rest keeps its own", () => {
  const framework = asWritten(wholeFile);
  const standards = framework.standards.map((one, i) =>
    i === 3 ? { ...one, statement: "Said anew.", studentWording: "I can say it." } : one,
  );
  const out = writeCase({ ...framework, standards }, at, identifierOf);
  const changed = (out["CFItems"] as { lastChangeDateTime: string }[]).filter((one) => one.lastChangeDateTime === at);
  expect(changed).toMatchObject([{ fullStatement: "Said anew.", extensions: { studentWording: "I can say it." } }]);
  expect(readCase(out)?.standards[3]?.statement).toBe("Said anew.");
});

test("students' words that were taken out here are not in it any more; what else stood beside them is", () => {
  const standard = { guid: "a", code: "1", statement: "S", studentWording: null, parentGuid: null };
  const raw = {
    identifier: "a",
    humanCodingScheme: "1",
    fullStatement: "S",
    extensions: { studentWording: "old", other: 1 },
  };
  const base = { guid: "d", title: "T", creator: "us", raw: null, links: [] };
  const [item] = writeCase({ ...base, standards: [{ ...standard, raw }] }, at, identifierOf)["CFItems"] as object[];
  expect(item).toMatchObject({ extensions: { other: 1 }, lastChangeDateTime: at });
  expect(wordingIn(item)).toBeNull();
});

test("what equals, overlaps or has replaced another is said once, whichever way round a file had it", () => {
  const [a, b, c] = ["a", "b", "c"].map((code) => ({ guid: code, code }));
  if (!a || !b || !c) throw new Error("three");
  const standards = [a, b].map((one): WrittenStandard => ({
    ...one,
    statement: one.code,
    studentWording: null,
    parentGuid: null,
    raw: null,
  }));
  const links = [
    { from: a, to: b, kind: "equals" as const },
    { from: c, to: a, kind: "replaced" as const },
  ];
  const base = { guid: "d", title: "T", creator: "us", raw: null, standards, links };
  const out = writeCase(base, at, identifierOf);
  const kinds = (file: typeof out) =>
    (file["CFAssociations"] as { associationType: string }[]).map((one) => one.associationType).sort();
  expect(kinds(out)).toEqual(["exactMatchOf", "isChildOf", "isChildOf", "replacedBy"]);
  expect(readCase(out)).toMatchObject({ replacements: [["c", "a"]], links: [{ from: "a", to: "b", kind: "equals" }] });
  const turned = [{ from: b, to: a, kind: "equals" as const }];
  expect(kinds(writeCase({ ...base, raw: out, links: turned }, at, identifierOf))).toEqual(kinds(out));
});

test("any tree that is written is read again: codes, words, parents and order", () => {
  const word = fc
    .string({ minLength: 1, maxLength: 12 })
    .filter((text) => text.trim() !== "")
    .map((text) => text.trim());
  fc.assert(
    fc.property(fc.array(fc.tuple(word, word, fc.nat(), fc.option(word)), { minLength: 1, maxLength: 25 }), (rows) => {
      const standards = rows.map(([code, statement, up, studentWording], i): WrittenStandard => ({
        ...{ guid: `g${i}`, code, statement, studentWording, raw: null },
        parentGuid: i === 0 || up % (i + 1) === 0 ? null : `g${(up % (i + 1)) - 1}`,
      }));
      const read = readCase(
        writeCase({ guid: "d", title: "T", creator: "us", raw: null, standards, links: [] }, at, identifierOf),
      );
      const plain = (list: readonly { guid: string; code: string; statement: string; parentGuid: string | null }[]) =>
        list
          .map(({ guid, code, statement, parentGuid }) => ({ guid, code, statement, parentGuid }))
          .sort((a, b) => (a.guid < b.guid ? -1 : 1));
      expect(plain(read?.standards ?? [])).toEqual(plain(standards));
      expect(read?.standards.map((one) => wordingIn(one.raw))).toEqual(
        read?.standards.map((one) => standards.find((other) => other.guid === one.guid)?.studentWording ?? null),
      );
      const siblings = (list: readonly { guid: string; parentGuid: string | null }[], parent: string | null) =>
        list.filter((one) => one.parentGuid === parent).map((one) => one.guid);
      for (const parent of [null, ...standards.map((one) => one.guid)])
        expect(siblings(read?.standards ?? [], parent)).toEqual(siblings(standards, parent));
    }),
  );
});
