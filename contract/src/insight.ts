/** Results: what the answers of a release say. */
import { rulings } from "@verdant/core/items/ruling";
import { z } from "zod";
import { Change } from "./change.ts";
import { Release } from "./delivery.ts";
import { endpoint } from "./endpoint.ts";
import { Content, KindName, StudentView } from "./items/kinds.ts";
import { readAs } from "./reasons.ts";
import { ShownStimulus } from "./stimuli.ts";
import { Id, LocalDate, Moment, Share, Strand } from "./wire.ts";

const Thirds = z.object({ top: z.number(), middle: z.number(), low: z.number() });

/** What the thirds of a class, or nobody, say of an option. */
export const choiceNotes = ["watchTop", "beatsKeyInTop", "attractsStrong", "unused"] as const;
export type ChoiceNote = (typeof choiceNotes)[number];

export const Choice = z.object({
  /** null: left blank. */
  id: z.string().nullable(),
  text: z.string(),
  isKey: z.boolean(),
  count: z.int(),
  share: Share,
  misconception: z.string().nullable(),
  /** Who gave it, once for each go that counts here; empty for another year. */
  by: z.array(Id),
  /** Shares in the top, middle and bottom third of the class by the rest of the quiz; null: too few, or different items. */
  thirds: Thirds.nullable(),
  /** What deserves a look. */
  notes: z.array(z.enum(choiceNotes)),
});

/** What the figures say of an item as a whole; of a doubtful key, the answer that they speak for. */
export const ItemNote = z.object({
  code: z.enum(["keyDoubtful", "muchHarder", "muchEasier"]),
  answer: z.string().optional(),
});
export type ItemNote = z.infer<typeof ItemNote>;

export const ItemResult = z.object({
  itemId: Id,
  /** As it was given. */
  revisionId: Id,
  position: z.int(),
  number: z.int(),
  kind: KindName,
  stem: z.string(),
  topicId: Id.nullable(),
  topic: z.string(),
  strand: Strand.nullable(),
  /** The text, map or chart it hangs on. */
  stimulusId: Id.nullable(),
  /** Credit earned over those who reached it; a blank counts as wrong, what waits for its mark does not count yet. */
  facility: Share,
  /** Correlation with the rest of the quiz, with its interval; null: too few answers, or no variance. */
  discrimination: z.object({ r: z.number(), low: z.number(), high: z.number() }).nullable(),
  choices: z.array(Choice),
  /** What deserves a look about the item as a whole. */
  notes: z.array(ItemNote),
  /** Written answers that nobody has marked yet. */
  waiting: z.int(),
  /** Students who were given it and never had it before them; they are in no other figure of it. */
  notReached: z.int(),
  /** Seconds that students were at it: the middle, and the middle half; null: fewer than five were measured. */
  time: z.object({ low: z.number(), median: z.number(), high: z.number(), of: z.int() }).nullable(),
  /** Second answers after feedback, and how many of them were right; in no other figure. null: there are none. */
  second: z.object({ right: z.int(), given: z.int() }).nullable(),
  /** Why students answered as they did, in their own words. */
  reasons: z.array(
    z.object({
      ...{ studentId: Id, sittingId: Id, position: z.int(), text: z.string() },
      /** The answer was right: other students may be let read it. */
      isRight: z.boolean(),
      readAs: z.enum(readAs).nullable(),
      /** Students who would tell it a friend. */
      told: z.int(),
    }),
  ),
  /** What was decided about a key that was found wrong; the figures follow it. */
  ruling: z.enum(rulings).nullable(),
});
export type ItemResult = z.infer<typeof ItemResult>;

export const masteryLabels = ["noEvidence", "tooEarly", "uncertain", "notYet", "secure"] as const;

export const StandardResult = z.object({
  standardId: Id,
  code: z.string(),
  statement: z.string(),
  /** The share from which it counts as secure. */
  secureLine: z.number(),
  /** What is believed of a student before their own answers: the class's mean, and how many answers it weighs. */
  prior: z.object({ mean: z.number(), weight: z.number() }),
  students: z.array(
    z.object({
      studentId: Id,
      name: z.string(),
      right: z.number(),
      given: z.int(),
      /** Posterior mean of the share right. */
      mean: z.number(),
      label: z.enum(masteryLabels),
    }),
  ),
});
export type StandardResult = z.infer<typeof StandardResult>;

const StudentMark = z.object({
  position: z.int(),
  /** In [0, 1]; null: it waits for somebody's mark, or was not reached. */
  credit: z.number().nullable(),
  isReached: z.boolean(),
});
export type StudentMark = z.infer<typeof StudentMark>;

export const StudentResult = z.object({
  studentId: Id,
  name: z.string(),
  className: z.string(),
  state: z.enum(["notBegun", "running", "handedIn"]),
  /** The day on which a student left the class who had begun; null: still in it. */
  leftOn: LocalDate.nullable(),
  goes: z.array(
    z.object({
      ordinal: z.int(),
      points: z.number(),
      outOf: z.number(),
      handedInAt: Moment,
      /** Points that wait for somebody's mark; they are in neither of the two. */
      waitingPoints: z.number(),
      /** Answers that arrived after the time was over, given in time by the device's clock: they count. */
      late: z.int(),
    }),
  ),
  /** What counts, by the rule of the release; null without a go. */
  mark: z.number().nullable(),
  outOf: z.number(),
  /**
   * How each question went in the go that the figures are from, of all goes the last: by its number among the items. What
   * the student was not given, and what has no key, is not in it.
   */
  marks: z.array(StudentMark),
});
export type StudentResult = z.infer<typeof StudentResult>;

export const Results = z.object({
  releaseId: Id,
  name: z.string(),
  classId: Id,
  className: z.string(),
  /** Classes that were given it, to choose from. */
  classes: z.array(z.object({ id: Id, name: z.string() })),
  /** The school year that the figures are from, and those in which these items were given, the newest first. */
  yearId: Id,
  years: z.array(z.object({ id: Id, name: z.string() })),
  /** From another year than the release's: its items wherever they were given then. No students, plan or standards. */
  isOtherYear: z.boolean(),
  /** Which goes the figures are from. */
  go: z.enum(["first", "last", "all"]),
  /** The go that counts as the mark. */
  counts: z.enum(["first", "last", "best", "mean"]),
  releasedAt: Moment,
  students: z.int(),
  begun: z.int(),
  handedIn: z.int(),
  /** Of the answers that these figures are from: how many were right. */
  outcome: Share,
  /** Weakest item first. */
  items: z.array(ItemResult),
  /**
   * The parts of the quiz that hold questions, with the numbers of these; empty: there is only one. Over the answers of
   * which the items tell: those of this year add up to the whole.
   */
  parts: z.array(
    z.object({ heading: z.string().nullable(), number: z.int(), first: z.int(), last: z.int(), outcome: Share }),
  ),
  /** What the items hang on, as it was released. */
  stimuli: z.array(ShownStimulus),
  perStudent: z.array(StudentResult),
  waiting: z.array(z.object({ studentId: Id, name: z.string(), state: z.enum(["notBegun", "running"]) })),
  /**
   * How far the marks tell students apart by more than chance. By the questions that all of them had: the share of the
   * variance of marks, and how far a mark lies from what it would be on average, in points of `outOf`. By ability, where too
   * few questions are the same. null: fewer than ten students, or nothing differs.
   */
  reliability: z
    .union([
      z.object({
        by: z.literal("sameQuestions"),
        ...{ students: z.int(), questions: z.int(), outOf: z.number() },
        ...{ alpha: z.number(), low: z.number(), high: z.number(), deviation: z.number(), error: z.number() },
      }),
      z.object({ by: z.literal("ability"), students: z.int(), share: z.number() }),
    ])
    .nullable(),
  /** What going again has changed, of those who did; null: nobody has. */
  goes: z
    .object({
      students: z.int(),
      /** Their mean share in their first go, and in their last. */
      ...{ before: z.number(), after: z.number() },
      /** null: fewer than five students. */
      change: Change.nullable(),
      /** Of what was missing before, the share that was made up; null: nothing was missing. */
      gain: z.number().nullable(),
      /** Go by go: everybody who has taken it, and their mean share. */
      each: z.array(z.object({ students: z.int(), share: z.number() })),
    })
    .nullable(),
  /**
   * What the answers do to the plan: nothing yet, or they update it; or never, since none of its topics is in a unit of the
   * class, by the rule of the release, or because the class is for rehearsal.
   */
  planNews: z.enum(["waits", "updates", "noUnit", "byRule", "rehearsal"]),
  /** Topics that this release brought back, with the day they are next due; empty unless the plan updates. */
  plan: z.array(
    z.object({
      topicId: Id,
      topic: z.string(),
      strand: Strand,
      dueOn: z.iso.date().nullable(),
      /** The day it would have been due next had nobody answered. */
      dueOnBefore: z.iso.date().nullable(),
      /** A return that somebody has planned. */
      plannedOn: z.iso.date().nullable(),
    }),
  ),
});
export type Results = z.infer<typeof Results>;

/** What a list of releases is narrowed to, beside the class and the words. */
export const releaseStates = ["open", "closed", "toMark"] as const;
export type ReleaseState = (typeof releaseStates)[number];

const ReleaseOutcome = Release.extend({
  /** What is in it, in order, of each question that everybody gets; the first few. */
  strands: z.array(Strand),
  /** Of the answers in first goes that are handed in: how many were right. */
  outcome: Share,
  /** Written answers that wait for a mark. */
  toMark: z.int(),
});
export type ReleaseOutcome = z.infer<typeof ReleaseOutcome>;

export const listResults = endpoint({
  method: "get",
  path: "/results",
  access: "member",
  summary:
    "The department's releases with what came out, the newest first or the oldest, page by page; of a class, in a state, with a question on a topic, or with words in their name.",
  query: z.object({
    /** To this class, or to somebody of it. */
    classId: Id.optional(),
    /** With a question on this topic, or on one below it, wherever the item is filed now. */
    topicId: Id.optional(),
    state: z.enum(releaseStates).optional(),
    text: z.string().trim().max(120).optional(),
    order: z.enum(["newest", "oldest"]).default("newest"),
    /** The last release of the page before. */
    after: Id.optional(),
  }),
  result: z.object({
    releases: z.array(ReleaseOutcome),
    /** On all pages. */
    total: z.int(),
    /** How many there would be in each state. */
    states: z.record(z.enum(releaseStates), z.int()),
    /** What to send as `after` for the next page; null: this is the last one. */
    next: Id.nullable(),
  }),
});

export const listResultsOfClasses = endpoint({
  method: "get",
  path: "/results/classes",
  access: "member",
  summary:
    "Each class that the caller teaches (of a caller who teaches none, each class of this year) with its newest quiz, what came out, and what waits.",
  result: z.object({
    classes: z.array(
      z.object({
        classId: Id,
        className: z.string(),
        /** The newest that has opened; null: none has. */
        newest: ReleaseOutcome.nullable(),
        /** How many have not handed in the newest, once it has closed. */
        missing: z.int(),
        /** Where written answers wait for a mark; the first few quizzes. */
        toMark: z.array(z.object({ releaseId: Id, name: z.string(), waiting: z.int() })),
      }),
    ),
    /** The caller teaches these. */
    isOwn: z.boolean(),
    /** Further classes that are not in it. */
    more: z.int(),
  }),
});

export const showResults = endpoint({
  method: "get",
  path: "/releases/:releaseId/results",
  access: "member",
  summary:
    "What the answers to a release say: item by item, weakest first, and by student. From first goes of the class in this school year unless said otherwise.",
  params: z.object({ releaseId: Id }),
  query: z.object({
    classId: Id.optional(),
    go: z.enum(["first", "last", "all"]).default("first"),
    /** A school year; absent: the release's. */
    yearId: Id.optional(),
  }),
  result: Results,
});

export const showOpener = endpoint({
  method: "get",
  path: "/releases/:releaseId/items/:itemId/opener",
  access: "member",
  summary:
    "For the first minutes of tomorrow: a question that went badly, the wrong idea, and a look-alike to ask again. No names.",
  params: z.object({ releaseId: Id, itemId: Id }),
  /** Of several classes that were given it, the one whose answers show; absent: the first. */
  query: z.object({ classId: Id.optional() }),
  result: z.object({
    name: z.string(),
    classId: Id,
    className: z.string(),
    stem: z.string(),
    view: StudentView,
    content: Content,
    /** Answers that were accepted later, in words. */
    accepted: z.array(z.string()),
    stimulus: ShownStimulus.nullable(),
    facility: Share,
    /** The wrong answer given most, and the idea it shows. */
    wrong: z
      .object({
        text: z.string(),
        count: z.int(),
        misconception: z.string().nullable(),
        rationale: z.string().nullable(),
      })
      .nullable(),
    /** A question to ask again: a look-alike, else another on the topic. */
    again: z.object({ number: z.int(), content: Content }).nullable(),
  }),
});

export const showStandardsOfRelease = endpoint({
  method: "get",
  path: "/releases/:releaseId/standards",
  access: "member",
  summary:
    "Of the standards that the items of a release are tagged with, how sure we are that each student who was given it has secured them: from all first goes of the class in the school year.",
  params: z.object({ releaseId: Id }),
  query: z.object({ classId: Id.optional() }),
  result: z.object({ standards: z.array(StandardResult) }),
});

export const showClassStandards = endpoint({
  method: "get",
  path: "/classes/:classId/standards",
  access: "member",
  summary:
    "How sure we are that each student of a class has secured each standard, from all first goes of the school year.",
  params: z.object({ classId: Id }),
  result: z.object({
    classId: Id,
    className: z.string(),
    /** The share that counts as secure where a standard says nothing: the course's, or else the department's. */
    usualLine: z.number(),
    /** Those that the class was asked, in their order. */
    standards: z.array(StandardResult),
  }),
});
export type ClassStandards = z.infer<(typeof showClassStandards)["result"]>;

export const insightEndpoints = {
  showStandardsOfRelease,
  showClassStandards,
  listResults,
  listResultsOfClasses,
  showResults,
  showOpener,
};
