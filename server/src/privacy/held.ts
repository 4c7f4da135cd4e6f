/**
 * Each table that says something of a student, as it goes into the file. A test compares this with the tables that there
 * are: whoever adds one says so here, and in its room's `forget.ts` if it holds words by or about the student.
 */

export interface Held {
  readonly table: string;
  /** The column that says of whom: the student, or a go of theirs. */
  readonly by: "student_id" | "sitting_id" | "id";
  /** Not in the file: they let somebody in, draw lots, or lead to another student. */
  readonly without?: readonly string[];
}

export const held: readonly Held[] = [
  { table: "student", by: "id" },
  { table: "enrolment", by: "student_id", without: ["entry_card", "card_sealed", "card_mark"] },
  { table: "student_group_member", by: "student_id" },
  { table: "seat", by: "student_id" },
  { table: "student_note", by: "student_id" },
  { table: "student_characteristic", by: "student_id" },
  { table: "student_topic", by: "student_id" },
  { table: "release_target", by: "student_id" },
  { table: "release_message", by: "student_id" },
  { table: "notice_opened", by: "student_id" },
  { table: "go_ahead", by: "student_id", without: ["word_id"] },
  { table: "extra_go", by: "student_id" },
  { table: "reflection", by: "student_id" },
  { table: "excused", by: "student_id" },
  { table: "path_tick", by: "student_id" },
  { table: "sitting", by: "student_id", without: ["token_hash", "seed"] },
  { table: "sitting_item", by: "sitting_id" },
  { table: "sitting_presence", by: "sitting_id" },
  { table: "response", by: "sitting_id" },
  { table: "response_event", by: "sitting_id" },
  { table: "reason", by: "sitting_id" },
  { table: "reason_told", by: "sitting_id", without: ["told_sitting_id", "told_position"] },
  { table: "mark", by: "sitting_id" },
  { table: "rubric_mark", by: "sitting_id" },
  { table: "second_mark", by: "sitting_id" },
  { table: "voided_go", by: "sitting_id" },
  { table: "evidence", by: "student_id" },
  { table: "memory_state", by: "student_id" },
];

/** Tables that say something of a student for minutes, or let somebody in: not in the file. */
export const passing: readonly string[] = ["session", "hand", "marking_claim"];
