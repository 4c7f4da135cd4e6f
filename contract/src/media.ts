/** The media shelf: pictures and recordings of the department. Their bytes travel by the paths below. */
import { recordingKinds } from "@verdant/core/richText";
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { count, Done, Id, limits, Moment } from "./wire.ts";

/** Bytes are sent as the body of a request, answered with {@link KeptMedia}; shown to who may see them. */
export const mediaPaths = { keep: "/media", show: "/media/:hash" } as const;

const Hash = z.string().regex(/^[0-9a-f]{64}$/);
const mediaKinds = ["picture", ...recordingKinds] as const;

export const KeptMedia = z.object({
  hash: z.string(),
  mime: z.string(),
  kind: z.enum(mediaKinds),
  /** In pixels; null of a recording. */
  width: z.int().nullable(),
  height: z.int().nullable(),
  /** What the shelf knows of it already. */
  name: z.string(),
  description: z.string(),
  credit: z.string(),
});
export type KeptMedia = z.infer<typeof KeptMedia>;

const said = z.string().trim().max(limits.alt);

export const listMedia = endpoint({
  method: "get",
  path: "/shelf",
  access: "member",
  summary: "Pictures and recordings of the department, the newest first, with where each is used.",
  query: z.object({
    text: z.string().max(200).optional(),
    kind: z.enum(mediaKinds).optional(),
    /** "credit": only what does not say who made it; "use": only what nothing shows. */
    lacks: z.enum(["credit", "use"]).optional(),
    limit: count.max(200).default(60),
  }),
  result: z.object({
    total: z.int(),
    media: z.array(
      KeptMedia.extend({
        /** In bytes. */
        size: z.int(),
        addedAt: Moment,
        /** Items and stimuli whose newest revision shows it. */
        usedIn: z.array(
          z.object({ kind: z.enum(["item", "stimulus"]), id: Id, number: z.int().nullable(), name: z.string() }),
        ),
      }),
    ),
  }),
});
export type ShelfMedia = z.infer<typeof listMedia.result>["media"][number];

export const describeMedia = endpoint({
  method: "put",
  path: "/shelf/:hash",
  access: "member",
  summary: "Says what a picture or recording is called, what it shows, who made it and under which licence.",
  params: z.object({ hash: Hash }),
  body: z.object({ name: said, description: said, credit: said }),
  result: Done,
});

export const removeMedia = endpoint({
  method: "delete",
  path: "/shelf/:hash",
  access: "member",
  summary: "Takes a picture or recording away that no item or stimulus has ever shown.",
  params: z.object({ hash: Hash }),
  result: Done,
});

export const mediaEndpoints = { listMedia, describeMedia, removeMedia };
