import fc from "fast-check";
import { afterEach, describe, expect, test, vi } from "vitest";
import { showSession, moveDemoClock } from "../team/service.ts";
import { demoBegin, startDemoClock, type DemoClock } from "./demoClock.ts";
import { useWorkbench } from "./testing/workbench.ts";

const bench = useWorkbench();
const day = 86_400_000;
const started: DemoClock[] = [];
const start = async (begin?: string) => {
  const clock = await startDemoClock(bench.db, begin);
  started.push(clock);
  return clock;
};
const keptAs = async (moment: string | null) => {
  await bench.db
    .updateTable("installation")
    .set({ demoNow: moment === null ? null : new Date(moment) })
    .execute();
};
const kept = async () =>
  (await bench.db.selectFrom("installation").select("demoNow").executeTakeFirstOrThrow()).demoNow;
/** Two clocks are read a moment apart. */
const isAbout = (moment: Date, expected: number) => Math.abs(moment.getTime() - expected) < 60_000;

afterEach(() => {
  for (const clock of started.splice(0)) clock.stop();
  vi.useRealTimers();
});

test("whatever day the demo is started, its school stands on the Wednesday of the first full week of a February that is past", () => {
  fc.assert(
    fc.property(fc.date({ min: new Date("2024-01-01"), max: new Date("2060-12-31"), noInvalidDate: true }), (today) => {
      const begin = demoBegin(today);
      expect([begin.getUTCDay(), begin.getUTCMonth(), begin.getUTCHours(), begin.getUTCMinutes()]).toEqual([
        3, 1, 9, 30,
      ]);
      expect(begin.getUTCDate()).toBeGreaterThanOrEqual(2);
      expect(begin.getUTCDate()).toBeLessThanOrEqual(8);
      const days = (today.getTime() - begin.getTime()) / day;
      expect(days).toBeGreaterThanOrEqual(0);
      expect(days).toBeLessThan(373);
    }),
  );
});

describe("the clock", () => {
  test("goes on from the moment that is kept, is moved for good, and a new start goes on from there", async () => {
    await keptAs("2026-02-04T09:30:00Z");
    const clock = await start();
    expect(isAbout(clock.now(), Date.parse("2026-02-04T09:30:00Z"))).toBe(true);
    const moved = await clock.moveOn(7);
    expect(isAbout(moved, Date.parse("2026-02-11T09:30:00Z"))).toBe(true);
    expect(isAbout((await start()).now(), moved.getTime())).toBe(true);
  });

  test("is the same for all processes: one that was moved moves the others, and none goes back", async () => {
    vi.useFakeTimers({ toFake: ["setInterval", "clearInterval"] });
    await keptAs("2026-02-04T09:30:00Z");
    const [one, other] = [await start(), await start()];
    await one.moveOn(1);
    expect(isAbout(other.now(), Date.parse("2026-02-04T09:30:00Z"))).toBe(true);
    await vi.advanceTimersByTimeAsync(10_000);
    await expect.poll(() => isAbout(other.now(), Date.parse("2026-02-05T09:30:00Z"))).toBe(true);
    expect(((await kept()) ?? new Date(0)).getTime()).toBeGreaterThanOrEqual(Date.parse("2026-02-05T09:30:00Z"));
  });

  test("begins at the moment that tests and pictures ask for, and leaves what is kept alone", async () => {
    await keptAs("2026-02-04T09:30:00Z");
    const clock = await start("2031-05-06T10:00:00Z");
    await clock.moveOn(1);
    expect(isAbout(clock.now(), Date.parse("2031-05-07T10:00:00Z"))).toBe(true);
    expect(await kept()).toEqual(new Date("2026-02-04T09:30:00Z"));
  });
});

test("only the demo has it: a member moves it there, and elsewhere there is nothing to move", async () => {
  await keptAs("2026-02-04T09:30:00Z");
  const demoClock = await start();
  const scope = { ...bench.lead, isDemo: true, now: demoClock.now, demoClock };
  const { now } = await moveDemoClock(scope, { body: { days: 1 } });
  expect(isAbout(new Date(now), Date.parse("2026-02-05T09:30:00Z"))).toBe(true);
  expect((await showSession(scope)).now.slice(0, 10)).toBe("2026-02-05");
  await expect(moveDemoClock(bench.lead, { body: { days: 1 } })).rejects.toMatchObject({ code: "demoOnly" });
});
