/** Scrolling through 100,000 items in the browser: time between frames beside a bare page of as tall rows, and memory. */
import { mkdirSync } from "node:fs";
import type { AddressInfo } from "node:net";
import { join } from "node:path";
import { chromium, type Page } from "@playwright/test";
import { createApp } from "../server/src/app.ts";
import { fill } from "./bankSearch.ts";
import { openInstallation } from "./installation.ts";
import type { Measure } from "./main.ts";
import { p95 } from "./median.ts";

const size = 100_000;
const frames = 600;
/** Pixels a frame: somebody who turns the wheel fast, and keeps turning. */
const step = 40;
const jumps = 40;
const traceFolder = ".data/bench";

export async function scrolling(): Promise<Measure[]> {
  const bench = await openInstallation();
  await fill(bench, 0, size);
  const { db, installation, log } = bench;
  const config = { trustProxy: 0, isDemo: true };
  const app = createApp({ config, db, installation: { ...installation, isDemo: true }, log, now: () => new Date() });
  const server = app.listen(0, "localhost");
  await new Promise((resolve) => server.once("listening", resolve));
  const address = `http://localhost:${(server.address() as AddressInfo).port}`;
  const browser = await chromium.launch({
    executablePath: process.env["CHROMIUM_PATH"] ?? "/usr/bin/chromium",
    args: ["--no-sandbox", "--js-flags=--expose-gc"],
  });
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  const bare = await context.newPage();
  await bare.setContent(bareList);
  await page.goto(address);
  await page.getByRole("button", { name: /Mara Okafor/ }).click();
  await page.getByRole("link", { name: "Bank" }).click();
  await page.getByRole("option").first().waitFor();

  const ours: number[] = [];
  const baseline: number[] = [];
  // The first round of both warms up and is not counted.
  await frameTimes(page);
  await frameTimes(bare);
  const before = await heapOf(page);
  await context.tracing.start({ screenshots: false, snapshots: false });
  for (let round = 0; round < 3; round++) {
    ours.push(...(await frameTimes(page)));
    baseline.push(...(await frameTimes(bare)));
  }
  await jumpAbout(page);
  mkdirSync(traceFolder, { recursive: true });
  const trace = join(traceFolder, "scroll-100k.zip");
  await context.tracing.stop({ path: trace });
  // Pages that are out of sight are let go of after ten seconds.
  await page.waitForTimeout(12_000);
  const after = await heapOf(page);
  const rows = await page.getByRole("option").count();
  await browser.close();
  server.close();
  await bench.close();
  const [value, bareValue] = [p95(ours), p95(baseline)];
  return [
    {
      name: "scroll-100k",
      value,
      unit: "ms between frames p95",
      baseline: Math.round(bareValue * 10) / 10,
      ratio: value / bareValue,
      target: "at most 17.5, or what a bare page does here",
      note: `${3 * frames} frames, ${step} px each; ${late(ours)} of ours and ${late(baseline)} of the bare page were late; trace in ${trace}`,
    },
    {
      name: "scroll-100k-heap",
      value: (after - before) / 2 ** 20,
      unit: "MiB more after the scroll",
      target: "at most 5",
      note: `${(before / 2 ** 20).toFixed(1)} MiB before; ${jumps} jumps through the whole list too; ${rows} rows drawn`,
    },
  ];
}

const late = (times: readonly number[]) => times.filter((time) => time > 25).length;

/** Rows of the same height, all of them there, without a script. */
const bareList = `<div role="listbox" style="height:620px;overflow:auto">${Array.from(
  { length: 600 },
  (_, i) => `<div style="height:53px;border-bottom:1px solid #ddd">Row ${i}</div>`,
).join("")}</div>`;

/** Milliseconds between the frames of a steady scroll, there and back. As text, for what compiles this file adds calls of its own. */
async function frameTimes(page: Page): Promise<number[]> {
  await page.bringToFront();
  return page.evaluate<number[]>(`new Promise((resolve) => {
    const list = document.querySelector('[role="listbox"]');
    const times = [];
    let last = null;
    requestAnimationFrame(function next(now) {
      if (last !== null) times.push(now - last);
      last = now;
      if (times.length === ${frames}) return resolve(times);
      list.scrollBy({ top: times.length < ${frames / 2} ? ${step} : -${step} });
      requestAnimationFrame(next);
    });
  })`);
}

/** As with the bar dragged: far places one after the other, each until its rows are there. */
async function jumpAbout(page: Page): Promise<void> {
  await page.bringToFront();
  const list = page.getByRole("listbox");
  for (let i = 0; i < jumps; i++) {
    await list.evaluate(
      (element, share) => {
        element.scrollTop = share * element.scrollHeight;
      },
      ((i * 7) % jumps) / jumps,
    );
    await page.waitForTimeout(120);
    await page.getByRole("option").first().waitFor();
  }
}

/** Bytes of the script's heap after a collection. */
async function heapOf(page: Page): Promise<number> {
  const session = await page.context().newCDPSession(page);
  await session.send("HeapProfiler.collectGarbage");
  const { usedSize } = (await session.send("Runtime.getHeapUsage")) as { usedSize: number };
  await session.detach();
  return usedSize;
}
