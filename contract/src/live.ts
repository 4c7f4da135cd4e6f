/** A release while it runs, as a teacher watches it; and a student who asks for help. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Done, Id, Moment } from "./wire.ts";

export const LiveStudent = z.object({
  studentId: Id,
  name: z.string(),
  className: z.string(),
  state: z.enum(["notBegun", "running", "handedIn"]),
  /** Of the newest go; null before the first. */
  sittingId: Id.nullable(),
  ordinal: z.int().nullable(),
  /** Question by question in the order in which this student has them. */
  questions: z.array(z.enum(["open", "seen", "answered"])),
  /** The question before the student, from 1; null: it is not known. */
  at: z.int().nullable(),
  /** When the student's device was heard of last. */
  heardAt: Moment.nullable(),
  /** When the go ends by itself; null: it does not. */
  deadlineAt: Moment.nullable(),
  minutesGiven: z.int(),
  handedInAt: Moment.nullable(),
  /** Since when the student asks for help; null: they do not. */
  helpAt: Moment.nullable(),
});
export type LiveStudent = z.infer<typeof LiveStudent>;

export const LiveItem = z.object({
  itemId: Id,
  position: z.int(),
  stem: z.string(),
  /** Students who have had it on the screen, and who have answered it. */
  seen: z.int(),
  answered: z.int(),
  /** Of the answers so far; null: no machine marks it. */
  marked: z.object({ right: z.int(), partly: z.int(), wrong: z.int() }).nullable(),
  /** Who gave what so far, blanks left out; empty where a person marks it. */
  choices: z.array(z.object({ id: z.string(), text: z.string(), isKey: z.boolean(), count: z.int() })),
});
export type LiveItem = z.infer<typeof LiveItem>;

export const Live = z.object({
  releaseId: Id,
  /** The server's clock when this was read. */
  now: Moment,
  /** Everybody the release is for, in the order of their names. */
  students: z.array(LiveStudent),
  /** In the order of the quiz. */
  items: z.array(LiveItem),
});
export type Live = z.infer<typeof Live>;

/**
 * What is new since the state before: of each student and item the fields that differ, since twenty who watch six hundred are
 * sent most of what the server sends. Who and what is not named is as it was.
 */
export const LiveChange = z.object({
  now: Moment,
  students: z.array(LiveStudent.partial().required({ studentId: true })),
  items: z.array(LiveItem.partial().required({ itemId: true })),
  /** Those that nobody had been dealt before; they stand among the others by their position. */
  newItems: z.array(LiveItem),
});
export type LiveChange = z.infer<typeof LiveChange>;

/**
 * The stream of it: server-sent events, first `state` (Live), then `news` (LiveChange). No JSON, so mounted by hand. A page
 * that does not know an event hears nothing and asks instead, so another form of it gets another name.
 */
export const liveStreamPath = "/releases/:releaseId/live/stream";
/** The stream says something at least so often, and be it that nothing is new: what says nothing for longer is lost. */
export const liveBeatMs = 5000;

/**
 * Where pages that count goes hear that some began or ended: server-sent events `changed`, each with the id of a release out
 * of those that the query names (`release`, repeated). No JSON, so mounted by hand.
 */
export const goChangesPath = "/go-changes";

export const showLive = endpoint({
  method: "get",
  path: "/releases/:releaseId/live",
  access: "member",
  summary: "A release as it stands at this moment: who is where, who asks for help, and what was answered so far.",
  params: z.object({ releaseId: Id }),
  result: Live,
});

const ofGo = z.object({ releaseId: Id, sittingId: Id });

export const helped = endpoint({
  method: "delete",
  path: "/releases/:releaseId/goes/:sittingId/help",
  access: "member",
  summary: "Says that a student who asked for help was helped.",
  params: ofGo,
  result: Done,
});

export const handInFor = endpoint({
  method: "post",
  path: "/releases/:releaseId/goes/:sittingId/hand-in",
  access: "member",
  summary: "Hands a running go in for its student, as it stands.",
  params: ofGo,
  result: Done,
});

export const letBackIn = endpoint({
  method: "post",
  path: "/releases/:releaseId/goes/:sittingId/let-back-in",
  access: "member",
  summary:
    "Lets a student back into a go that was handed in, as long as the quiz is open for them and no other go was begun; with a time limit they have at least five minutes.",
  params: ofGo,
  result: Done,
});

/** Since when help is asked for, and whether anybody is watching at this moment; null: it is not asked for. */
export const Help = z.object({ since: Moment, isWatched: z.boolean() }).nullable();

export const askForHelp = endpoint({
  method: "put",
  path: "/sittings/:sittingId/help",
  access: "sitting",
  summary: "A student asks for help in the middle of a sitting, or no longer does.",
  params: z.object({ sittingId: Id }),
  body: z.object({ asks: z.boolean() }),
  result: z.object({ help: Help }),
});

export const liveEndpoints = { showLive, helped, handInFor, letBackIn, askForHelp };
