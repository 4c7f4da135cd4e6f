/** The members of a department. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Id, Moment } from "./wire.ts";

export const Member = z.object({
  personId: Id,
  name: z.string(),
  role: z.enum(["lead", "teacher", "guest"]),
  joinedAt: Moment,
  /** Has left: what they wrote keeps their name. */
  leftAt: Moment.nullable(),
});
export type Member = z.infer<typeof Member>;

export const listMembers = endpoint({
  method: "get",
  path: "/members",
  access: "member",
  summary: "Who belongs to the department, and who did.",
  result: z.object({ members: z.array(Member) }),
});

export const membersEndpoints = { listMembers };
