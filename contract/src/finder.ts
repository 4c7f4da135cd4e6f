/** Find anything: one line of words over classes, students, topics, standards, quizzes and items. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Id } from "./wire.ts";

export const Found = z.object({
  type: z.enum(["class", "student", "topic", "standard", "quiz", "item"]),
  id: Id,
  text: z.string(),
  /** A line that tells it from others of the same words. */
  about: z.string(),
  /** Of a student: the class to find them in. */
  classId: Id.nullable(),
});
export type Found = z.infer<typeof Found>;

export const findAnything = endpoint({
  method: "get",
  path: "/found",
  access: "member",
  summary: "The first few of each sort of thing whose name holds the words; items by the bank's own search.",
  query: z.object({ text: z.string().trim().min(1, "wordMissing").max(200) }),
  result: z.object({ found: z.array(Found) }),
});

export const finderEndpoints = { findAnything };
