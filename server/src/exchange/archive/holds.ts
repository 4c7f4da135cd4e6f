/**
 * What a department's archive holds: every table that there is, with what becomes of it. A test compares this with the
 * database: whoever adds a table says here whether it goes along.
 */

export interface Held {
  readonly table: string;
  /**
   * In an archive without people: the table is left out (`none`), or only those rows go along in which this column is empty
   * (`unless`). Otherwise all rows go along, and whoever did something is nobody in them.
   */
  readonly withoutPeople?: "none" | { readonly unless: string };
  /** Columns that never go along: they let somebody in, or belong to this installation. */
  readonly without?: readonly string[];
  /** Its column `bytes` goes along as files of their own, at this path. */
  readonly files?: { readonly folder: string; readonly named: readonly string[] };
}

const about = (...tables: string[]): Held[] => tables.map((table) => ({ table, withoutPeople: "none" }));
const all = (...tables: string[]): Held[] => tables.map((table) => ({ table }));

export const archived: readonly Held[] = [
  { table: "department", without: ["is_demo"] },
  // The bank.
  ...all("framework", "standard", "standard_link", "topic", "topic_ancestor", "topic_standard", "misconception"),
  ...all("family", "item", "item_revision", "item_standard", "item_media", "item_search", "lexeme"),
  ...all("stimulus", "stimulus_revision", "stimulus_media", "many", "many_item", "option_set", "department_word"),
  ...all("comment", "marking_comment", "review_request", "twin_request", "doubt_look", "column_mapping", "kept_part"),
  { table: "media", files: { folder: "media", named: ["hash"] } },
  { table: "kept_file", files: { folder: "kept", named: ["kept_id", "n"] } },
  { table: "writing_goal", withoutPeople: { unless: "person_id" } },
  { table: "saved_view", withoutPeople: { unless: "person_id" } },
  // What is known of the bank from answers, which names nobody.
  ...all("item_stats", "stats_through", "item_calibration", "calibration", "item_doubt", "exposure"),
  // Without people these name groups that nobody is in.
  ...all("characteristic", "characteristic_value", "item_differential"),
  // Courses and what was planned and released.
  ...all("school_year", "closed_days", "course", "unit", "unit_topic", "class", "class_unit", "class_topic"),
  ...all("planned_return", "requirement_set", "path", "path_step", "mark_weight"),
  ...all("quiz", "quiz_part", "quiz_place", "quiz_pool_item", "quiz_step"),
  ...all("release", "release_part", "release_place", "release_item", "key_ruling"),
  { table: "release_target", withoutPeople: { unless: "student_id" } },
  // Staff.
  ...about("membership", "invitation", "access_grant", "class_teacher", "remedy", "draft", "tray_item", "history"),
  // Students, their goes, and what is remembered of them.
  ...about("student", "student_group", "student_group_member", "student_note", "student_topic", "seat"),
  ...about("student_characteristic"),
  { table: "enrolment", withoutPeople: "none", without: ["entry_card", "card_mark", "card_sealed"] },
  { table: "sitting", withoutPeople: "none", without: ["token_hash"] },
  ...about("sitting_item", "response", "response_event", "reason", "reason_told", "mark", "rubric_mark", "second_mark"),
  ...about("voided_go", "excused"),
  ...about(
    "extra_go",
    "go_ahead",
    "opening_word",
    "reflection",
    "hand",
    "notice_opened",
    "release_message",
    "path_tick",
  ),
  ...about("evidence", "class_memory", "memory_state", "memory_offset", "memory_checkpoint"),
];

/** What never goes along, and why. */
export const leftOut: Readonly<Record<"letsIn" | "passes" | "ofInstallation", readonly string[]>> = {
  letsIn: ["session", "password_reset", "second_factor", "recovery_code", "class_list_connection"],
  passes: [
    ...["presence", "sitting_presence", "release_watch", "marking_claim", "member_seen", "throttle", "request_key"],
    ...["transfer", "transfer_piece", "import_finding", "class_list_errand", "class_list_sent"],
  ],
  // Of `person` name and address go along, of those who appear in the archive.
  ofInstallation: ["installation", "person", "kysely_migration", "kysely_migration_lock"],
};

/** Who did something in an archive without people. */
export const nobody = "00000000-0000-0000-0000-000000000000";
