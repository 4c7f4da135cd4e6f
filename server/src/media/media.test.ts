import sharp from "sharp";
import { describe, expect, test } from "vitest";
import { kinds } from "@verdant/core/items/kinds";
import { richTextOf, type RichText } from "@verdant/core/richText";
import { newId } from "../platform/id.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { describeMedia, findMedia, keepMedia, listMedia, rangeOf, readMedia, removeMedia } from "./service.ts";
import { reencodeTask } from "./reencodeTask.ts";
import { assumed, saveItem } from "../bank/service.ts";

const bench = useWorkbench();
const svg = (inside: string, attributes = "") =>
  Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="40" height="30" ${attributes}>${inside}</svg>`);
const cleaned = async (bytes: Buffer) => {
  const made = await reencodeTask({ bytes });
  return made.ok ? Buffer.from(made.bytes).toString("utf8") : `refused: ${made.reason}`;
};

describe("what is uploaded", () => {
  test.each([
    ["a script", svg("<script>alert(1)</script><rect width='4' height='4'/>"), "script"],
    ["an event handler", svg("<rect width='4' height='4' onload='alert(1)'/>"), "onload"],
    [
      "foreign content",
      svg("<foreignObject><body xmlns='http://www.w3.org/1999/xhtml'>x</body></foreignObject>"),
      "foreignObject",
    ],
    ["an outside reference", svg("<use href='https://evil.example/x.svg#a'/>"), "evil"],
    ["a picture from outside", svg("<image href='https://evil.example/x.png'/>"), "evil"],
    ["a script address", svg("<rect width='4' height='4' fill='javascript:alert(1)'/>"), "javascript"],
    ["an outside paint", svg("<rect width='4' height='4' fill='url(https://evil.example/x)'/>"), "evil"],
    ["a style sheet", svg("<style>@import url(https://evil.example)</style>"), "evil"],
  ])("%s does not survive in an SVG", async (_, bytes, word) => {
    const text = await cleaned(bytes);
    expect(text).toContain("<svg");
    expect(text).not.toContain(word);
  });

  test("what is left of an SVG stays the same when it is cleaned again", async () => {
    const once = await cleaned(svg("<g><path d='M0 0L4 4' stroke='#123'/><text x='1' y='9'>a &amp; b</text></g>"));
    expect(await cleaned(Buffer.from(once))).toBe(once);
  });

  test.each([
    ["an SVG with entities", Buffer.from('<!DOCTYPE svg [<!ENTITY a "b">]><svg width="4" height="4"></svg>')],
    ["an SVG without a size", Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"></svg>')],
    ["a page called a picture", Buffer.from("<html><script>alert(1)</script></html>")],
    ["a damaged PNG", Buffer.from("89504e470d0a1a0a00000000", "hex")],
    ["nothing", Buffer.from("")],
  ])("%s is refused", async (_, bytes) => {
    await expect(keepMedia(bench.lead, bytes)).rejects.toMatchObject({ kind: "invalid" });
  });

  test("too large is said; a photograph loses its size beyond need and what the camera added", async () => {
    await expect(keepMedia(bench.lead, Buffer.alloc(6 * 1024 * 1024))).rejects.toMatchObject({ kind: "tooLarge" });
    const photo = await sharp({ create: { width: 3000, height: 1500, channels: 3, background: "#456" } })
      .jpeg()
      .withExif({ IFD0: { Artist: "SECRET" } })
      .toBuffer();
    const kept = await keepMedia(bench.lead, photo);
    expect(kept).toMatchObject({ mime: "image/jpeg", width: 1600, height: 800 });
    const bytes = await readMedia(bench.lead, kept.hash, undefined);
    expect(bytes.includes("SECRET")).toBe(false);
  });
});

describe("who may see a picture", () => {
  test("members of the department, and students in one of whose sittings it is shown", async () => {
    const kept = await keepMedia(bench.lead, svg("<rect width='4' height='4'/>"));
    const other = await otherDepartment(bench);
    await expect(findMedia(other.lead, kept.hash)).rejects.toMatchObject({ kind: "missing" });
    await expect(findMedia(bench.students[0]!.scope, kept.hash)).rejects.toMatchObject({ kind: "missing" });
    expect(await findMedia(bench.teacher, kept.hash)).toMatchObject({ mime: "image/svg+xml" });
  });

  test("an item cannot show a picture that the department does not have; MathML is made here, whatever is sent", async () => {
    const image = { type: "image" as const, hash: "0".repeat(64), alt: "x", credit: "", width: 4, height: 4 };
    const stem: RichText = {
      type: "richText",
      content: [
        {
          type: "paragraph",
          content: [{ type: "maths", latex: "\\frac{1}{2}", mathml: "<math><script>x</script></math>" }],
        },
      ],
    };
    const tagging = {
      label: null,
      topicId: null,
      stimulusId: null,
      standardIds: [],
      demand: "recall" as const,
      use: "practice" as const,
      expectedSeconds: 45,
      writerDifficulty: 3,
      keptFindings: [],
      tags: [],
      points: 1,
    };
    const save = (text: RichText) =>
      saveItem(bench.lead, {
        params: { itemId: newId() },
        body: { version: 0, tagging, content: { ...kinds.shortText.blank(newId), stem: text } },
      });
    await expect(save({ ...richTextOf("x"), content: [image] })).rejects.toMatchObject({ kind: "invalid" });
    const saved = JSON.stringify((await save(stem)).content.stem);
    expect(saved).toContain("mfrac");
    expect(saved).not.toContain("script");
  });
});

describe("a recording", () => {
  const song = Buffer.concat([Buffer.from("ID3"), Buffer.from("SECRET tag, then sound ".repeat(50))]);

  test("is known by its bytes, whatever it is called, and kept as it came", async () => {
    const kept = await keepMedia(bench.lead, song, "waves.exe");
    expect(kept).toMatchObject({ kind: "audio", mime: "audio/mpeg", width: null, name: "waves.exe" });
    expect(await readMedia(bench.lead, kept.hash, undefined)).toEqual(song);
    const film = Buffer.from("\0\0\0\u0018ftypmp42 and a film", "latin1");
    expect(await keepMedia(bench.lead, film)).toMatchObject({ kind: "video", mime: "video/mp4" });
    const large = Buffer.concat([song, Buffer.alloc(26 * 1024 * 1024)]);
    await expect(keepMedia(bench.lead, large)).rejects.toMatchObject({ kind: "tooLarge" });
  });

  test("is read in parts, each the bytes that were asked for", async () => {
    const { hash } = await keepMedia(bench.lead, song);
    const size = song.length;
    expect(rangeOf(undefined, size)).toBeUndefined();
    expect(rangeOf("bytes=0-1,4-5", size)).toBeUndefined();
    expect(rangeOf(`bytes=${size}-`, size)).toBe("unsatisfiable");
    expect(rangeOf("bytes=5-2", size)).toBeUndefined();
    for (const [asked, from, to] of [
      ["bytes=0-0", 0, 0],
      ["bytes=10-19", 10, 19],
      [`bytes=${size - 4}-`, size - 4, size - 1],
      ["bytes=-7", size - 7, size - 1],
      [`bytes=3-${size + 100}`, 3, size - 1],
    ] as const) {
      const range = rangeOf(asked, size);
      expect(range).toEqual({ from, to });
      if (typeof range === "object")
        expect(await readMedia(bench.lead, hash, range)).toEqual(song.subarray(from, to + 1));
    }
  });

  test("needs its words before an item with it can be used", async () => {
    const { hash } = await keepMedia(bench.lead, song);
    const { topicId } = await bench.db.selectFrom("unitTopic").select("topicId").executeTakeFirstOrThrow();
    const itemId = newId();
    const save = async (version: number, transcript: string) => {
      const heard = { type: "audio" as const, hash, title: "Waves", transcript, credit: "us" };
      const stem: RichText = { type: "richText", content: [heard, ...richTextOf("What do you hear?").content] };
      const accepted = [{ id: "a", text: "waves" }];
      const content = { ...kinds.shortText.blank(newId), stem, accepted };
      const tagging = { ...assumed, topicId, standardIds: [] };
      return saveItem(bench.lead, { params: { itemId }, body: { version, tagging, content } });
    };
    expect(await save(0, " ")).toMatchObject({
      status: "draft",
      faults: [{ code: "recordingUnwritten" }],
    });
    expect((await save(1, "Waves break on a beach.")).status).toBe("approved");
    const shelf = await listMedia(bench.lead, { query: { kind: "audio", limit: 60 } });
    expect(shelf.media.find((one) => one.hash === hash)?.usedIn).toMatchObject([{ kind: "item", id: itemId }]);
    await expect(removeMedia(bench.lead, { params: { hash } })).rejects.toMatchObject({ kind: "conflict" });
  });
});

test("the shelf is searched by what is said of a piece, and what nothing shows can go", async () => {
  const { hash } = await keepMedia(bench.lead, svg("<circle r='3'/>"), "groynes 2019.svg");
  const find = async (query: { text?: string; lacks?: "credit" | "use" }) =>
    (await listMedia(bench.lead, { query: { ...query, limit: 200 } })).media.map((one) => one.hash);
  expect(await find({ text: "GROYNES 20" })).toEqual([hash]);
  expect(await find({ text: "100%" })).toEqual([]);
  expect(await find({ lacks: "credit" })).toContain(hash);
  await describeMedia(bench.lead, {
    params: { hash },
    body: { name: "Groynes", description: "A beach", credit: "Ines, CC BY 4.0" },
  });
  expect(await find({ lacks: "credit" })).not.toContain(hash);
  expect(await find({ text: "ines beach", lacks: "use" })).toEqual([hash]);
  await removeMedia(bench.lead, { params: { hash } });
  expect(await find({ text: "groynes" })).toEqual([]);
  const other = await otherDepartment(bench);
  expect((await listMedia(other.lead, { query: { limit: 60 } })).total).toBe(0);
});
