/** Who is signed in: members by password, students by entry card. */
import { z } from "zod";
import { NewPassword } from "./account.ts";
import { endpoint } from "./endpoint.ts";
import { Code } from "./secondFactor.ts";
import { Done, Id, Moment, Name } from "./wire.ts";

export const Session = z.object({
  /** The demo has one-click sign-in and a movable clock. */
  isDemo: z.boolean(),
  /** Anybody may make a department here. */
  maySignUp: z.boolean(),
  /** What time the server has; pages count days from here, not from the device's own clock. */
  now: Moment,
  member: z
    .object({
      personId: Id,
      name: z.string(),
      role: z.enum(["lead", "teacher"]),
      departmentId: Id,
      department: z.string(),
      timeZone: z.string(),
      /** The department asks for a second factor, and there is none yet: until then only the account is open. */
      owesSecondFactor: z.boolean(),
    })
    .nullable(),
  /** Somebody who was let in to see parts of the bank. */
  guest: z.object({ personId: Id, name: z.string(), departmentId: Id, department: z.string() }).nullable(),
  student: z.object({ studentId: Id, givenName: z.string() }).nullable(),
});
export type Session = z.infer<typeof Session>;

export const showSession = endpoint({
  method: "get",
  path: "/session",
  access: "public",
  summary: "Who is signed in with this browser.",
  result: Session,
});

export const signUp = endpoint({
  method: "post",
  path: "/departments",
  access: "public",
  summary: "Makes a department with its first lead, who is signed in at once. Installations may close this.",
  body: z.object({
    department: Name,
    name: Name,
    email: z.email("emailWrong").max(254),
    password: NewPassword,
    timeZone: z.string().max(60),
    code: Code.optional(),
  }),
  result: Session,
});

export const signIn = endpoint({
  method: "post",
  path: "/session",
  access: "public",
  summary: "Signs a member in by e-mail and password.",
  body: z.object({
    email: z.string().trim().min(3, "emailMissing").max(254),
    password: z.string().min(1, "passwordMissing").max(200),
    /** Of the second factor, for those who have one. */
    code: Code.optional(),
  }),
  result: Session,
});

export const signOut = endpoint({
  method: "delete",
  path: "/session",
  access: "public",
  summary: "Signs out whoever is signed in with this browser.",
  result: Done,
});

export const enter = endpoint({
  method: "post",
  path: "/entry",
  access: "public",
  summary: "Lets a student in by the words of the entry card.",
  body: z.object({ card: z.string().trim().min(1, "cardMissing").max(80) }),
  result: Session,
});

export const listDemoPeople = endpoint({
  method: "get",
  path: "/demo/people",
  access: "public",
  summary: "In the demo: who can be signed in with one click. Elsewhere it is not there.",
  result: z.object({
    members: z.array(z.object({ personId: Id, name: z.string(), role: z.enum(["lead", "teacher"]) })),
    cards: z.array(z.object({ name: z.string(), card: z.string() })),
  }),
});

export const signInDemo = endpoint({
  method: "post",
  path: "/demo/session",
  access: "public",
  summary: "In the demo: signs a demo member in without a password. Elsewhere it is not there.",
  body: z.object({ personId: Id }),
  result: Session,
});

export const moveDemoClock = endpoint({
  method: "post",
  path: "/demo/clock",
  access: "member",
  summary: "In the demo: moves the clock on, for everybody. Elsewhere it is not there.",
  body: z.object({ days: z.int().min(1).max(28) }),
  result: z.object({ now: Moment }),
});

export const teamEndpoints = {
  signUp,
  showSession,
  signIn,
  signOut,
  enter,
  listDemoPeople,
  signInDemo,
  moveDemoClock,
};
