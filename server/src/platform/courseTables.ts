/** The tables of courses, classes and their calendars. */
import type { Default, Owned, Row } from "./columns.ts";

export interface CourseTables {
  schoolYear: Row & { name: string; startsOn: string; endsOn: string };
  course: Row & { name: string; secureLine: Default<number | null> };
  unit: Row & { courseId: string; position: number; name: string; letter: string; hue: number };
  unitTopic: Owned & { courseId: string; unitId: string; topicId: string; position: number };
  class: Row & {
    courseId: string;
    schoolYearId: string;
    name: string;
    rehearsal: Default<boolean>;
    timeZone: string | null;
    meetingDays: Default<number[]>;
    examOn: string | null;
    settings: Default<unknown>;
    nextEvidenceSeq: Default<number>;
    /** By which the school's class lists know the class, and the school it is of. */
    externalId: Default<string | null>;
    externalSchoolId: Default<string | null>;
  };
  closedDays: Row & { schoolYearId: string; classId: string | null; fromOn: string; toOn: string; label: string };
  seat: Owned & { classId: string; studentId: string; row: number; column: number };
  remedy: Row & {
    classId: string;
    kind: "starter" | "taughtAgain";
    topicId: string | null;
    itemId: string | null;
    by: string;
    at: Date;
  };
  characteristic: Row & { name: string; version: number; madeAt: Date };
  characteristicValue: Row & { characteristicId: string; position: number; name: string };
  studentCharacteristic: Owned & { studentId: string; characteristicId: string; valueId: string };
  studentNote: Owned & { studentId: string; text: string; by: string; at: Date; version: number };
  classTeacher: Owned & { classId: string; membershipId: string };
  classUnit: Owned & { classId: string; unitId: string; plannedFrom: string; plannedTo: string };
  classTopic: Owned & {
    classId: string;
    topicId: string;
    taughtOn: string | null;
    importance: Default<number>;
    stance: Default<"auto" | "always" | "never">;
    isHeldBack: Default<boolean>;
  };
}
