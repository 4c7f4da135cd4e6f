/** A blueprint as rows that read as sentences, and back. */
import type { Blueprint, Subject } from "@verdant/contract/requirements";

/** What a number of questions can be asked of. */
export type Countable = Exclude<Subject, { of: "all" | "time" }>;

export const quantities = ["atLeast", "exactly", "atMost", "between"] as const;
export type Quantity = (typeof quantities)[number];

/** "at least 2", "between 2 and 4"; `high` says something of "between" and "at most" only. */
export interface CountRow {
  readonly what: "count";
  readonly subject: Countable;
  readonly quantity: Quantity;
  readonly low: number;
  readonly high: number;
}
export type LimitRow = { readonly what: "minutes" | "unseenWeeks" | "perTopic"; readonly number: number };
export type Row =
  | CountRow
  | LimitRow
  | { readonly what: "onlyTopics"; readonly topicIds: readonly string[] }
  | { readonly what: "reserved" };

/** The most that a blueprint can ask for: as many as there are. */
const open = 60;

export const keyOf = (subject: Subject): string =>
  [subject.of, ...Object.entries(subject).flatMap(([name, value]) => (name === "of" ? [] : [value]))].join(" ");
/** Two rows of the same key would say two things of one. */
export const keyOfRow = (row: Row): string => (row.what === "count" ? keyOf(row.subject) : row.what);

export const emptyBlueprint = (count: number): Blueprint => ({
  schemaVersion: 1,
  count,
  units: [],
  topics: [],
  topicIds: [],
  standards: [],
  kinds: [],
  demands: [],
  minutesAtMost: null,
  use: "practice",
  unseenWeeks: null,
  perTopicAtMost: null,
});

function counted(subject: Countable, { atLeast, atMost }: { atLeast: number; atMost: number }): CountRow {
  const quantity = atMost >= open ? "atLeast" : atLeast === atMost ? "exactly" : atLeast === 0 ? "atMost" : "between";
  return { what: "count", subject, quantity, low: atLeast, high: Math.min(open, atMost) };
}

export const rowsOf = (blueprint: Blueprint): Row[] => [
  ...blueprint.units.map((one) => counted({ of: "unit", unitId: one.unitId }, one)),
  ...blueprint.topics.map((one) => counted({ of: "topic", topicId: one.topicId }, one)),
  ...blueprint.standards.map((one) =>
    counted({ of: "standard", standardId: one.standardId }, { atLeast: one.atLeast, atMost: open }),
  ),
  ...blueprint.kinds.map((one) => counted({ of: "kind", kind: one.kind }, one)),
  ...blueprint.demands.map((one) => counted({ of: "demand", demand: one.demand }, one)),
  ...(blueprint.topicIds.length > 0 ? [{ what: "onlyTopics" as const, topicIds: blueprint.topicIds }] : []),
  ...limitsOf(blueprint),
  ...(blueprint.use === "reserved" ? [{ what: "reserved" as const }] : []),
];

const limitsOf = ({ minutesAtMost, unseenWeeks, perTopicAtMost }: Blueprint): LimitRow[] =>
  (
    [
      ["minutes", minutesAtMost],
      ["unseenWeeks", unseenWeeks],
      ["perTopic", perTopicAtMost],
    ] as const
  ).flatMap(([what, number]) => (number === null ? [] : [{ what, number }]));

function rangeOf({ quantity, low, high }: CountRow): { atLeast: number; atMost: number } {
  switch (quantity) {
    case "atLeast":
      return { atLeast: low, atMost: open };
    case "exactly":
      return { atLeast: low, atMost: low };
    case "atMost":
      return { atLeast: 0, atMost: high };
    case "between":
      return { atLeast: Math.min(low, high), atMost: Math.max(low, high) };
  }
}

/** The blueprint of `count` questions that these rows ask for; null where they ask for nothing. */
export function blueprintOf(count: number, rows: readonly Row[]): Blueprint | null {
  if (rows.length === 0) return null;
  const counts = rows.filter((row) => row.what === "count");
  const number = (what: LimitRow["what"]) =>
    rows.flatMap((row) => (row.what === what && "number" in row ? [row.number] : [])).at(0) ?? null;
  return {
    ...emptyBlueprint(count),
    units: counts.flatMap((row) =>
      row.subject.of === "unit" ? [{ unitId: row.subject.unitId, ...rangeOf(row) }] : [],
    ),
    topics: counts.flatMap((row) =>
      row.subject.of === "topic" ? [{ topicId: row.subject.topicId, ...rangeOf(row) }] : [],
    ),
    standards: counts.flatMap((row) =>
      row.subject.of === "standard"
        ? [{ standardId: row.subject.standardId, atLeast: Math.max(1, rangeOf(row).atLeast) }]
        : [],
    ),
    kinds: counts.flatMap((row) => (row.subject.of === "kind" ? [{ kind: row.subject.kind, ...rangeOf(row) }] : [])),
    demands: counts.flatMap((row) =>
      row.subject.of === "demand" ? [{ demand: row.subject.demand, ...rangeOf(row) }] : [],
    ),
    topicIds: rows.flatMap((row) => (row.what === "onlyTopics" ? [...row.topicIds] : [])),
    minutesAtMost: number("minutes"),
    unseenWeeks: number("unseenWeeks"),
    perTopicAtMost: number("perTopic"),
    use: rows.some((row) => row.what === "reserved") ? "reserved" : "practice",
  };
}

/** The rows whose unit, topic or standard is known here, and how many are not. */
export function knownRows(
  rows: readonly Row[],
  isKnown: (subject: Countable) => boolean,
): { readonly rows: Row[]; readonly unknown: number } {
  const known = rows.filter((row) => row.what !== "count" || isKnown(row.subject));
  return { rows: known, unknown: rows.length - known.length };
}
