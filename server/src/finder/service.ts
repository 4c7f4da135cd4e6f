/** Find anything: asks each feature for its few best, nearest first. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/finder";
import { foldedText } from "@verdant/core/foldedText";
import { findQuizzes } from "../assembly/service.ts";
import { listItems } from "../bank/service.ts";
import { findStudents, listClasses } from "../courses/service.ts";
import type { Member, OpenScope } from "../platform/scope.ts";
import { listTopics } from "../standards/service.ts";

const ofEach = 5;

export async function findAnything(
  scope: OpenScope<Member>,
  { query }: Input<typeof contract.findAnything>,
): Promise<Result<typeof contract.findAnything>> {
  const { text } = query;
  const { departmentId } = scope.caller;
  const { classes } = await listClasses(scope);
  const students = await findStudents(scope, text, ofEach);
  const { topics, standards } = await listTopics(scope);
  const quizzes = await findQuizzes(scope, departmentId, text, ofEach);
  const { items } = await listItems(scope, { query: { text, sort: "newest", limit: ofEach } });

  const wanted = foldedText(text);
  const holding = <T>(rows: readonly T[], nameOf: (row: T) => string) =>
    rows.filter((row) => foldedText(nameOf(row)).includes(wanted)).slice(0, ofEach);
  const topicNames = new Map(topics.map((topic) => [topic.id, topic.name]));
  return {
    found: [
      ...holding(classes, (one) => one.name).map((one) => ({
        type: "class" as const,
        id: one.id,
        text: one.name,
        about: one.course,
        classId: one.id,
      })),
      ...students.map((one) => ({
        type: "student" as const,
        id: one.studentId,
        text: `${one.givenName} ${one.familyName}`.trim(),
        about: one.className,
        classId: one.classId,
      })),
      ...holding(topics, (one) => one.name).map((one) => ({
        type: "topic" as const,
        id: one.id,
        text: one.name,
        about: topicNames.get(one.parentId ?? "") ?? "",
        classId: null,
      })),
      ...holding(standards, (one) => `${one.code} ${one.statement}`).map((one) => ({
        type: "standard" as const,
        id: one.id,
        text: one.statement,
        about: one.code,
        classId: null,
      })),
      ...quizzes.map((one) => ({
        type: "quiz" as const,
        id: one.id,
        text: one.name,
        about: `quiz ${one.number}, ${one.className}`,
        classId: null,
      })),
      ...items.map((one) => ({
        type: "item" as const,
        id: one.id,
        text: one.label ?? one.stem,
        about: `item ${one.number}`,
        classId: null,
      })),
    ],
  };
}
