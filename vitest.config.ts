import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: "core",
          include: ["core/src/**/*.test.ts"],
          setupFiles: ["core/src/testing/properties.ts"],
          testTimeout: 20_000,
        },
      },
      { test: { name: "contract", include: ["contract/src/**/*.test.ts", "demo/**/*.test.ts"] } },
      {
        test: {
          name: "server",
          include: ["server/src/**/*.test.ts"],
          globalSetup: "server/src/platform/testing/cluster.ts",
          testTimeout: 120_000,
          hookTimeout: 60_000,
          sequence: { groupOrder: 1 },
        },
      },
      { test: { name: "web", include: ["web/src/**/*.test.ts"] } },
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
