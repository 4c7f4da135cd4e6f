/** The members of a department: who they are, how they come in, and how they leave. */
import { z } from "zod";
import { NewPassword } from "./account.ts";
import { endpoint } from "./endpoint.ts";
import { Code } from "./secondFactor.ts";
import { Done, Id, limits, LocalDate, Moment, Name } from "./wire.ts";
import { Session } from "./team.ts";

const Role = z.enum(["lead", "teacher", "guest"]);

const Grant = z.object({
  /** null: the whole bank. */
  topicId: Id.nullable(),
  seesReserved: z.boolean(),
  mayEdit: z.boolean().default(false),
});
export type Grant = z.infer<typeof Grant>;

const NamedGrant = Grant.extend({ topic: z.string() });
export type NamedGrant = z.infer<typeof NamedGrant>;

export const Member = z.object({
  personId: Id,
  name: z.string(),
  role: Role,
  joinedAt: Moment,
  /** Has left: what they wrote keeps their name. */
  leftAt: Moment.nullable(),
  /** What a guest gets to see and write; empty for colleagues, who see everything. */
  grants: z.array(NamedGrant),
  hasSecondFactor: z.boolean(),
  /** The last day on which they used the department; null: not since this is noted. */
  seenOn: LocalDate.nullable(),
});
export type Member = z.infer<typeof Member>;

export const listMembers = endpoint({
  method: "get",
  path: "/members",
  access: "member",
  summary: "Who belongs to the department, and who did.",
  result: z.object({ members: z.array(Member), asksSecondFactor: z.boolean() }),
});

export const changeRole = endpoint({
  method: "put",
  path: "/members/:personId/role",
  access: "lead",
  summary: "Makes a teacher a lead, or a lead a teacher. A department keeps a lead.",
  params: z.object({ personId: Id }),
  body: z.object({ role: z.enum(["lead", "teacher"]) }),
  result: Done,
});

export const changeGrants = endpoint({
  method: "put",
  path: "/members/:personId/grants",
  access: "lead",
  summary: "Changes what a guest gets to see and write, from the next request on.",
  params: z.object({ personId: Id }),
  body: z.object({ grants: z.array(Grant).min(1, "guestSeesNothing").max(100) }),
  result: Done,
});

export const endMembership = endpoint({
  method: "post",
  path: "/members/:personId/leave",
  access: "member",
  summary:
    "Ends a membership: one's own, or by a lead anybody's. Items, drafts, goals, quizzes and running releases go to a colleague.",
  params: z.object({ personId: Id }),
  body: z.object({
    /** Who takes over; of a guest, null: what they wrote goes to a lead. */
    handOverTo: Id.nullable(),
  }),
  result: z.object({ items: z.int(), goals: z.int(), releases: z.int(), classes: z.int() }),
});

export const Invitation = z.object({
  id: Id,
  role: Role,
  note: z.string(),
  /** What comes after the address of the installation. */
  link: z.string(),
  by: z.string(),
  expiresAt: Moment,
  /** Topics that a guest gets to see, with what lies under them. */
  grants: z.array(NamedGrant),
  /** Who came in by it. */
  came: z.array(z.string()),
});
export type Invitation = z.infer<typeof Invitation>;

export const listInvitations = endpoint({
  method: "get",
  path: "/invitations",
  access: "lead",
  summary: "Invitations that still let somebody in, the newest first.",
  result: z.object({ invitations: z.array(Invitation) }),
});

export const invite = endpoint({
  method: "post",
  path: "/invitations",
  access: "lead",
  summary: "Makes a link that lets people into the department. No mail is sent: the link is shown, to be passed on.",
  body: z
    .object({
      role: Role,
      note: z.string().trim().max(limits.name).default(""),
      days: z.int().min(1).max(90).default(14),
      grants: z.array(Grant).max(100).default([]),
    })
    .refine((body) => (body.role === "guest") === body.grants.length > 0, {
      path: ["grants"],
      message: "grantsForGuestsOnly",
    }),
  result: z.object({ id: Id, link: z.string() }),
});

export const withdrawInvitation = endpoint({
  method: "delete",
  path: "/invitations/:invitationId",
  access: "lead",
  summary: "Withdraws a link: nobody comes in by it any more. Who came in stays.",
  params: z.object({ invitationId: Id }),
  result: Done,
});

const Secret = z.string().min(20).max(200);

export const showInvitation = endpoint({
  method: "post",
  path: "/invitations/look",
  access: "public",
  changesNothing: true,
  summary: "What a link invites to. The secret travels in the body, never in an address that is logged.",
  body: z.object({ secret: Secret }),
  result: z.object({
    department: z.string(),
    by: z.string(),
    role: Role,
    expiresAt: Moment,
    topics: z.array(z.string()),
    /** A guest may also write, on some of them at least. */
    mayEdit: z.boolean(),
  }),
});

export const acceptInvitation = endpoint({
  method: "post",
  path: "/invitations/accept",
  access: "public",
  summary: "Comes in by a link: with an account that is there by its password, else with a new one. Signs in at once.",
  body: z.object({
    secret: Secret,
    email: z.email("emailWrong").max(254),
    password: NewPassword,
    /** Of a new account. */
    name: Name.optional(),
    code: Code.optional(),
  }),
  result: Session,
});

export const listMyDepartments = endpoint({
  method: "get",
  path: "/session/departments",
  access: "public",
  summary: "The departments that whoever is signed in belongs to.",
  result: z.object({ departments: z.array(z.object({ departmentId: Id, name: z.string(), role: Role })) }),
});

export const changeDepartment = endpoint({
  method: "put",
  path: "/session/department",
  access: "public",
  summary: "Goes on in another department that one belongs to.",
  body: z.object({ departmentId: Id }),
  result: Session,
});

export const makePasswordLink = endpoint({
  method: "post",
  path: "/members/:personId/password-link",
  access: "lead",
  summary: "Makes a link by which a colleague sets a new password. Not for who belongs to other departments too.",
  params: z.object({ personId: Id }),
  result: z.object({ link: z.string(), expiresAt: Moment }),
});

export const setPassword = endpoint({
  method: "post",
  path: "/password",
  access: "public",
  summary: "Sets a new password by a link that a lead made; it works once, and ends all other sessions.",
  body: z.object({ secret: Secret, password: NewPassword, code: Code.optional() }),
  result: Session,
});

export const listActivity = endpoint({
  method: "get",
  path: "/activity",
  access: "lead",
  summary: "What was changed by whom, the newest first.",
  query: z.object({ personId: Id.optional(), before: Moment.optional() }),
  result: z.object({
    deeds: z.array(
      z.object({
        batchId: Id,
        at: Moment,
        on: LocalDate,
        who: z.string(),
        entity: z.string(),
        action: z.string(),
        /** How many things it touched, and the name or number of the first. */
        count: z.int(),
        what: z.string(),
      }),
    ),
  }),
});

export const membersEndpoints = {
  listMembers,
  changeRole,
  changeGrants,
  endMembership,
  listInvitations,
  invite,
  withdrawInvitation,
  showInvitation,
  acceptInvitation,
  listMyDepartments,
  changeDepartment,
  makePasswordLink,
  setPassword,
  listActivity,
};
