/** Views of the bank that are kept: what was searched and filtered, under a name. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Done, Id, Name } from "./wire.ts";

export const SavedView = z.object({
  id: Id,
  name: z.string(),
  /** The part of the bank's address after the question mark. */
  address: z.string(),
  /** The department's: every colleague sees it. */
  isShared: z.boolean(),
  by: z.string(),
});
export type SavedView = z.infer<typeof SavedView>;

export const listViews = endpoint({
  method: "get",
  path: "/views",
  access: "member",
  summary: "My own views of the bank and the department's, by name.",
  result: z.object({ views: z.array(SavedView) }),
});

export const keepView = endpoint({
  method: "post",
  path: "/views",
  access: "member",
  summary: "Keeps a view of the bank under a name, in place of one of that name.",
  body: z.object({
    name: Name,
    address: z.string().max(4000),
    isShared: z.boolean(),
  }),
  result: z.object({ id: Id }),
});

export const removeView = endpoint({
  method: "delete",
  path: "/views/:viewId",
  access: "member",
  summary: "Takes away a view of my own, or one of the department's.",
  params: z.object({ viewId: Id }),
  result: Done,
});

export const viewsEndpoints = { listViews, keepView, removeView };
