/** One's own account: its password, and where it is signed in. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Done, Moment } from "./wire.ts";

export const NewPassword = z.string().min(10).max(200);

export const changePassword = endpoint({
  method: "put",
  path: "/account/password",
  access: "account",
  summary: "Changes one's own password, and signs out everywhere else.",
  body: z.object({ current: z.string().min(1, "currentPasswordMissing").max(200), password: NewPassword }),
  result: Done,
});

export const listSessions = endpoint({
  method: "get",
  path: "/account/sessions",
  access: "account",
  summary: "Where one is signed in, newest first.",
  result: z.object({
    sessions: z.array(z.object({ signedInAt: Moment, until: Moment, isThis: z.boolean() })),
  }),
});

export const endOtherSessions = endpoint({
  method: "delete",
  path: "/account/sessions",
  access: "account",
  summary: "Signs out everywhere but in this browser.",
  result: z.object({ ended: z.int() }),
});

export const accountEndpoints = { changePassword, listSessions, endOtherSessions };
