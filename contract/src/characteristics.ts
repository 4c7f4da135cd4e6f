/** What a department keeps of its students to compare groups by, if it keeps anything; and items that treat groups unlike. */
import { z } from "zod";
import { differentialClasses } from "@verdant/core/insight/differential";
import { endpoint } from "./endpoint.ts";
import { Done, Id, Moment, Name } from "./wire.ts";

export const characteristicLimits = { characteristics: 8, values: 8 } as const;

const Value = z.object({
  id: Id,
  name: z.string(),
  /** Of whom it is said. */
  students: z.int(),
});

export const Characteristic = z.object({
  id: Id,
  name: z.string(),
  version: z.int(),
  values: z.array(Value),
});
export type Characteristic = z.infer<typeof Characteristic>;

const All = z.object({
  /** Empty: the department keeps none. */
  characteristics: z.array(Characteristic),
});

export const listCharacteristics = endpoint({
  method: "get",
  path: "/characteristics",
  access: "member",
  summary: "What the department keeps of its students to compare groups by; at first nothing.",
  result: All,
});

export const setCharacteristic = endpoint({
  method: "put",
  path: "/characteristics/:characteristicId",
  access: "lead",
  summary:
    "Makes a characteristic or sets its name and values. A value that is left out is deleted, with what was said of students.",
  params: z.object({ characteristicId: Id }),
  body: z.object({
    /** 0: a new one; else refused where somebody has changed it since. */
    version: z.int().min(0),
    name: Name,
    values: z
      .array(z.object({ id: Id, name: Name }))
      .min(2, "twoValues")
      .max(characteristicLimits.values),
  }),
  result: All,
});

export const removeCharacteristic = endpoint({
  method: "delete",
  path: "/characteristics/:characteristicId",
  access: "lead",
  summary: "Deletes a characteristic with all that was said of students. It does not come back.",
  params: z.object({ characteristicId: Id }),
  result: All,
});

export const ClassCharacteristics = z.object({
  classId: Id,
  className: z.string(),
  characteristics: z.array(Characteristic),
  students: z.array(
    z.object({
      studentId: Id,
      name: z.string(),
      /** Values that are said of the student; at most one of each characteristic. */
      valueIds: z.array(Id),
    }),
  ),
});
export type ClassCharacteristics = z.infer<typeof ClassCharacteristics>;

export const showClassCharacteristics = endpoint({
  method: "get",
  path: "/classes/:classId/characteristics",
  access: "member",
  summary: "What is said of the students of a class.",
  params: z.object({ classId: Id }),
  result: ClassCharacteristics,
});

export const setClassCharacteristics = endpoint({
  method: "put",
  path: "/classes/:classId/characteristics",
  access: "member",
  summary: "Says something of students of a class, or no longer. What is not given stays.",
  params: z.object({ classId: Id }),
  body: z.object({
    set: z
      .array(z.object({ studentId: Id, characteristicId: Id, valueId: Id.nullable() }))
      .min(1)
      .max(3200),
  }),
  result: ClassCharacteristics,
});

/** A group beside those of whom another value is said, over all classes and years. */
const Group = z.object({
  valueId: Id,
  characteristic: z.string(),
  value: z.string(),
  /** How many items had enough answers of both groups, and how many of these are of class C. */
  compared: z.int(),
  much: z.int(),
  /** Students that are still missing for a first item, of this group and of the others; both 0 where one is compared. */
  missing: z.object({ group: z.int(), others: z.int() }),
});

const Differs = z.object({
  valueId: Id,
  characteristic: z.string(),
  value: z.string(),
  /** How many of each answered it. */
  group: z.int(),
  others: z.int(),
  found: z.enum(differentialClasses),
  /** How many of 1 fewer (under 0) of the group have it right than of as able others. */
  gap: z.number(),
  /** On the scale of the ETS, with its standard error. */
  delta: z.number(),
  error: z.number(),
});
export type Differs = z.infer<typeof Differs>;

/** What is said of one item: each group that was compared, and those of which too few have answered it. */
export const ItemDifferences = z.object({
  compared: z.array(Differs),
  tooFew: z.array(Differs.pick({ valueId: true, characteristic: true, value: true, group: true, others: true })),
});
export type ItemDifferences = z.infer<typeof ItemDifferences>;

export const listDifferentials = endpoint({
  method: "get",
  path: "/differentials",
  access: "member",
  summary:
    "Items that are harder or easier for a group than for as able others (Mantel-Haenszel; classes B and C of the ETS), the gravest first; and how many students are missing to say anything.",
  result: z.object({
    groups: z.array(Group),
    items: z.array(Differs.extend({ itemId: Id, number: z.int(), stem: z.string() })),
    isMore: z.boolean(),
    /** When it was worked out; null: not yet. */
    at: Moment.nullable(),
    /** Somebody asked for it since, and it is not done yet. */
    isAsked: z.boolean(),
  }),
});

export const askCalibration = endpoint({
  method: "post",
  path: "/calibration",
  access: "member",
  summary: "Asks that difficulty, doubts and differences between groups be worked out now and not only at night.",
  result: Done,
});

export const characteristicsEndpoints = {
  listCharacteristics,
  setCharacteristic,
  removeCharacteristic,
  showClassCharacteristics,
  setClassCharacteristics,
};
export const differentialsEndpoints = { listDifferentials, askCalibration };
