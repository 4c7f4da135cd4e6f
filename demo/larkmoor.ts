/** Larkmoor School as a department file, its dates moved by whole weeks so that today is always in the middle of the year. */
import { DepartmentFile } from "@verdant/contract/exchange";
import { dateOf, dayOf } from "@verdant/core/plan/day";
import classes from "./larkmoor/classes.json" with { type: "json" };
import about from "./larkmoor/demo.json" with { type: "json" };
import items from "./larkmoor/items.json" with { type: "json" };
import structure from "./larkmoor/structure.json" with { type: "json" };

export const demo = about;

/** @param today a local date, YYYY-MM-DD */
export function larkmoor(today: string): DepartmentFile {
  const shift = Math.floor((dayOf(today) - dayOf(about.anchor)) / 7) * 7;
  const file = { format: "verdant-loop-department", formatVersion: 1, ...structure, ...classes, ...items };
  return DepartmentFile.parse(moved(file, shift));
}

/** A copy of `value` with every date moved by `days`. */
function moved(value: unknown, days: number): unknown {
  if (typeof value === "string") return /^\d{4}-\d{2}-\d{2}$/.test(value) ? dateOf(dayOf(value) + days) : value;
  if (Array.isArray(value)) return value.map((one) => moved(one, days));
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, moved(one, days)]));
}
