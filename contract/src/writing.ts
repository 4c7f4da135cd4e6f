/** Writing together: who is in which item, what the department has set out to write, and how far it is. */
import { z } from "zod";
import { Status } from "./bank.ts";
import { endpoint } from "./endpoint.ts";
import { Done, Id, LocalDate, Moment } from "./wire.ts";

const Person = z.object({ personId: Id, name: z.string() });

export const keepPresence = endpoint({
  method: "put",
  path: "/items/:itemId/presence",
  access: "member",
  summary:
    "Says that I am in an item, new or old; answers with the colleagues who are in it too. Fades within half a minute.",
  params: z.object({ itemId: Id }),
  body: z.object({ topicId: Id.nullable() }),
  result: z.object({ others: z.array(Person) }),
});

export const Goal = z.object({
  id: Id,
  topicId: Id,
  topic: z.string(),
  /** null: whoever writes. */
  person: Person.nullable(),
  wanted: z.int(),
  until: LocalDate.nullable(),
  /** Items of the topic and person that can be used, and those still in progress, since the goal was set. */
  usable: z.int(),
  inProgress: z.int(),
});
export type Goal = z.infer<typeof Goal>;

export const showWritingDay = endpoint({
  method: "get",
  path: "/writing",
  access: "member",
  summary: "Who is writing on what just now, the goals with how far each is, and what was written last.",
  result: z.object({
    people: z.array(
      Person.extend({
        /** Items begun today by this person: that can be used, and still in progress. */
        usable: z.int(),
        inProgress: z.int(),
        /** What this person is in just now. */
        now: z.array(
          z.object({
            /** null: a new one, which only its writer can see yet. */
            item: z.object({ id: Id, number: z.int() }).nullable(),
            topic: z.string().nullable(),
          }),
        ),
      }),
    ),
    goals: z.array(Goal),
    latest: z.array(
      z.object({
        id: Id,
        number: z.int(),
        stem: z.string(),
        topic: z.string().nullable(),
        status: Status,
        owner: z.string(),
        at: Moment,
      }),
    ),
  }),
});
export type WritingDay = z.infer<typeof showWritingDay.result>;

export const listWrittenTwice = endpoint({
  method: "get",
  path: "/writing/twice",
  access: "member",
  summary: "Items written last that are very like another one of the bank, with that one beside it.",
  result: z.object({
    twice: z.array(
      z.object({
        id: Id,
        number: z.int(),
        owner: z.string(),
        stem: z.string(),
        like: z.object({ id: Id, number: z.int(), stem: z.string() }),
      }),
    ),
  }),
});

export const setGoal = endpoint({
  method: "put",
  path: "/writing/goals/:goalId",
  access: "member",
  summary: "Sets out how many items are to be written on a topic, by one colleague or by whoever writes.",
  params: z.object({ goalId: Id }),
  body: z.object({
    topicId: Id,
    personId: Id.nullable(),
    wanted: z.int().min(1).max(1000),
    until: LocalDate.nullable(),
  }),
  result: Done,
});

export const shareGoal = endpoint({
  method: "post",
  path: "/writing/goals/:goalId/shares",
  access: "member",
  summary: "Shares a goal out evenly among all members of the department, in place of the one goal.",
  params: z.object({ goalId: Id }),
  result: Done,
});

export const dropGoal = endpoint({
  method: "delete",
  path: "/writing/goals/:goalId",
  access: "member",
  summary: "Takes a goal away. What was written stays.",
  params: z.object({ goalId: Id }),
  result: Done,
});

export const writingEndpoints = { keepPresence, showWritingDay, listWrittenTwice, setGoal, shareGoal, dropGoal };
