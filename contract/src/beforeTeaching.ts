/** What earlier answers say about a topic before it is taught. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Id, Share } from "./wire.ts";

export const BeforeTeaching = z.object({
  topic: z.string(),
  /** First answers of real classes, over all years, to the topic and what lies under it. */
  answers: z.int(),
  /** There are more: these are the newest. */
  isNewestOnly: z.boolean(),
  /** The hardest first; of at least five answers each. */
  hardest: z.array(z.object({ itemId: Id, number: z.int(), stem: z.string(), facility: Share })),
  /** Named wrong ideas, the one held by the largest share of those who met it first. */
  ideas: z.array(
    z.object({
      name: z.string(),
      /** Students who showed it, of those who met an item that could show it. */
      holders: Share,
      /** Who showed it twice, of those who had two chances. */
      repeaters: Share,
      /** The item that shows it best: to ask with. */
      itemId: Id,
      itemNumber: z.int(),
    }),
  ),
  /** Wrong answers given most where no idea is named. */
  wrong: z.array(z.object({ itemId: Id, number: z.int(), stem: z.string(), text: z.string(), share: Share })),
  /** Why students answered as they did, in their own words and without names, the newest first. */
  reasons: z.array(z.object({ itemId: Id, number: z.int(), stem: z.string(), text: z.string(), year: z.string() })),
  /** By class and year, the newest first. */
  classes: z.array(z.object({ classId: Id, className: z.string(), year: z.string(), facility: Share })),
});
export type BeforeTeaching = z.infer<typeof BeforeTeaching>;

export const showBeforeTeaching = endpoint({
  method: "get",
  path: "/topics/:topicId/before-teaching",
  access: "member",
  summary:
    "Before a topic is taught: its hardest items, the wrong ideas that students showed, and how other classes did.",
  params: z.object({ topicId: Id }),
  result: BeforeTeaching,
});

export const beforeTeachingEndpoints = { showBeforeTeaching };
