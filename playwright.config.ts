import { defineConfig } from "@playwright/test";

export default defineConfig({
  testDir: "e2e",
  globalSetup: "./e2e/setup.ts",
  outputDir: "test-results",
  // The thread with axe on every screen in light and dark is long, and CI may be slow.
  timeout: 480_000,
  expect: { timeout: 30_000 },
  workers: 2,
  fullyParallel: false,
  forbidOnly: true,
  reporter: [["list"], ["json", { outputFile: "test-results/e2e.json" }]],
  use: {
    launchOptions: {
      executablePath: process.env["CHROMIUM_PATH"] ?? "/usr/bin/chromium",
      // As root Chromium runs only without its sandbox; the other flags keep it from looking for the internet.
      args: [
        "--no-sandbox",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
      ],
    },
    locale: "en-GB",
    timezoneId: process.env["TEST_ZONE"] ?? "Europe/London",
    // Steps and their times are enough to see what a journey waited for; pictures of every step would make it much slower.
    trace: { mode: "retain-on-failure", snapshots: false, screenshots: false },
  },
});
