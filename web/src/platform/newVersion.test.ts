import { expect, test, vi } from "vitest";
import { loadAnewForNewVersion } from "./newVersion.ts";

test("a part that is not there any more loads the page anew, once; missing again soon after, or without a server, it is said", async () => {
  const events = new EventTarget();
  const kept = new Map<string, string>();
  const reload = vi.fn();
  let [time, isServed] = [1_000_000, true];
  loadAnewForNewVersion({
    events,
    kept: { getItem: (name) => kept.get(name) ?? null, setItem: (name, value) => void kept.set(name, value) },
    now: () => time,
    isServed: () => Promise.resolve(isServed),
    reload,
  });
  const missing = async () => {
    events.dispatchEvent(new Event("vite:preloadError"));
    await Promise.resolve();
    await Promise.resolve();
    return reload.mock.calls.length;
  };
  expect(await missing()).toBe(1);
  time += 5000;
  expect(await missing()).toBe(1);
  time += 60_000;
  isServed = false;
  expect(await missing()).toBe(1);
  isServed = true;
  expect(await missing()).toBe(2);
});
