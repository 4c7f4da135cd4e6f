/** The page a member begins the day with: what is due in each class, what is running, what waits for somebody. */
import { z } from "zod";
import { Release } from "./delivery.ts";
import { endpoint } from "./endpoint.ts";
import { WaitingMarks } from "./marking.ts";
import { DueTopic } from "./plan.ts";
import { ReviewNews } from "./review.ts";
import { Id, LocalDate, Moment } from "./wire.ts";

export const TodayClass = z.object({
  id: Id,
  name: z.string(),
  students: z.int(),
  today: LocalDate,
  /** Every topic of the course: what is due first, the most needed before the others. */
  topics: z.array(
    DueTopic.pick({
      topicId: true,
      name: true,
      strand: true,
      standing: true,
      need: true,
      neglected: true,
      taughtOn: true,
      lastOn: true,
      basis: true,
      available: true,
    }),
  ),
  /** From Friday on: the one topic to ask about, which the schedule alone takes as taught this week. */
  asked: z.object({ topicId: Id, name: z.string(), day: LocalDate }).nullable(),
});
export type TodayClass = z.infer<typeof TodayClass>;

export const showToday = endpoint({
  method: "get",
  path: "/today",
  access: "member",
  summary:
    "For each class what is due; what is running, and what was last shut; what waits to be marked or looked over.",
  result: z.object({
    classes: z.array(TodayClass),
    /** Releases that are open or will open, the newest first; at most twelve. */
    running: z.array(Release),
    /** There are more of them. */
    moreRun: z.boolean(),
    /** The four that were released last of those that are shut. */
    lately: z.array(Release),
    marking: WaitingMarks,
    news: ReviewNews,
  }),
});

/** A path or a quiz on which students wait for a tick or a go-ahead, and for nothing else. */
export const WaitsForYou = z.object({
  kind: z.enum(["path", "release"]),
  id: Id,
  className: z.string(),
  name: z.string(),
  students: z.int(),
  /** Who has waited longest: since when; null: since it began. */
  since: Moment.nullable(),
});
export type WaitsForYou = z.infer<typeof WaitsForYou>;

export const showWaiting = endpoint({
  method: "get",
  path: "/today/waiting",
  access: "member",
  summary:
    "Where students of the caller's own classes wait for them: on a path or before another go, who has waited longest first.",
  result: z.object({ waiting: z.array(WaitsForYou) }),
});

export const todayEndpoints = { showToday, showWaiting };
