/** Paths: the steps of a class through a unit, who is where, and what a student reads of it. */
import { stepKinds } from "@verdant/core/paths/path";
import { z } from "zod";
import { Missing } from "./beforeGo.ts";
import { endpoint } from "./endpoint.ts";
import { Done, Id, LocalDate, Moment, Name } from "./wire.ts";

export const pathLimits = { steps: 30, note: 500, stepName: 200 } as const;

const percent = z.int().min(1).max(100).nullable();
const by = z.enum(["mark", "best"]);

/** A step as it is written; the id of one that is there keeps what was ticked and reached at it. */
export const StepDraft = z.strictObject({
  id: Id.nullable(),
  kind: z.enum(stepKinds),
  /** As students read it. */
  name: z.string().trim().min(1, "nameMissing").max(pathLimits.stepName),
  /** The released quiz of practice and checks; null: not chosen yet, or a task. */
  releaseId: Id.nullable(),
  percent,
  by,
  dueOn: LocalDate.nullable(),
});
export type StepDraft = z.infer<typeof StepDraft>;

export const Step = StepDraft.extend({
  id: Id,
  /** Of its quiz. */
  releaseName: z.string().nullable(),
});
export type Step = z.infer<typeof Step>;

const Cell = z.object({
  stepId: Id,
  state: z.enum(["done", "open", "shut"]),
  doneAt: Moment.nullable(),
  /** Goes handed in. */
  goes: z.int(),
  /** Share of the points so far, 0 to 1. */
  reached: z.number().nullable(),
  /** What was written at the tick. */
  note: z.string().nullable(),
});
export type Cell = z.infer<typeof Cell>;

export const Path = z.object({
  id: Id,
  classId: Id,
  className: z.string(),
  name: z.string(),
  version: z.int(),
  isArchived: z.boolean(),
  steps: z.array(Step),
  /** Everybody in the class, in the order of their names. */
  students: z.array(
    z.object({
      studentId: Id,
      name: z.string(),
      cells: z.array(Cell),
      /** The first step that is not done; null: all are. */
      nextStepId: Id.nullable(),
      /** A colleague is to tick the next step off, or to give the go-ahead for it. */
      waitsFor: z.enum(["tick", "goAhead"]).nullable(),
      /** Since when; null: since the path began. */
      since: Moment.nullable(),
      /** What the next go at the next step needs besides; of checks and practice. */
      missing: z.array(Missing),
    }),
  ),
});
export type Path = z.infer<typeof Path>;

const ofPath = z.object({ pathId: Id });
const ofStep = z.object({ pathId: Id, stepId: Id });
const Draft = z.object({ name: Name, steps: z.array(StepDraft).min(1).max(pathLimits.steps) });
const Students = z.array(Id).min(1).max(500);

export const listPaths = endpoint({
  method: "get",
  path: "/classes/:classId/paths",
  access: "member",
  summary: "The paths of a class.",
  params: z.object({ classId: Id }),
  result: z.object({
    paths: z.array(z.object({ id: Id, name: z.string(), steps: z.int(), isArchived: z.boolean() })),
  }),
});

export const makePath = endpoint({
  method: "post",
  path: "/classes/:classId/paths",
  access: "member",
  summary: "Makes a path for a class; its students see it at once.",
  params: z.object({ classId: Id }),
  body: Draft,
  result: z.object({ id: Id }),
});

export const showPath = endpoint({
  method: "get",
  path: "/paths/:pathId",
  access: "member",
  summary: "A path with where everybody is on it, and who waits for a colleague.",
  params: ofPath,
  result: Path,
});

export const savePath = endpoint({
  method: "put",
  path: "/paths/:pathId",
  access: "member",
  summary: "Changes a path. Steps are told by their ids; what was ticked at a step that is removed goes with it.",
  params: ofPath,
  body: Draft.extend({ version: z.int() }),
  result: Path,
});

export const archivePath = endpoint({
  method: "post",
  path: "/paths/:pathId/archive",
  access: "member",
  summary: "Archives a path or brings it back. Its checks are shut by it no longer; nothing of what was done is lost.",
  params: ofPath,
  body: z.object({ isArchived: z.boolean() }),
  result: Done,
});

export const copyPath = endpoint({
  method: "post",
  path: "/paths/:pathId/copy",
  access: "member",
  summary: "Makes the same path for another class; quizzes that the class does not have are left to be chosen.",
  params: ofPath,
  body: z.object({ classId: Id }),
  result: z.object({ id: Id, quizzesLeft: z.int() }),
});

export const tickStep = endpoint({
  method: "post",
  path: "/paths/:pathId/steps/:stepId/tick",
  access: "member",
  summary:
    "Ticks a task off for students. Whose tick is there keeps its day; a note takes the place of the one before.",
  params: ofStep,
  body: z.object({ studentIds: Students, note: z.string().trim().max(pathLimits.note).nullable() }),
  result: Path,
});

export const untickStep = endpoint({
  method: "post",
  path: "/paths/:pathId/steps/:stepId/untick",
  access: "member",
  summary: "Takes ticks back.",
  params: ofStep,
  body: z.object({ studentIds: Students }),
  result: Path,
});

export const listMyPaths = endpoint({
  method: "get",
  path: "/student/paths",
  access: "student",
  summary: "The student's paths, with one door lit.",
  result: z.object({
    paths: z.array(
      z.object({
        id: Id,
        name: z.string(),
        className: z.string(),
        steps: z.array(
          z.object({
            id: Id,
            kind: z.enum(stepKinds),
            name: z.string(),
            state: z.enum(["done", "open", "shut"]),
            percent,
            by,
            dueOn: LocalDate.nullable(),
            /** Its quiz can be found among the student's quizzes. */
            releaseId: Id.nullable(),
            releaseName: z.string().nullable(),
            /** What its standards say one can do, in the wording for students where there is one; of a check. */
            standards: z.array(z.string()),
            /** Whole percent so far; null: no go, or it may not be seen yet. */
            reachedPercent: z.int().nullable(),
          }),
        ),
        nextStepId: Id.nullable(),
      }),
    ),
  }),
});

export const pathsEndpoints = {
  listPaths,
  makePath,
  showPath,
  savePath,
  archivePath,
  copyPath,
  tickStep,
  untickStep,
  listMyPaths,
};
