/** Standards that come in by the thousand, and come again. */
import { expect, test } from "vitest";
import framework from "../../../core/vectors/case-geography.json" with { type: "json" };
import { changeItems, undoChange } from "../bank/list/bulk.ts";
import { listItems, saveItem, showItem } from "../bank/service.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import {
  changeStandard,
  exportStandards,
  importStandards,
  linkStandards,
  listTopics,
  replaceStandard,
} from "./service.ts";

const bench = useWorkbench();
const { title } = framework.CFDocument;

test("five thousand standards come in at once, again without a change, and what is renamed keeps its tags", async () => {
  const lines = Array.from(
    { length: 5000 },
    (_, i) => `${i % 50 === 0 ? "" : "  "}K.${String(i)} Statement number ${String(i)}`,
  );
  const bring = (text: string) =>
    importStandards(bench.lead, { body: { kind: "list", title: "A large framework", text } });
  const own = (await listTopics(bench.lead)).standards.length;
  expect(await bring(lines.join("\n"))).toMatchObject({ created: 5000, changed: 0 });
  expect((await listTopics(bench.lead)).standards).toHaveLength(own + 5000);
  expect(await bring(lines.join("\n"))).toMatchObject({ created: 0, changed: 0 });
  expect(await bring([...lines.slice(0, 4999), "  K.4999 Another statement"].join("\n"))).toMatchObject({
    created: 0,
    changed: 1,
  });
});

test("a newer version of a framework: tags stay, what it withdrew is marked where it is carried, and is replaced with undo", async () => {
  const bring = (file: unknown) => importStandards(bench.lead, { body: { kind: "case", file } });
  expect(await bring(framework)).toMatchObject({ created: framework.CFItems.length, retired: 0 });
  const standardOf = async (code: string) =>
    (await listTopics(bench.lead)).standards.find((one) => one.code === code && one.framework === title)!;
  const [leaving, staying] = [await standardOf("GEO.1.1.a"), await standardOf("GEO.1.1.b")];
  const { items } = await listItems(bench.lead, { query: { sort: "oldest", limit: 2, status: "approved" } });
  const itemIds = items.map((one) => one.id);
  const change = { addStandardIds: [leaving.id, staying.id] };
  await changeItems(bench.lead, { body: { which: { itemIds }, change } });

  const guidOf = (code: string) => framework.CFItems.find((one) => one.humanCodingScheme === code)!.identifier;
  const newer = {
    ...framework,
    CFItems: framework.CFItems.filter((one) => one.humanCodingScheme !== "GEO.1.1.a").map((one) =>
      one.humanCodingScheme === "GEO.1.1.b" ? { ...one, fullStatement: "Said anew." } : one,
    ),
    CFAssociations: [
      ...framework.CFAssociations,
      {
        associationType: "replacedBy",
        originNodeURI: { identifier: guidOf("GEO.1.1.a") },
        destinationNodeURI: { identifier: guidOf("GEO.1.1.c") },
      },
    ],
  };
  expect(await bring(newer)).toMatchObject({ created: 0, changed: 1, retired: 1 });
  const { standards, withdrawn } = await listTopics(bench.lead);
  expect(standards.find((one) => one.id === staying.id)?.statement).toBe("Said anew.");
  expect(standards.map((one) => one.id)).not.toContain(leaving.id);
  const replacement = await standardOf("GEO.1.1.c");
  expect(withdrawn).toMatchObject([
    { id: leaving.id, items: 2, links: [{ standardId: replacement.id, kind: "overlaps" }] },
  ]);
  const codes = async () => {
    const { items } = await listItems(bench.lead, { query: { sort: "oldest", limit: 200, standardId: staying.id } });
    return items.filter((one) => itemIds.includes(one.id)).map((one) => one.standardCodes);
  };
  expect((await codes())[0]).toEqual(expect.arrayContaining(["GEO.1.1.a (withdrawn)", "GEO.1.1.b"]));

  // Saving an item that carries it keeps it.
  const { version, content, tagging } = await showItem(bench.lead, { params: { itemId: itemIds[0]! } });
  const params = { itemId: itemIds[0]! };
  await saveItem(bench.lead, { params, body: { version, content, tagging: { ...tagging, demand: "reason" } } });
  expect((await showItem(bench.lead, { params })).tagging.standardIds).toContain(leaving.id);

  const replace = () =>
    replaceStandard(bench.lead, { params: { standardId: leaving.id }, body: { by: replacement.id } });
  await expect(
    replaceStandard(bench.lead, { params: { standardId: leaving.id }, body: { by: leaving.id } }),
    "by itself",
  ).rejects.toMatchObject({ kind: "invalid" });
  const { batchId, changed } = await replace();
  expect(changed).toBe(2);
  expect((await listTopics(bench.lead)).withdrawn).toEqual([]);
  expect((await codes())[0]).toEqual(expect.arrayContaining(["GEO.1.1.b", "GEO.1.1.c"]));
  await expect(replace()).rejects.toMatchObject({ kind: "conflict" });
  await undoChange(bench.lead, { params: { batchId } });
  expect((await listTopics(bench.lead)).withdrawn).toMatchObject([{ id: leaving.id, items: 2 }]);
  expect(await bring(framework), "the older one again").toMatchObject({ created: 0, changed: 2, retired: 0 });
  expect((await listTopics(bench.lead)).withdrawn).toEqual([]);
});

test("a faulty file withdraws nothing that it is in doubt about, and takes no standard out of its place", async () => {
  const bring = (file: unknown) => importStandards(bench.lead, { body: { kind: "case", file } });
  await bring(framework);
  const rows = () =>
    bench.db.selectFrom("standard").select(["guid", "parentId", "statement", "retiredAt"]).orderBy("guid").execute();
  const before = await rows();
  const faulty = {
    ...framework,
    CFItems: framework.CFItems.map((one) =>
      one.humanCodingScheme === "GEO.1.1" ? { ...one, fullStatement: "" } : one,
    ),
    CFAssociations: framework.CFAssociations.map((link) =>
      link.originNodeURI.identifier === framework.CFItems.at(-1)?.identifier
        ? { ...link, destinationNodeURI: { identifier: "not in the file" } }
        : link,
    ),
  };
  const outcome = await bring(faulty);
  expect(outcome).toMatchObject({ created: 0, retired: 0 });
  expect(outcome.notes).toContainEqual({
    code: "entryNoStatement",
    terms: { entry: expect.any(Number) as number, code: "GEO.1.1" },
  });
  expect(await rows()).toEqual(before);
});

test("a framework goes out as it came in, with what was said of it here; elsewhere it is the same, links and all", async () => {
  const { lead } = await otherDepartment(bench);
  await importStandards(lead, { body: { kind: "case", file: framework } });
  const { frameworks } = await exportStandards(lead);
  const byIdentifier = (list: unknown) =>
    [...(list as { identifier: string }[])].sort((a, b) => (a.identifier < b.identifier ? -1 : 1));
  const [out] = frameworks;
  expect(out).toMatchObject({ title, standards: framework.CFItems.length, file: { CFDocument: framework.CFDocument } });
  expect(byIdentifier(out?.file["CFItems"])).toEqual(byIdentifier(framework.CFItems));
  expect(byIdentifier(out?.file["CFAssociations"])).toEqual(byIdentifier(framework.CFAssociations));

  const { standards } = await listTopics(lead);
  const [a, b] = standards.slice(-2);
  await linkStandards(lead, { params: { standardId: a!.id, otherId: b!.id }, body: { kind: "equals" } });
  await changeStandard(lead, {
    params: { standardId: a!.id },
    body: { code: a!.code, statement: "Said anew.", studentWording: "I can." },
  });
  const { lead: elsewhere } = await otherDepartment(bench);
  const [linked] = (await exportStandards(lead)).frameworks;
  await importStandards(elsewhere, { body: { kind: "case", file: linked?.file } });
  const there = (await listTopics(elsewhere)).standards;
  const said = ({ code, statement, studentWording, links }: (typeof there)[number], all: typeof there) => ({
    ...{ code, statement, studentWording },
    links: links.map((link) => [all.find((one) => one.id === link.standardId)?.code, link.kind]),
  });
  const here = (await listTopics(lead)).standards;
  expect(there.map((one) => said(one, there))).toEqual(here.map((one) => said(one, here)));
  expect(there.find((one) => one.code === a!.code)).toMatchObject({
    statement: "Said anew.",
    studentWording: "I can.",
    links: [{ kind: "equals" }],
  });
});
