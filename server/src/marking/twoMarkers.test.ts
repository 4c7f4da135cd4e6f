/** Marking by several people at once. */
import { beforeAll, describe, expect, test } from "vitest";
import { useWorkbench } from "../platform/testing/workbench.ts";
import { giveWritten } from "../platform/testing/writtenAnswers.ts";
import * as marking from "./service.ts";

const bench = useWorkbench();
let releaseId = "";
let sit: Awaited<ReturnType<typeof giveWritten>>["sit"];
beforeAll(async () => {
  ({ releaseId, sit } = await giveWritten(bench));
});

describe("two people who mark", () => {
  test("do not overwrite each other: the second is told by whom, and marks again if they still would", async () => {
    const { sittingId, sees } = await sit(4, "Water on the outside is faster.");
    const params = { sittingId, position: 1 };
    const give = (scope: typeof bench.lead, level: string, version: number) =>
      marking.markWrittenAnswer(scope, {
        params,
        body: { levels: { reasons: level }, comment: "", alike: [], version },
      });
    expect(await give(bench.lead, "two", 0)).toEqual({ credit: 1, version: 1, marked: 1 });
    await expect(give(bench.teacher, "none", 0)).rejects.toMatchObject({
      kind: "stale",
      code: "markedMeanwhile",
      terms: { by: bench.lead.caller.name },
    });
    expect((await sees()).points).toBe(1);
    expect(await give(bench.teacher, "one", 1)).toEqual({ credit: 0.5, version: 2, marked: 1 });
    const both = await Promise.allSettled([give(bench.lead, "two", 2), give(bench.teacher, "none", 2)]);
    expect(both.map((one) => one.status).sort()).toEqual(["fulfilled", "rejected"]);
  });

  test("see who has an answer before them, until that lapses; the order tells nothing of whose an answer is", async () => {
    for (const student of [9, 10, 11, 12]) await sit(student, "The bank is worn away.");
    const list = async (scope: typeof bench.lead) => {
      const { questions } = await marking.listWrittenAnswers(scope, { params: { releaseId } });
      return questions[0]!.answers;
    };
    const answers = await list(bench.teacher);
    const names = answers.map((one) => one.student.split(" ").at(-1));
    expect(names).not.toEqual([...names].sort());
    expect((await list(bench.lead)).map((one) => one.sittingId)).toEqual(answers.map((one) => one.sittingId));
    const { sittingId, position } = answers.at(-1)!;
    const claim = (scope: typeof bench.lead) => marking.claimWrittenAnswer(scope, { params: { sittingId, position } });
    const heldIn = async (scope: typeof bench.lead) =>
      (await list(scope)).find((one) => one.sittingId === sittingId)?.heldBy;
    expect(await claim(bench.teacher)).toEqual({ heldBy: null });
    expect(await claim(bench.lead)).toEqual({ heldBy: bench.teacher.caller.name });
    expect([await heldIn(bench.lead), await heldIn(bench.teacher)]).toEqual([bench.teacher.caller.name, null]);
    bench.clock.now = new Date(bench.clock.now.getTime() + 121_000);
    expect(await claim(bench.lead)).toEqual({ heldBy: null });
  });
});
