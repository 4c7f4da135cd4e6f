/** How the items of a release are found. */
import pg from "pg";
import { expect, test, vi } from "vitest";
import { z } from "zod";
import { release } from "../platform/testing/sittings.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import { listReleaseItems } from "./releaseItemStore.ts";

const bench = useWorkbench();

test("items come in the order of their parts and places, each with what it was when it was released", async () => {
  const { releaseId } = await release(bench, { count: 6 });
  const { db, departmentId } = bench;
  const items = await listReleaseItems(db, departmentId, releaseId);
  const asked = await db
    .selectFrom("releaseItem")
    .innerJoin("releasePlace", (join) =>
      join
        .onRef("releasePlace.departmentId", "=", "releaseItem.departmentId")
        .onRef("releasePlace.id", "=", "releaseItem.placeId"),
    )
    .innerJoin("releasePart", (join) =>
      join
        .onRef("releasePart.departmentId", "=", "releasePlace.departmentId")
        .onRef("releasePart.id", "=", "releasePlace.partId"),
    )
    .innerJoin("item", (join) =>
      join.onRef("item.departmentId", "=", "releaseItem.departmentId").onRef("item.id", "=", "releaseItem.itemId"),
    )
    .where("releaseItem.departmentId", "=", departmentId)
    .where("releaseItem.releaseId", "=", releaseId)
    .select(["releaseItem.itemId", "releaseItem.revisionId", "releaseItem.placeId", "item.number", "item.topicId"])
    .select(["releasePart.id as partId", "releasePart.heading", "releasePlace.points"])
    .orderBy("releasePart.position")
    .orderBy("releasePlace.position")
    .execute();
  expect(items).toMatchObject(asked);
  expect(items).toHaveLength(6);
  for (const { topic, content, topicId } of items) {
    expect(topic === null).toBe(topicId === null);
    expect(content.kind).toBeDefined();
  }
  expect(await listReleaseItems(db, departmentId, departmentId)).toEqual([]);
});

test("the plan that serves all departments joins no sets: it would go through the bank of a large one", async () => {
  const { releaseId } = await release(bench, { count: 6 });
  const sent = vi.spyOn(pg.Client.prototype, "query");
  await listReleaseItems(bench.db, bench.departmentId, releaseId);
  const prepared = z.object({ text: z.string().includes("released"), values: z.array(z.unknown()) });
  const [{ text, values } = { text: "", values: [] }] = sent.mock.calls.flatMap(
    ([one]) => prepared.safeParse(one).data ?? [],
  );
  sent.mockRestore();
  const client = new pg.Client({ connectionString: bench.url });
  await client.connect();
  await client.query("set plan_cache_mode = force_generic_plan");
  await client.query(`prepare released as ${text}`);
  const given = values.map((value) => `'${String(value)}'`).join(", ");
  const { rows } = await client.query<{ "QUERY PLAN": string }>(`explain execute released (${given})`);
  await client.end();
  const plan = rows.map((row) => row["QUERY PLAN"]).join("\n");
  expect(plan).toContain("Nested Loop");
  expect(plan).not.toMatch(/Hash|Merge/);
});
