/** A deed that takes long, sent a second time: its answer is waited for also where it was written only just now. */
import type { KyselyPlugin } from "kysely";
import { expect, test } from "vitest";
import { answerOnce } from "./requestKey.ts";
import { seal } from "./sealing.ts";
import { useWorkbench } from "./testing/workbench.ts";

const bench = useWorkbench();

test("written after four seconds and answered a moment later, it is answered; without an answer it is said to be done", async () => {
  const { lead } = bench;
  const key = `${lead.caller.personId} long`;
  const row = { departmentId: bench.departmentId, key };
  const setAnswered = async (answered: string) => {
    const now = { answered: JSON.stringify(answered) };
    await bench.db.updateTable("requestKey").set(now).where("key", "=", key).execute();
  };
  await bench.db
    .insertInto("requestKey")
    .values({ ...row, answered: null, at: bench.clock.now })
    .execute();
  const kept = seal(lead.secret, "answer", JSON.stringify({ id: "the first" })).toString("base64");
  let looks = 0;
  /** The first one goes on between two looks of the second, not by the clock. */
  const goesOn: KyselyPlugin = {
    transformQuery: ({ node }) => node,
    transformResult: async ({ result }) => {
      looks += 1;
      if (looks === 45) await setAnswered("done");
      if (looks === 55) await setAnswered(kept);
      return result;
    },
  };
  const again = (db: typeof bench.db) => answerOnce({ ...lead, db }, "long", () => Promise.reject(new Error("twice")));
  expect(await again(bench.db.withPlugin(goesOn))).toEqual({ id: "the first" });
  // Its process died before it could keep the answer.
  await setAnswered("done");
  await expect(again(bench.db)).rejects.toMatchObject({ code: "doneAlready" });
});
