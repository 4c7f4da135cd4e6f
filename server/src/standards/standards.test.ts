/** Standards that come in by the thousand, and come again. */
import { expect, test } from "vitest";
import { useWorkbench } from "../platform/testing/workbench.ts";
import { importStandards, listTopics } from "./service.ts";

const bench = useWorkbench();

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
