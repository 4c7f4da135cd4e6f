/** The stand-in of a school's system, in tests. */
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { afterAll, beforeAll } from "vitest";
import { schoolLists } from "../../../../standIns/lists.ts";
import { createSchoolSystem, type StandIn } from "../../../../standIns/schoolSystem.ts";
import type { Patience } from "../schoolSystem.ts";
import type { SchoolService } from "../../platform/config.ts";

export type System = StandIn & { service: SchoolService };

/** Call at the top of a test file; it answers before its first test. */
export function useSystem(today: () => string): System {
  const system = {} as System;
  const server = createServer((req, res) => {
    system.app(req, res);
  });
  beforeAll(async () => {
    const made = createSchoolSystem(schoolLists("small", today()));
    Object.assign(system, made);
    // Changed here, they are changed there.
    Object.defineProperty(system, "lists", {
      get: () => made.lists,
      set: (lists: StandIn["lists"]) => {
        made.lists = lists;
      },
    });
    await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
    const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    system.service = { base, token: `${base}/token` };
  });
  afterAll(() => new Promise((resolve) => server.close(resolve)));
  return system;
}

export const quick: Patience = { retries: 4, firstWaitMs: 1, answerMs: 5000 };
