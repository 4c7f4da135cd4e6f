import { expect, test } from "vitest";
import { otherDepartment, useWorkbench } from "../../platform/testing/workbench.ts";
import { changeTray, listItems, listTray } from "../service.ts";

const bench = useWorkbench();
const inTray = async (scope = bench.lead) => (await listTray(scope)).items.map((item) => item.id);

test("each member has a tray; setting aside twice is once, and taking out what is not there is nothing", async () => {
  const { items } = await listItems(bench.lead, { query: { sort: "oldest", limit: 3 } });
  const [a, b, c] = items.map((item) => item.id) as [string, string, string];
  await changeTray(bench.lead, { body: { add: [b], remove: [] } });
  bench.clock.now = new Date(bench.clock.now.getTime() + 1000);
  await changeTray(bench.lead, { body: { add: [a, b], remove: [c] } });
  expect(await inTray()).toEqual([b, a]);
  expect(await inTray(bench.teacher)).toEqual([]);
  await changeTray(bench.teacher, { body: { add: [c], remove: [a, b] } });
  expect(await inTray()).toEqual([b, a]);
  await changeTray(bench.lead, { body: { add: [], remove: [b] } });
  expect(await inTray()).toEqual([a]);
});

test("what another department has cannot be set aside", async () => {
  const { lead } = await otherDepartment(bench);
  const { items } = await listItems(bench.lead, { query: { sort: "oldest", limit: 2 } });
  await changeTray(lead, { body: { add: items.map((item) => item.id), remove: [] } });
  expect(await inTray(lead)).toEqual([]);
});
