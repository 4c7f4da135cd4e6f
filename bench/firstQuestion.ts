/** What a phone fetches from the entry page to the first question: bytes on the wire and requests, nothing kept before. */
import type { AddressInfo } from "node:net";
import { chromium } from "@playwright/test";
import { createApp } from "../server/src/app.ts";
import { wordsOf } from "../server/src/courses/entryCard.ts";
import { openInstallation } from "./installation.ts";
import type { Measure } from "./main.ts";

export async function firstQuestion(): Promise<Measure[]> {
  const bench = await openInstallation();
  const { db, installation, log } = bench;
  const app = createApp({ config: { trustProxy: 0, isDemo: false }, db, installation, log, now: () => new Date() });
  const server = app.listen(0, "localhost");
  await new Promise((resolve) => server.once("listening", resolve));
  const address = `http://localhost:${(server.address() as AddressInfo).port}`;
  // A student of the class whose review is open.
  const card = await db
    .selectFrom("releaseTarget as target")
    .innerJoin("release", "release.id", "target.releaseId")
    .innerJoin("enrolment", "enrolment.classId", "target.classId")
    .where("release.state", "=", "released")
    .where("enrolment.leftOn", "is", null)
    .where((eb) =>
      eb.not(
        eb.exists(
          eb
            .selectFrom("sitting")
            .select("sitting.id")
            .whereRef("sitting.releaseId", "=", "release.id")
            .whereRef("sitting.studentId", "=", "enrolment.studentId"),
        ),
      ),
    )
    .orderBy("release.releasedAt", "desc")
    .select(["enrolment.entryCard", "enrolment.cardSealed"])
    .executeTakeFirstOrThrow();

  const browser = await chromium.launch({
    executablePath: process.env["CHROMIUM_PATH"] ?? "/usr/bin/chromium",
    args: ["--no-sandbox"],
  });
  // The worker that keeps the page fetches it a second time when all is done; that is not what anybody waits for.
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, serviceWorkers: "block" });
  const page = await context.newPage();
  const client = await context.newCDPSession(page);
  await client.send("Network.enable");
  let [bytes, requests] = [0, 0];
  client.on("Network.requestWillBeSent", () => requests++);
  client.on("Network.loadingFinished", ({ encodedDataLength }) => (bytes += encodedDataLength));
  await page.goto(`${address}/s`);
  await page.getByRole("textbox").fill(wordsOf(installation.secret, card));
  await page.getByRole("button", { name: "Sign in" }).click();
  await page
    .getByRole("button", { name: /^Begin/ })
    .first()
    .click();
  await page.getByText(/^Question 1 of/).waitFor();
  await page.waitForLoadState("networkidle");
  await browser.close();
  server.close();
  await bench.close();
  const note = "entry page to first question, an empty browser";
  return [
    { name: "first-question-size", value: bytes / 1000, unit: "kB", target: "at most 230", note },
    { name: "first-question-requests", value: requests, unit: "requests", target: "at most 20", note },
  ];
}
