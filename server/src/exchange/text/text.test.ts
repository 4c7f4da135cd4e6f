/** Questions as text and as a word-processor file: what is in them is read again, what is not is named. */
import { readPastedItems } from "@verdant/core/bank/pastedItems";
import { headline } from "@verdant/core/richText";
import { expect, test } from "vitest";
import { useWorkbench } from "../../platform/testing/workbench.ts";
import { bring, packed, saved } from "../testing/departmentFiles.ts";
import { open } from "../testing/archiveFiles.ts";

const bench = useWorkbench();
let n = 0;
const read = (text: string) => readPastedItems(text, () => `id${n++}`);
const stems = async () => {
  const rows = await bench.db
    .selectFrom("item")
    .innerJoin("itemRevision", "itemRevision.id", "item.latestRevisionId")
    .select(["item.status", "itemRevision.content"])
    .where("item.departmentId", "=", bench.departmentId)
    .execute();
  return rows.flatMap(({ status, content }) => (status === "retired" ? [] : [headline(content.stem)]));
};

test("every item is in the text and read again with its key, or is named at its end", async () => {
  const text = (await saved(bench, "text")).toString("utf8");
  const { items, findings } = read(text);
  expect(findings).toEqual([]);
  const named = [...text.matchAll(/“([^”]+)” \(/g)].map(([, name = ""]) => name);
  const all = await stems();
  expect(items.length + named.length).toBe(all.length);
  expect(items.length).toBeGreaterThan(12);
  for (const { content } of items) expect(all).toContain(headline(content.stem));
  expect(text).toContain("## Key and explanations");
  expect(text.split("\n")[0]).toMatch(/^\ufeff¦ .+: \d+ questions/);
});

test("the word-processor file has the same lines; brought to the wrong door it says where it belongs", async () => {
  const file = await saved(bench, "word");
  const archive = await open(file);
  const xml = (await archive.read("word/document.xml", 1e8)).toString();
  const words = [...xml.matchAll(/<w:p>.*?<\/w:p>|<w:p .*?<\/w:p>/gs)].map(([paragraph]) =>
    [...paragraph.matchAll(/<w:t[^>]*>([^<]*)<\/w:t>/g)].map(([, run = ""]) => run).join(""),
  );
  const text = (await saved(bench, "text")).toString("utf8").replace(/^\ufeff/, "");
  const plain = (line: string) =>
    line
      .replaceAll("&amp;", "&")
      .replaceAll("&lt;", "<")
      .replaceAll("&gt;", ">")
      .replaceAll("&quot;", '"')
      .replaceAll("&apos;", "'");
  expect(words.map(plain)).toEqual(
    text
      .split("\n")
      .filter((line) => line !== "")
      .map((line) => line.replace(/^## /, "")),
  );
  expect(await bring(bench, bench.lead, file)).toMatchObject({ state: "failed", problem: { code: "wordFileNotHere" } });
  expect(await bring(bench, bench.lead, await packed(bench))).toMatchObject({ state: "done" });
});

test("a reserved item stays reserved, a retired one is not in it", async () => {
  const [first, second] = await bench.db
    .selectFrom("item")
    .select(["id", "version"])
    .orderBy("number")
    .limit(2)
    .execute();
  expect([first, second].every(Boolean)).toBe(true);
  await bench.db.updateTable("item").set({ use: "reserved" }).where("id", "=", first!.id).execute();
  await bench.db.updateTable("item").set({ status: "retired" }).where("id", "=", second!.id).execute();
  const { items } = read((await saved(bench, "text")).toString("utf8"));
  const reserved = items.filter(({ about }) => about?.use === "reserved");
  const isReserved = await bench.db
    .selectFrom("item")
    .select("id")
    .where("use", "=", "reserved")
    .where("status", "<>", "retired")
    .execute();
  expect(reserved).toHaveLength(isReserved.length);
  expect(items.length).toBeLessThanOrEqual((await stems()).length);
});
