/** Practice twins: which item explains a reserved one, and asking colleagues for one. */
import { expect, test } from "vitest";
import { useWorkbench } from "../platform/testing/workbench.ts";
import { changeItems } from "./list/bulk.ts";
import { listItems, showItem } from "./service.ts";
import { askForTwin, listTwinRequests, setTwin, showTwins } from "./twins.ts";

const bench = useWorkbench();

test("a twin is for practice and explains what is kept for tests; what was asked for is answered by it", async () => {
  const { items } = await listItems(bench.lead, { query: { sort: "oldest", limit: 3, use: "practice" } });
  const [reserved, practice, other] = items.map((one) => one.id) as [string, string, string];
  await changeItems(bench.lead, { body: { which: { itemIds: [reserved] }, change: { use: "reserved" } } });
  const params = { itemId: reserved };
  const ask = (isWanted: boolean) => askForTwin(bench.teacher, { params, body: { isWanted } });
  const set = (itemId: string, twinId: string | null) => setTwin(bench.lead, { params: { itemId }, body: { twinId } });

  expect((await ask(true)).asked?.by).toBe(bench.teacher.caller.name);
  expect((await ask(true)).asked, "asking twice is asking once").not.toBeNull();
  expect((await listTwinRequests(bench.lead)).requests).toMatchObject([{ id: reserved, use: "reserved" }]);
  expect((await ask(false)).asked).toBeNull();
  await ask(true);

  await expect(set(practice, other), "nothing to explain").rejects.toMatchObject({ kind: "conflict" });
  await expect(set(reserved, reserved), "itself").rejects.toMatchObject({ kind: "invalid" });
  const { version } = await showItem(bench.lead, { params });
  expect((await set(reserved, practice)).twin?.id).toBe(practice);
  expect((await showTwins(bench.lead, { params: { itemId: practice } })).explains).toMatchObject([{ id: reserved }]);
  expect((await listTwinRequests(bench.lead)).requests).toEqual([]);
  expect((await showItem(bench.lead, { params })).version, "no work under way is made stale").toBe(version);
  expect((await set(reserved, null)).twin).toBeNull();
});
