/** The state of the server itself. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";

export const health = endpoint({
  method: "get",
  path: "/health",
  access: "public",
  summary: "Whether this server process can serve: its database answers and its migrations are applied.",
  result: z.object({ status: z.literal("ok"), version: z.string(), migration: z.string() }),
});

export const platformEndpoints = { health };
