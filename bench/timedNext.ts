/** Timed practice with the network cut: from Enter until the next question is drawn, in the browser. */
import type { AddressInfo } from "node:net";
import { chromium } from "@playwright/test";
import { presets } from "../core/src/delivery/rules.ts";
import { createApp } from "../server/src/app.ts";
import { createQuiz, setLayout } from "../server/src/assembly/service.ts";
import { listEnrolments } from "../server/src/courses/service.ts";
import { releaseQuiz } from "../server/src/delivery/service.ts";
import { openInstallation, type BenchInstallation } from "./installation.ts";
import type { Measure } from "./main.ts";
import { median, p95 } from "./median.ts";

const questions = 40;

export async function timedNext(): Promise<Measure[]> {
  const bench = await openInstallation();
  const { db, installation, log } = bench;
  const card = await release(bench);
  const app = createApp({ config: { trustProxy: 0, isDemo: false }, db, installation, log, now: () => new Date() });
  const server = app.listen(0, "localhost");
  await new Promise((resolve) => server.once("listening", resolve));
  const browser = await chromium.launch({
    executablePath: process.env["CHROMIUM_PATH"] ?? "/usr/bin/chromium",
    args: ["--no-sandbox"],
  });
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  await page.goto(`http://localhost:${(server.address() as AddressInfo).port}/s`);
  await page.getByLabel(/card/i).fill(card);
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: /: Bench$/ }).click();
  await page.getByText(`Question 1 of ${questions}`).waitFor();
  await context.setOffline(true);
  await page.evaluate(watchEnter);
  for (let n = 1; n < questions; n++) {
    await page.keyboard.type("12");
    await page.keyboard.press("Enter");
    await page.getByText(`Question ${n + 1} of ${questions}`).waitFor();
  }
  const ms = await page.evaluate(() => (globalThis as unknown as { times: number[] }).times);
  await browser.close();
  server.close();
  await bench.close();
  return [
    {
      name: "timed-next",
      value: p95(ms),
      unit: "ms p95",
      target: "at most 100",
      note: `${ms.length} times Enter, network cut, half within ${Math.round(median(ms))} ms`,
    },
  ];
}

/** Notes, from each Enter on, when the heading of another question has been drawn. A text, since it runs in the page. */
const watchEnter = `
  globalThis.times = [];
  document.addEventListener("keydown", (event) => {
    if (event.key !== "Enter") return;
    const shown = () => document.querySelector("h1")?.textContent ?? "";
    const [begun, before] = [performance.now(), shown()];
    const look = () => {
      if (shown() === before) requestAnimationFrame(look);
      // Drawn with the frame after the one in which it is there.
      else requestAnimationFrame(() => globalThis.times.push(performance.now() - begun));
    };
    requestAnimationFrame(look);
  }, true);
`;

/** Many questions with a number to type, to a class; the card of one of its students. */
async function release({ db, lead }: BenchInstallation): Promise<string> {
  const { classId } = await db.selectFrom("enrolment").select("classId").executeTakeFirstOrThrow();
  const made = await db
    .selectFrom("manyItem")
    .innerJoin("item", "item.id", "manyItem.itemId")
    .select("item.id")
    .where("item.kind", "=", "numeric")
    .where("item.status", "<>", "retired")
    .execute();
  const quiz = await createQuiz(lead, { body: { classId, itemIds: [], name: "Bench" } });
  const draw = { type: "draw" as const, itemIds: made.map((one) => one.id), take: questions, points: 1 };
  const parts = [{ heading: null, instruction: null, orderRule: "woven" as const, places: [draw] }];
  const { version } = await setLayout(lead, { params: { quizId: quiz.id }, body: { version: quiz.version, parts } });
  await releaseQuiz(lead, {
    params: { quizId: quiz.id },
    body: {
      version,
      rules: { ...presets.sprint, timeLimitMinutes: 10 },
      targets: [{ classId, groupId: null, studentId: null, opensAt: null, shutsAt: null }],
    },
  });
  const { students } = await listEnrolments(lead, { params: { classId } });
  return students[0]?.entryCard ?? "";
}
