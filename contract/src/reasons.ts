/** Why students answered as they did, in their own words. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Done, Id, limits } from "./wire.ts";

export const giveReason = endpoint({
  method: "put",
  path: "/student/sittings/:sittingId/reasons/:position",
  access: "student",
  summary: "Says why I answered as I did, to a question that I see was not right; empty takes it back.",
  params: z.object({ sittingId: Id, position: z.coerce.number<number>().int().min(1).max(1000) }),
  body: z.object({ text: z.string().trim().max(limits.studentReason) }),
  result: Done,
});

export const reasonsEndpoints = { giveReason };
