/** Why students answered as they did, in their own words; and reasons of others that help who got it wrong. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Done, Id, limits } from "./wire.ts";

const ofAnswer = z.object({ sittingId: Id, position: z.coerce.number<number>().int().min(1).max(1000) });

export const giveReason = endpoint({
  method: "put",
  path: "/student/sittings/:sittingId/reasons/:position",
  access: "student",
  summary: "Says why I answered as I did, to a question of which I see how it went; empty takes it back.",
  params: ofAnswer,
  body: z.object({ text: z.string().trim().max(limits.studentReason) }),
  result: Done,
});

export const OthersReasons = z.object({
  /** At most three, without names, one of them a good one; empty: no teacher has found a good one yet. */
  reasons: z.array(z.object({ id: z.string(), text: z.string() })),
  /** Which of them I would tell a friend; null: I have not said. */
  told: z.string().nullable(),
});
export type OthersReasons = z.infer<typeof OthersReasons>;

export const listOthersReasons = endpoint({
  method: "get",
  path: "/student/sittings/:sittingId/reasons/:position/others",
  access: "student",
  summary:
    "Why others say the right answer is right, to a question that I got wrong and whose key I may see: from all classes and years, read by a teacher.",
  params: ofAnswer,
  result: OthersReasons,
});

export const tellReason = endpoint({
  method: "put",
  path: "/student/sittings/:sittingId/reasons/:position/told",
  access: "student",
  summary: "Says which of these reasons I would tell a friend; null takes it back. Nobody sees who said so.",
  params: ofAnswer,
  body: z.object({ id: z.string().max(80).nullable() }),
  result: Done,
});

/** What a teacher says of a reason for the right answer: a good one, or one that others may read beside it. */
export const readAs = ["good", "fit"] as const;

export const readReason = endpoint({
  method: "put",
  path: "/reasons/:sittingId/:position",
  access: "member",
  summary:
    "Says of a reason that it is good, or fit to be read by other students without its name; null: no other student reads it.",
  params: ofAnswer,
  body: z.object({ as: z.enum(readAs).nullable() }),
  result: Done,
});

export const reasonsEndpoints = { giveReason, listOthersReasons, tellReason, readReason };
