/** A go more than the rules give, for some students. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Done, Id } from "./wire.ts";

const params = z.object({ releaseId: Id });
const body = z.object({ studentIds: z.array(Id).min(1).max(500) });

export const giveExtraGo = endpoint({
  method: "post",
  path: "/releases/:releaseId/extra-goes",
  access: "member",
  summary: "Gives students a go more than the rules; what a go needs besides still holds.",
  params,
  body,
  result: Done,
});

export const takeBackExtraGo = endpoint({
  method: "delete",
  path: "/releases/:releaseId/extra-goes",
  access: "member",
  summary: "Takes a go back that was given beyond the rules, as long as it was not begun.",
  params,
  body,
  result: Done,
});

export const extraGoesEndpoints = { giveExtraGo, takeBackExtraGo };
