import { availableParallelism } from "node:os";
import { defineConfig } from "vitest/config";

/**
 * Files of one worker share what they have loaded: half of the time went into loading the same again for each. So a test
 * leaves no module changed behind. Pages are loaded anew for each file, since theirs hold on to the document.
 */
const shared = { isolate: false };

export default defineConfig({
  test: {
    // One fewer by default, which is half of two.
    maxWorkers: availableParallelism(),
    projects: [
      {
        test: {
          ...shared,
          name: "core",
          include: ["core/src/**/*.test.ts"],
          setupFiles: ["core/src/testing/properties.ts"],
          testTimeout: 20_000,
        },
      },
      { test: { ...shared, name: "contract", include: ["contract/src/**/*.test.ts", "demo/**/*.test.ts"] } },
      {
        test: {
          ...shared,
          name: "server",
          include: ["server/src/**/*.test.ts"],
          globalSetup: "server/src/platform/testing/cluster.ts",
          testTimeout: 120_000,
          hookTimeout: 60_000,
          sequence: { groupOrder: 1 },
        },
      },
      { test: { ...shared, name: "web", include: ["web/src/**/*.test.ts"] } },
      {
        test: {
          name: "pages",
          include: ["web/src/**/*.test.tsx"],
          environment: "jsdom",
          setupFiles: ["web/src/platform/testing/jsdom.ts"],
          testTimeout: 120_000,
          expect: { poll: { timeout: 20_000 } },
        },
      },
      {
        test: {
          name: "scripts",
          include: ["scripts/**/*.test.ts", "district/**/*.test.ts"],
          testTimeout: 120_000,
          hookTimeout: 120_000,
          sequence: { groupOrder: 2 },
        },
      },
    ],
  },
});
