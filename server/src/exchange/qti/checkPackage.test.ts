/** The checker of packages: each fault planted and found at its place; sound packages of any maker and version pass. */
import { mkdtemp, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { describe, expect, test } from "vitest";
import { inLines, main } from "../../checkPackage.ts";
import { archiveOf, fixture, zipped } from "../testing/archives.ts";
import { checkPackage, packageFaults } from "./checkPackage.ts";

type Files = Record<string, string>;
const v3 = 'xmlns="http://www.imsglobal.org/xsd/imsqtiasi_v3p0"';
const item = (body: string, more = "") => `<qti-assessment-item ${v3} identifier="one" title="One">
<qti-response-declaration identifier="RESPONSE" cardinality="single" base-type="identifier">
<qti-correct-response><qti-value>a</qti-value></qti-correct-response></qti-response-declaration>
<qti-outcome-declaration identifier="SCORE" cardinality="single" base-type="float"/>
${more}<qti-item-body>${body}</qti-item-body>
<qti-response-processing template="https://purl.imsglobal.org/spec/qti/v3p0/rptemplates/match_correct.xml"/>
</qti-assessment-item>`;
const choice = (a = "a", b = "b") =>
  `<qti-choice-interaction response-identifier="RESPONSE" max-choices="1"><qti-simple-choice identifier="${a}">A</qti-simple-choice>
<qti-simple-choice identifier="${b}">B</qti-simple-choice></qti-choice-interaction>`;
const resource = (id: string, href: string, inside = `<file href="${href}"/>`) =>
  `<resource identifier="${id}" type="imsqti_item_xmlv3p0" href="${href}">${inside}</resource>`;
const manifest = (...resources: string[]) =>
  `<manifest xmlns="http://www.imsglobal.org/xsd/qti/qtiv3p0/imscp_v1p1" identifier="m"><resources>${resources.join("")}</resources></manifest>`;
const sound: Files = { "imsmanifest.xml": manifest(resource("r", "items/one.xml")), "items/one.xml": item(choice()) };
const check = async (files: Files) => checkPackage(await archiveOf(await zipped(files)));
const withItem = (xml: string): Files => ({ ...sound, "items/one.xml": xml });

describe("a sound package", () => {
  test("of ours, of somebody else in 3.0 and in 2.2, has no faults", async () => {
    expect(await check(sound)).toEqual({ items: 1, tests: 0, stimuli: 0, faults: [] });
    for (const name of ["qti30-geography.zip", "qti22-geography.zip"]) {
      const { items, faults } = await checkPackage(await archiveOf(fixture(name)));
      expect([name, faults]).toEqual([name, []]);
      expect(items).toBeGreaterThan(5);
    }
  });
});

const planted: readonly (readonly [(typeof packageFaults)[number], string, Files])[] = [
  ["manifestMissing", "", { "items/one.xml": item(choice()) }],
  ["xmlUnreadable", "xmlBroken in line 1", { ...sound, "imsmanifest.xml": "<manifest" }],
  ["xmlUnreadable", "xmlEntities in line 1", withItem('<!DOCTYPE a [<!ENTITY b "c">]><a/>')],
  [
    "resourceTwice",
    "r",
    { ...sound, "imsmanifest.xml": manifest(resource("r", "items/one.xml"), resource("r", "items/one.xml")) },
  ],
  [
    "fileMissing",
    "items/two.xml",
    { ...sound, "imsmanifest.xml": manifest(resource("r", "items/one.xml"), resource("s", "items/two.xml")) },
  ],
  ["fileMissing", "items/map.png", withItem(item(`<img src="map.png" alt="A map"/>${choice()}`))],
  ["leadsOutside", "../../etc/passwd", withItem(item(`<img src="../../etc/passwd" alt=""/>${choice()}`))],
  [
    "dependencyUnknown",
    "x",
    {
      ...sound,
      "imsmanifest.xml": manifest(
        resource("r", "items/one.xml", '<file href="items/one.xml"/><dependency identifierref="x"/>'),
      ),
    },
  ],
  ["notInManifest", "notes.txt", { ...sound, "notes.txt": "hello" }],
  ["declarationMissing", "OTHER", withItem(item(choice().replace("RESPONSE", "OTHER")))],
  ["optionTwice", "a", withItem(item(choice("a", "a")))],
  ["keyNoOption", "a", withItem(item(choice("c", "d")))],
  [
    "outcomeUndeclared",
    "FEEDBACK",
    withItem(item(`${choice()}<qti-feedback-inline outcome-identifier="FEEDBACK" identifier="a"/>`)),
  ],
  ["templateNeedsResponse", "match_correct", withItem(item("<p>Read.</p>").replaceAll('"RESPONSE"', '"ANSWER"'))],
  ["mappingMissing", "map_response", withItem(item(choice()).replace("match_correct", "map_response"))],
  [
    "pointsDiffer",
    "3",
    withItem(
      item(
        choice(),
        '<qti-outcome-declaration identifier="MAXSCORE" cardinality="single" base-type="float"><qti-default-value><qti-value>3</qti-value></qti-default-value></qti-outcome-declaration>',
      ),
    ),
  ],
];

describe("a fault", () => {
  test.each(planted)("%s (%s) is found, and nothing else", async (code, what, files) => {
    const { faults } = await check(files);
    expect(faults.map((one) => [one.code, one.what])).toContainEqual([code, what]);
    expect(new Set(faults.map((one) => one.code))).toEqual(new Set([code]));
  });

  test("of each kind is planted", () => {
    expect([...new Set(planted.map(([code]) => code))].sort()).toEqual([...packageFaults].sort());
  });

  test("has its line; what lies elsewhere in the web is none", async () => {
    const { faults } = await check(withItem(item(choice("c", "d"))));
    expect(faults[0]).toMatchObject({ file: "items/one.xml", line: 2 });
    const away = item(`<img src="https://example.org/map.png" alt="A map"/>${choice()}`);
    expect((await check(withItem(away))).faults).toEqual([]);
  });
});

describe("the command", () => {
  test("says each fault in a line, and by its exit whether there were any", async () => {
    const folder = await mkdtemp(join(tmpdir(), "check-"));
    const said: string[] = [];
    const say = (line: string) => said.push(line);
    try {
      const [good, bad, none] = ["good.zip", "bad.zip", "none.zip"].map((name) => join(folder, name)) as [
        string,
        string,
        string,
      ];
      await writeFile(good, await zipped(sound));
      await writeFile(bad, await zipped({ ...sound, "notes.txt": "hello" }));
      await writeFile(none, "no zip");
      expect(await main([good], say)).toBe(0);
      expect(await main([good, bad, none], say)).toBe(1);
      expect(await main([], say)).toBe(2);
    } finally {
      await rm(folder, { recursive: true });
    }
    const text = said.join("\n");
    expect(text).toContain("good.zip: no faults (1 item, 0 tests, 0 texts)");
    expect(text).toContain("imsmanifest.xml: notes.txt is in the package, and not in its manifest");
    expect(text).toMatch(/none\.zip: not read: archiveBroken/);
    expect(
      inLines("x", {
        items: 1,
        tests: 0,
        stimuli: 0,
        faults: [{ file: "a.xml", line: 3, code: "optionTwice", what: "b" }],
      })[1],
    ).toBe("  a.xml:3: the option b is there twice");
  });
});
