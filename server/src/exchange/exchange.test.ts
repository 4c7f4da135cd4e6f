import { expect, test } from "vitest";
import * as contract from "@verdant/contract/exchange";
import { DepartmentFile } from "@verdant/contract/exchange";
import { saveItem, showItem } from "../bank/service.ts";
import { enrolStudents } from "../courses/service.ts";
import { listMany, saveMany } from "../many/service.ts";
import { newId } from "../platform/id.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import * as exchange from "./service.ts";

const bench = useWorkbench();

/** Entry cards are unique per installation, so a second copy of a class gets new ones. */
const withoutCards = (file: DepartmentFile) => ({
  ...file,
  classes: file.classes.map((one) => ({
    ...one,
    students: one.students.map((student) => ({ ...student, entryCard: "" })),
  })),
});

test("what is exported and imported elsewhere is exported there the same: nothing is lost", async () => {
  const [listed] = await bench.db.selectFrom("item").select("id").orderBy("number").execute();
  const item = await showItem(bench.lead, { params: { itemId: listed!.id } });
  const stem = {
    type: "richText" as const,
    content: [
      {
        type: "paragraph" as const,
        content: [
          { type: "text" as const, text: "  Two  spaces, H" },
          { type: "text" as const, text: "2", marks: ["subscript" as const] },
          { type: "lineBreak" as const },
        ],
      },
      {
        type: "bulletList" as const,
        items: [[{ type: "paragraph" as const, content: [{ type: "text" as const, text: "one" }] }]],
      },
    ],
  };
  await saveItem(bench.lead, {
    params: { itemId: item.id },
    body: { version: item.version, tagging: { ...item.tagging, label: null }, content: { ...item.content, stem } },
  });
  const { topicId } = await bench.db.selectFrom("unitTopic").select("topicId").executeTakeFirstOrThrow();
  const pairs = "swash = up the beach\nbackwash = down the beach";
  const list = { kind: "list", schemaVersion: 1, pairs, forward: "{left}?", backward: "", isTyped: false } as const;
  const words = { version: 0, name: "Words", topicId, body: list };
  await saveMany(bench.lead, { params: { manyId: newId() }, body: words });
  const file = await exchange.exportDepartment(bench.lead);
  const parsed = DepartmentFile.parse(JSON.parse(JSON.stringify(file)));
  const other = await otherDepartment(bench);
  const { created } = await exchange.importDepartment(other.lead, { body: parsed });
  expect(created).toEqual({ standards: 15, topics: 9, courses: 1, classes: 1, students: 24, items: 26 });
  expect(withoutCards(await exchange.exportDepartment(other.lead))).toEqual(withoutCards(file));
  expect(file.items[0]?.content.stem).toEqual(stem);
  const [there] = (await listMany(other.lead)).many;
  expect(there).toMatchObject({ name: "Words", items: 2 });
  // There, too, the list knows its items again.
  expect(
    await saveMany(other.lead, {
      params: { manyId: there?.id ?? "" },
      body: { ...words, version: 1, topicId: null },
    }),
  ).toMatchObject({ added: 0, changed: 0, same: 2 });
});

test("names of one word, very long ones and ones in any script go out and come in again", async () => {
  const lines = ["Zola", "王小明", "محمد الأمين", `Ana ${"Maria".repeat(50)}`, "Søren Ærø-Þórsson"];
  await enrolStudents(bench.lead, { params: { classId: bench.classId }, body: { names: lines.join("\n") } });
  const file = contract.exportDepartment.result.parse(await exchange.exportDepartment(bench.lead));
  const other = await otherDepartment(bench);
  await exchange.importDepartment(other.lead, { body: file });
  const namesOf = (one: DepartmentFile) =>
    one.classes.flatMap(({ students }) =>
      students.map(({ givenName, familyName }) => `${givenName} ${familyName}`.trim()),
    );
  expect(namesOf(await exchange.exportDepartment(other.lead)).sort()).toEqual(namesOf(file).sort());
  expect(namesOf(file)).toEqual(expect.arrayContaining(lines));
});

test("the same file again changes nothing; a changed item becomes a revision of the same item", async () => {
  const file = await exchange.exportDepartment(bench.lead);
  expect(await exchange.importDepartment(bench.lead, { body: file })).toMatchObject({
    created: { items: 0, students: 0 },
    revised: { items: 0 },
    unchanged: { items: 26 },
  });
  const [first, ...rest] = file.items;
  const changed = { ...first!, content: { ...first!.content, stem: "Another question?" } };
  expect(await exchange.importDepartment(bench.lead, { body: { ...file, items: [changed, ...rest] } })).toMatchObject({
    revised: { items: 1 },
    unchanged: { items: 25 },
  });
});

test("a file that names what it does not hold is refused whole", async () => {
  const other = await otherDepartment(bench);
  const file = await exchange.exportDepartment(bench.lead);
  const broken = { ...file, items: file.items.map((item, i) => (i === 20 ? { ...item, topic: "Nowhere" } : item)) };
  await expect(exchange.importDepartment(other.lead, { body: broken })).rejects.toMatchObject({ kind: "invalid" });
  const left = await bench.db
    .selectFrom("topic")
    .select("id")
    .where("departmentId", "=", other.lead.caller.departmentId)
    .execute();
  expect(left).toEqual([]);
});
