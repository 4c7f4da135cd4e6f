/** A package comes before the standards that it names. */
import { expect, test } from "vitest";
import framework from "../../../core/vectors/case-geography.json" with { type: "json" };
import { changeItems, undoChange } from "../bank/list/bulk.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { importStandards } from "../standards/service.ts";
import { fixture } from "./testing/archives.ts";
import { bring, exported } from "./testing/departmentFiles.ts";

const bench = useWorkbench();

test("items that came before their standards get them when these come, in the place of the tag; undone as one", async () => {
  const { lead } = await otherDepartment(bench);
  await bring(bench, lead, fixture("qti30-geography.zip"));
  const look = async () =>
    (await exported(bench, lead)).items.map(({ key, tags, standards }) => ({
      key,
      tags,
      standards: [...standards].sort(),
    }));
  const before = await look();
  // Tags are kept in small letters.
  const codes = new Map(framework.CFItems.map((one) => [one.humanCodingScheme.toLowerCase(), one.humanCodingScheme]));
  const waiting = before.filter(({ tags }) => tags.some((tag) => codes.has(tag)));
  expect(waiting.length).toBeGreaterThan(5);
  const versionOf = () =>
    bench.db
      .selectFrom("item")
      .select(({ fn }) => fn.sum<string>("version").as("sum"))
      .where("departmentId", "=", lead.caller.departmentId)
      .executeTakeFirstOrThrow();
  const { given } = await importStandards(lead, { body: { kind: "case", file: framework } });
  expect(given.items).toBe(waiting.length);
  expect(await look()).toEqual(
    before.map(({ key, tags, standards }) => ({
      key,
      tags: tags.filter((tag) => !codes.has(tag)),
      standards: [...standards, ...tags.flatMap((tag) => codes.get(tag) ?? [])].sort(),
    })),
  );
  // Once more there is nothing to give, and no item is touched.
  const versions = await versionOf();
  expect((await importStandards(lead, { body: { kind: "case", file: framework } })).given.items).toBe(0);
  expect(await versionOf()).toEqual(versions);
  // Of the first department nothing was touched, and all of it is taken back at once.
  expect((await undoChange(lead, { params: { batchId: given.batchId } })).restored).toBe(waiting.length);
  expect(await look()).toEqual(before);
});

test("a number that a list gives to what has no code of its own is no name for it: a tag may be a year", async () => {
  const [item] = await bench.db
    .selectFrom("item")
    .select("id")
    .where("departmentId", "=", bench.departmentId)
    .limit(1)
    .execute();
  const change = { addTags: ["2", "rv2"] };
  await changeItems(bench.lead, { body: { which: { itemIds: [item!.id] }, change } });
  const bringList = (text: string) =>
    importStandards(bench.lead, { body: { kind: "list", title: "Without codes", text } });
  expect((await bringList("Rivers\nCoasts")).given.items).toBe(0);
  expect((await bringList("RV1 Rivers\nRV2 Coasts")).given.items).toBe(1);
});
