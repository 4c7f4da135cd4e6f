import "fake-indexeddb/auto";
import type { AnswerEvent, Sitting } from "@verdant/contract/delivery";
import fc from "fast-check";
import { afterEach, expect, test, vi } from "vitest";
import {
  askWhileBusy,
  deliver,
  enqueue,
  findHeld,
  hold,
  keepShown,
  listSittingsWaiting,
  listWaiting,
} from "./answerQueue.ts";

/** What may become of a request on its way: `late` reaches the server, but its answer does not come back. */
const fates = ["arrives", "lost", "late", "serverError"] as const;
type Fate = (typeof fates)[number];
type Event = Pick<AnswerEvent, "seq" | "position" | "answer">;

/** A server as strict as the real one: an event counts once, the newest of a position holds, what it cannot read it refuses whole. */
function serve() {
  const stored = new Map<string, Event>();
  const newest = new Map<number, { at: [number, number]; answer: unknown }>();
  let fate: Fate = "arrives";
  vi.stubGlobal("fetch", (_: string, request: { body: string }) => {
    if (fate === "lost") return Promise.reject(new TypeError("no network"));
    if (fate === "serverError") return Promise.resolve(new Response("", { status: 503 }));
    const { epoch, events } = JSON.parse(request.body) as { epoch: number; events: Event[] };
    if (events.length > 200 || events.some(({ answer }) => JSON.stringify(answer).includes(unreadable)))
      return Promise.resolve(new Response("", { status: 422 }));
    for (const event of events) {
      const name = `${epoch} ${event.seq}`;
      if (stored.has(name)) continue;
      stored.set(name, event);
      const old = newest.get(event.position);
      if (!old || old.at[0] < epoch || (old.at[0] === epoch && old.at[1] < event.seq))
        newest.set(event.position, { at: [epoch, event.seq], answer: event.answer });
    }
    if (fate === "late") return Promise.reject(new TypeError("connection reset"));
    return Promise.resolve(new Response(JSON.stringify({ stored: [] }), { status: 200 }));
  });
  return {
    stored,
    answers: () => new Map([...newest].map(([position, { answer }]) => [position, answer])),
    meet: (next: Fate) => {
      fate = next;
    },
  };
}

const unreadable = "of a newer server";
const answered = (position: number, text: string) => ({
  position,
  answer: { kind: "shortText" as const, text },
  revisit: false,
  spentMs: 900,
  clientMs: 1,
});
let sittings = 0;
const newSitting = () => `sitting ${++sittings}`;

afterEach(() => {
  vi.unstubAllGlobals();
});

test("whatever becomes of requests and devices, the server ends with the last answer to every question, each counted once", async () => {
  const step = fc.oneof(
    {
      weight: 5,
      arbitrary: fc.record({ does: fc.constant("answer" as const), position: fc.integer({ min: 0, max: 3 }) }),
    },
    { weight: 4, arbitrary: fc.record({ does: fc.constant("deliver" as const), fate: fc.constantFrom(...fates) }) },
    { weight: 1, arbitrary: fc.constant({ does: "takeOver" as const }) },
  );
  await fc.assert(
    fc.asyncProperty(fc.array(step, { maxLength: 25 }), async (steps) => {
      const server = serve();
      const sittingId = newSitting();
      let epoch = 1;
      await hold(sittingId, "token", epoch);
      const last = new Map<number, unknown>();
      let given = 0;
      for (const one of steps) {
        if (one.does === "answer") {
          const event = answered(one.position, `answer ${++given}`);
          await enqueue(sittingId, event);
          last.set(one.position, event.answer);
        } else if (one.does === "takeOver") await hold(sittingId, "token", ++epoch);
        else {
          server.meet(one.fate);
          const before = (await listWaiting(sittingId)).length;
          const done = await deliver(sittingId, []);
          expect(done === undefined).toBe(one.fate !== "arrives");
          if (one.fate !== "arrives") expect(await listWaiting(sittingId)).toHaveLength(before);
        }
      }
      server.meet("arrives");
      await deliver(sittingId, []);
      expect(await listWaiting(sittingId)).toEqual([]);
      expect(server.answers()).toEqual(last);
      expect(server.stored.size).toBe(given);
    }),
    { numRuns: 60 },
  );
});

test("one answer that the server cannot read stays on the device and holds none of the others up", async () => {
  const server = serve();
  const sittingId = newSitting();
  await hold(sittingId, "token", 1);
  for (const [position, text] of ["a", unreadable, "c"].entries()) await enqueue(sittingId, answered(position, text));
  expect(await deliver(sittingId, [0, 1, 2])).toMatchObject({ refused: 1 });
  expect([...server.answers().keys()]).toEqual([0, 2]);
  expect((await listWaiting(sittingId)).map((event) => event.position)).toEqual([1]);
});

test("two students on one device: each answer waits for its own, and goes with its own token", async () => {
  serve();
  const [one, other] = [newSitting(), newSitting()];
  await hold(one, "hers", 1);
  await hold(other, "his", 1);
  await enqueue(one, answered(0, "a"));
  await enqueue(other, answered(0, "b"));
  expect(await listSittingsWaiting()).toEqual(expect.arrayContaining([one, other]));
  const tokens: string[] = [];
  vi.stubGlobal("fetch", (_: string, request: { headers: { authorization: string } }) => {
    tokens.push(request.headers.authorization);
    return Promise.resolve(new Response("{}", { status: 200 }));
  });
  await deliver(one, []);
  expect(tokens).toEqual(["Sitting hers"]);
  expect(await listSittingsWaiting()).not.toContain(one);
  expect((await listWaiting(other)).map((event) => event.answer)).toEqual([{ kind: "shortText", text: "b" }]);
});

test("more than one request holds go in several, and nothing is kept for a sitting this device does not know", async () => {
  const server = serve();
  const sittingId = newSitting();
  await enqueue(sittingId, answered(0, "not ours"));
  expect(await deliver(sittingId, [])).toBeUndefined();
  await hold(sittingId, "token", 1);
  for (let i = 0; i < 205; i++) await enqueue(sittingId, answered(i % 60, `answer ${i}`));
  await deliver(sittingId, []);
  expect(await listWaiting(sittingId)).toHaveLength(5);
  await deliver(sittingId, []);
  expect(server.stored.size).toBe(205);
  expect(server.answers().get(24)).toEqual({ kind: "shortText", text: "answer 204" });
});

test("what is shown stays on the device while the sitting runs, beside its answers, and not after it", async () => {
  const sittingId = crypto.randomUUID();
  const sitting = { id: sittingId, name: "Review" } as Sitting;
  await keepShown(sittingId, sitting);
  expect(await findHeld(sittingId)).toBeUndefined();
  await hold(sittingId, "token", 1);
  await Promise.all([
    keepShown(sittingId, sitting),
    enqueue(sittingId, {
      position: 1,
      answer: { kind: "shortText", text: "a" },
      revisit: false,
      spentMs: 0,
      clientMs: 0,
    }),
  ]);
  expect(await findHeld(sittingId)).toMatchObject({ seq: 1, shown: { sitting } });
  await keepShown(sittingId, null);
  expect(await findHeld(sittingId)).toMatchObject({ token: "token", seq: 1 });
  expect((await findHeld(sittingId))?.shown).toBeUndefined();
  expect(await listWaiting(sittingId)).toHaveLength(1);
});

test("handing in is asked again while the server has too much to do, and not when it says no or is not reached", async () => {
  const held = { sittingId: "s", token: "t", epoch: 1 } as Parameters<typeof askWhileBusy>[0];
  const route = { method: "post", path: "/sittings/:sittingId/hand-in" };
  const waited: number[] = [];
  const ask = (...statuses: (number | null)[]) => {
    const left = [...statuses];
    vi.stubGlobal("fetch", () => {
      const status = left.shift();
      if (status == null) return Promise.reject(new TypeError("no network"));
      return Promise.resolve(new Response("", { status }));
    });
    waited.length = 0;
    return askWhileBusy(held, route, (ms) => {
      waited.push(ms);
      return Promise.resolve();
    });
  };
  expect((await ask(503, 503, 200))?.status).toBe(200);
  expect(waited).toHaveLength(2);
  expect(waited[0]).toBeGreaterThanOrEqual(1500);
  expect((await ask(503, 503, 503, 503, 200))?.status).toBe(503);
  expect(waited).toHaveLength(3);
  expect((await ask(409, 200))?.status).toBe(409);
  expect(await ask(null, 200)).toBeNull();
  expect(waited).toEqual([]);
});
