/** Archives and files that are broken, or made to do harm: each says what is wrong, and nothing of it stays. */
import { createHash } from "node:crypto";
import { deflateRawSync } from "node:zlib";
import { beforeAll, describe, expect, test } from "vitest";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { showReport } from "./keptParts.ts";
import { archiveOf, fixture, zipped } from "./testing/archives.ts";
import { bring, exported } from "./testing/departmentFiles.ts";
import { readXml } from "./qti/xml.ts";
import { pathOf } from "./zip.ts";

const bench = useWorkbench();
let lead: typeof bench.lead;
beforeAll(async () => {
  lead = (await otherDepartment(bench)).lead;
});

const item = (identifier: string, body: string, more = "") => `<?xml version="1.0"?>
<qti-assessment-item xmlns="http://www.imsglobal.org/xsd/imsqtiasi_v3p0" identifier="${identifier}" title="A question" time-dependent="false">
<qti-response-declaration identifier="RESPONSE" cardinality="single" base-type="identifier"><qti-correct-response><qti-value>a</qti-value></qti-correct-response></qti-response-declaration>
<qti-outcome-declaration identifier="SCORE" cardinality="single" base-type="float"/>${more}
<qti-item-body>${body}</qti-item-body>
<qti-response-processing template="https://purl.imsglobal.org/spec/qti/v3p0/rptemplates/match_correct.xml"/>
</qti-assessment-item>`;
const choice = (words = "Which?") =>
  `<qti-choice-interaction response-identifier="RESPONSE" max-choices="1"><qti-prompt>${words}</qti-prompt><qti-simple-choice identifier="a">One</qti-simple-choice><qti-simple-choice identifier="b">Two</qti-simple-choice></qti-choice-interaction>`;
const manifest = (hrefs: readonly string[], more = "") => `<?xml version="1.0"?>
<manifest xmlns="http://www.imsglobal.org/xsd/qti/qtiv3p0/imscp_v1p1" identifier="M"><resources>${hrefs
  .map(
    (href, i) =>
      `<resource identifier="r${i}" type="imsqti_item_xmlv3p0" href="${href}"><file href="${href}"/></resource>`,
  )
  .join("")}${more}</resources></manifest>`;

const rowsOf = async (id: string) => (await showReport(lead, { params: { transferId: id } })).rows;

describe("as a whole", () => {
  const nothing = async () => {
    const file = await exported(bench, lead);
    return [file.items.length, file.stimuli.length, file.media.length, file.topics.length];
  };

  test.each([
    ["no manifest", async () => zipped({ "a.xml": "<a/>" }), "manifestMissing"],
    ["a manifest that is broken", async () => zipped({ "imsmanifest.xml": "<manifest><resources>" }), "manifestBroken"],
    [
      "a manifest with entities of its own",
      async () => zipped({ "imsmanifest.xml": '<!DOCTYPE m [<!ENTITY x SYSTEM "file:///etc/passwd">]><m>&x;</m>' }),
      "manifestBroken",
    ],
    ["no items", async () => zipped({ "imsmanifest.xml": manifest([]) }), "packageEmpty"],
    ["a name that leads out", () => Promise.resolve(rawZip([{ name: "../../etc/x", data: "x" }])), "archiveBroken"],
    [
      "a name twice, but for capitals",
      () =>
        Promise.resolve(
          rawZip([
            { name: "A.xml", data: "x" },
            { name: "a.XML", data: "y" },
          ]),
        ),
      "archiveNameTwice",
    ],
    ["a link", () => Promise.resolve(rawZip([{ name: "l", data: "/etc/passwd", mode: 0o120777 }])), "archiveUnsafe"],
    [
      "a size that lies",
      async () => liar(await zipped({ "imsmanifest.xml": manifest(["i.xml"]), "i.xml": item("i", choice()) })),
      "archiveBroken",
    ],
    [
      "a bomb",
      () =>
        Promise.resolve(
          rawZip([
            { name: "imsmanifest.xml", data: manifest(["i.xml"]) },
            { name: "i.xml", data: Buffer.alloc(15_000_000, 32) },
          ]),
        ),
      "archiveBomb",
    ],
    [
      "cut in half",
      async () => {
        const whole = await zipped({ "imsmanifest.xml": manifest(["i.xml"]) });
        return whole.subarray(0, whole.length / 2);
      },
      "archiveBroken",
    ],
  ])("%s", async (_name, make, code) => {
    const done = await bring(bench, lead, await make());
    expect([done.state, done.problem?.code]).toEqual(["failed", code]);
    expect(await nothing()).toEqual([0, 0, 0, 0]);
  });
});

describe("in parts: the rest comes in", () => {
  test("each fault is said of its part, and of no other", async () => {
    const deep = `${"<div>".repeat(400)}x${"</div>".repeat(400)}`;
    const parts: Record<string, string | Uint8Array> = {
      "good.xml": item("good", choice("Good?")),
      "broken.xml": "<qti-assessment-item><p>",
      "entities.xml": `<!DOCTYPE q [<!ENTITY a "aaaa">]>${item("entities", choice("&a;")).replace('<?xml version="1.0"?>', "")}`,
      "deep.xml": item("deep", deep),
      "encoding.xml": Buffer.concat([Buffer.from("<a>"), Buffer.from([0xff, 0xfe, 0xfa]), Buffer.from("</a>")]),
      "other.xml": "<html><body/></html>",
      "empty.xml": item("empty", "<p>Nothing to answer.</p>"),
      "adaptive.xml": item("adaptive", choice()).replace("time-dependent", 'adaptive="true" time-dependent'),
      "twice.xml": item("good", choice("Again?")),
      "stimulus.xml": item("stimulus", choice(), '<qti-assessment-stimulus-ref identifier="s" href="nowhere.xml"/>'),
      "rules.xml": item("rules", choice()).replace(
        /<qti-response-processing.*\/>/,
        '<qti-response-processing><qti-set-outcome-value identifier="SCORE"><qti-random-float min="0" max="1"/></qti-set-outcome-value></qti-response-processing>',
      ),
    };
    const hrefs = [...Object.keys(parts), "gone.xml", "../out.xml", "http://elsewhere.example/x.xml"];
    const done = await bring(bench, lead, await zipped({ "imsmanifest.xml": manifest(hrefs), ...parts }));
    expect(done.state).toBe("done");
    const rows = await rowsOf(done.id);
    expect(rows).toHaveLength(hrefs.length);
    const said = Object.fromEntries(rows.map((row) => [row.file, [row.outcome, row.notes[0]?.code]]));
    expect(said).toMatchObject({
      "broken.xml": ["refused", "xmlBroken"],
      "entities.xml": ["refused", "xmlEntities"],
      "deep.xml": ["refused", "xmlBounds"],
      "encoding.xml": ["refused", "xmlEncoding"],
      "other.xml": ["refused", "notAnItem"],
      "empty.xml": ["kept", "interactionMissing"],
      "adaptive.xml": ["kept", "adaptive"],
      "twice.xml": ["refused", "identifierTwice"],
      "stimulus.xml": ["kept", "fileMissing"],
      "rules.xml": ["kept", "rulesUnknown"],
      "gone.xml": ["refused", "fileMissing"],
      "../out.xml": ["refused", "fileMissing"],
      "http://elsewhere.example/x.xml": ["refused", "fileMissing"],
    });
    expect((await exported(bench, lead)).items.map((one) => one.key)).toEqual(["M/good"]);
  });

  test("what would act in a page is left out and named; its words stay", async () => {
    const nasty =
      '<p onclick="x()">Read <script>alert(1)</script>this <a href="javascript:alert(1)">link</a> and <iframe src="http://x.example"/><img src="http://x.example/t.png" alt="far"/></p>';
    const files = { "imsmanifest.xml": manifest(["n.xml"]), "n.xml": item("nasty", nasty + choice()) };
    const done = await bring(bench, lead, await zipped(files));
    const [row] = await rowsOf(done.id);
    expect(row?.notes.map((note) => note.code)).toEqual(expect.arrayContaining(["activeLeftOut", "pictureLeftOut"]));
    const stem = JSON.stringify((await exported(bench, lead)).items.find((one) => one.key === "M/nasty")?.content.stem);
    expect(stem).toContain("Read ");
    expect(stem).not.toMatch(/alert|javascript|onclick|http/);
  });

  test("a picture with a program in it is made safe, and one that is none is left out", async () => {
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><script>x()</script><rect width="9" height="9" onload="x()"/></svg>';
    const body = `<p><img src="a.svg" alt="a"/></p><p><img src="b.png" alt="b"/></p>${choice("Pictures?")}`;
    const files = {
      "imsmanifest.xml": manifest(["p.xml"]),
      "p.xml": item("pictures", body),
      "a.svg": svg,
      "b.png": "no picture",
    };
    const done = await bring(bench, lead, await zipped(files));
    expect((await rowsOf(done.id))[0]?.notes.map((note) => note.code)).toContain("pictureLeftOut");
    const { media } = await exported(bench, lead);
    expect(media).toHaveLength(1);
    expect(Buffer.from(media[0]!.base64, "base64").toString()).not.toMatch(/script|onload/);
  });
});

test("what says that it is a picture of ours, and is none, is not taken for one", async () => {
  const { lead: other } = await otherDepartment(bench);
  const html = Buffer.from("<html><script>x()</script></html>");
  const hash = createHash("sha256").update(html).digest("hex");
  const media = [{ hash, mime: "image/png", width: 9, height: 9, name: "", description: "", credit: "" }];
  const structure = { format: "verdant-loop-department", formatVersion: 1, topics: [], misconceptions: [], media };
  const body = `<p><img src="media/${hash}.png" alt="x"/></p>${choice("Forged?")}`;
  const files = { "imsmanifest.xml": manifest(["f.xml"]), "f.xml": item("forged", body), [`media/${hash}.png`]: html };
  const done = await bring(bench, other, await zipped({ ...files, "department.json": JSON.stringify(structure) }));
  expect(
    (await showReport(other, { params: { transferId: done.id } })).rows[0]?.notes.map((note) => note.code),
  ).toContain("pictureLeftOut");
  const file = await exported(bench, other);
  expect(file.media).toEqual([]);
  const forged = { ...media[0]!, base64: html.toString("base64") };
  expect(await bring(bench, other, { ...file, media: [forged] })).toMatchObject({
    state: "failed",
    problem: { code: "filePictureDamaged" },
  });
});

test("an older file with names of its own prefix and in another encoding is read like any other", async () => {
  const text = `<?xml version="1.0" encoding="ISO-8859-1"?><q:assessmentItem xmlns:q="http://www.imsglobal.org/xsd/imsqti_v2p1" identifier="old" title="Mündung" adaptive="false" timeDependent="false"><q:responseDeclaration identifier="RESPONSE" cardinality="single" baseType="string"><q:correctResponse><q:value>Mündung</q:value></q:correctResponse><q:mapping defaultValue="0"><q:mapEntry mapKey="Mündung" mappedValue="1"/></q:mapping></q:responseDeclaration><q:outcomeDeclaration identifier="SCORE" cardinality="single" baseType="float"/><q:itemBody><q:p>The end of a river is its <q:textEntryInteraction responseIdentifier="RESPONSE"/> in German.</q:p></q:itemBody><q:responseProcessing template="http://www.imsglobal.org/question/qti_v2p1/rptemplates/map_response"/></q:assessmentItem>`;
  const files = {
    "imsmanifest.xml": manifest(["old.xml"]).replace("imsqti_item_xmlv3p0", "imsqti_item_xmlv2p1"),
    "old.xml": Buffer.from(text, "latin1"),
  };
  const done = await bring(bench, lead, await zipped(files));
  expect(done.imported?.created.items).toBe(1);
  const read = (await exported(bench, lead)).items.find((one) => one.key === "M/old");
  expect(read).toMatchObject({
    label: "Mündung",
    content: { kind: "shortText", stem: "The end of a river is its ____ in German.", accepted: [{ text: "Mündung" }] },
  });
});

test("addresses stay in the archive, and are read as addresses", () => {
  expect(pathOf("items/a.xml", "../media/a%20b.png#x")).toBe("media/a b.png");
  for (const href of ["../../x", "/x", "http://x/y", "a\\b", "%00", "%ZZ", "", "javascript:x"])
    expect([href, pathOf("items/a.xml", href)]).toEqual([href, null]);
});

test("reading a file deep as can be, or with very many elements, takes no time to refuse", () => {
  expect(() => readXml(Buffer.from("<a>".repeat(100_000)))).toThrow("xmlBounds");
  expect(() => readXml(Buffer.from(`<a>${"<b/>".repeat(200_001)}</a>`))).toThrow("xmlBounds");
});

test("the fixture is an archive that opens", async () => {
  expect((await archiveOf(fixture("qti30-geography.zip"))).paths.has("imsmanifest.xml")).toBe(true);
});

interface Raw {
  readonly name: string;
  readonly data: string | Buffer;
  readonly mode?: number;
}

/** An archive as somebody would write it who means harm: names and modes as they are given. */
function rawZip(entries: readonly Raw[]): Buffer {
  const [locals, heads]: [Buffer[], Buffer[]] = [[], []];
  let at = 0;
  for (const { name, data, mode = 0o100644 } of entries) {
    const [bytes, title] = [Buffer.from(data), Buffer.from(name)];
    const packed = deflateRawSync(bytes);
    const sizes = (view: Buffer, from: number) => {
      view.writeUInt32LE(packed.length, from);
      view.writeUInt32LE(bytes.length, from + 4);
      view.writeUInt16LE(title.length, from + 8);
    };
    const local = Buffer.alloc(30);
    local.writeUInt32LE(0x04034b50, 0);
    local.writeUInt16LE(20, 4);
    local.writeUInt16LE(8, 8);
    sizes(local, 18);
    const head = Buffer.alloc(46);
    head.writeUInt32LE(0x02014b50, 0);
    head.writeUInt16LE((3 << 8) | 20, 4);
    head.writeUInt16LE(20, 6);
    head.writeUInt16LE(8, 10);
    sizes(head, 20);
    head.writeUInt32LE((mode << 16) >>> 0, 38);
    head.writeUInt32LE(at, 42);
    locals.push(local, title, packed);
    heads.push(head, title);
    at += 30 + title.length + packed.length;
  }
  const directory = Buffer.concat(heads);
  const end = Buffer.alloc(22);
  end.writeUInt32LE(0x06054b50, 0);
  end.writeUInt16LE(entries.length, 8);
  end.writeUInt16LE(entries.length, 10);
  end.writeUInt32LE(directory.length, 12);
  end.writeUInt32LE(at, 16);
  return Buffer.concat([...locals, directory, end]);
}

/** The sizes in the directory are made smaller than they are. */
function liar(archive: Buffer): Buffer {
  const copy = Buffer.from(archive);
  for (
    let at = copy.indexOf(Buffer.from("PK\u0001\u0002", "latin1"));
    at >= 0;
    at = copy.indexOf(Buffer.from("PK\u0001\u0002", "latin1"), at + 4)
  )
    copy.writeUInt32LE(50, at + 24);
  return copy;
}
