/** How often the database is asked. */
import pg from "pg";
import { vi } from "vitest";

/** Statements that are sent while a deed is done, by whatever connection. */
export async function statementsOf(deed: () => Promise<unknown>): Promise<number> {
  const sent = vi.spyOn(pg.Client.prototype, "query");
  try {
    await deed();
    return sent.mock.calls.length;
  } finally {
    sent.mockRestore();
  }
}
