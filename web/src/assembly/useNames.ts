/** What units, topics and standards are called that the requirements of a quiz speak of, and which of them are there. */
import type { Quiz } from "@verdant/contract/assembly";
import { t } from "../platform/words.ts";
import { useListCoursesQuery, useListClassesQuery } from "../courses/api.ts";
import { useListTopicsQuery } from "../standards/api.ts";
import type { Names } from "../ui/shortfallInWords.ts";
import type { Countable } from "./requirementRows.ts";

export function useNames(quiz: Quiz) {
  const { topics = [], standards = [] } = useListTopicsQuery().data ?? {};
  const courseId = useListClassesQuery().data?.classes.find((one) => one.id === quiz.classId)?.courseId;
  const course = useListCoursesQuery().data?.courses.find((one) => one.id === courseId);
  const unitNames = new Map(quiz.mix.map(({ strand }) => [strand.unitId, strand.name]));
  const topicNames = new Map(topics.map((topic) => [topic.id, topic.name]));
  const codes = new Map(standards.map((one) => [one.id, one.code]));
  const names: Names = {
    unit: (id) => unitNames.get(id) ?? t("a unit that is gone"),
    topic: (id) => topicNames.get(id) ?? t("a topic that is gone"),
    standard: (id) => codes.get(id) ?? t("that is gone"),
  };
  const isKnown = (subject: Countable) =>
    subject.of === "unit"
      ? unitNames.has(subject.unitId)
      : subject.of === "topic"
        ? topicNames.has(subject.topicId)
        : subject.of !== "standard" || codes.has(subject.standardId);
  return { ...names, isKnown, topics: course?.units.flatMap((unit) => unit.topics) ?? [], standards };
}
