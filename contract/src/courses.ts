/** Classes, and the entry cards of their students. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Id, LocalDate, Strand } from "./wire.ts";

export const Class = z.object({
  id: Id,
  name: z.string(),
  course: z.string(),
  schoolYear: z.string(),
  rehearsal: z.boolean(),
  students: z.int(),
  examOn: LocalDate.nullable(),
  units: z.array(Strand),
});
export type Class = z.infer<typeof Class>;

export const listClasses = endpoint({
  method: "get",
  path: "/classes",
  access: "member",
  summary: "The department's classes of the current school year.",
  result: z.object({ classes: z.array(Class) }),
});

export const Enrolment = z.object({ studentId: Id, name: z.string(), entryCard: z.string() });

export const listEnrolments = endpoint({
  method: "get",
  path: "/classes/:classId/students",
  access: "member",
  summary: "The students of a class with their entry cards.",
  params: z.object({ classId: Id }),
  result: z.object({ className: z.string(), students: z.array(Enrolment) }),
});

export const reissueCard = endpoint({
  method: "post",
  path: "/classes/:classId/students/:studentId/card",
  access: "member",
  summary: "Gives a student a new entry card; the old one stops working and signs nobody in any more.",
  params: z.object({ classId: Id, studentId: Id }),
  result: Enrolment,
});

export const coursesEndpoints = { listClasses, listEnrolments, reissueCard };
