/** Whether a release can be begun at a moment. All times are milliseconds since the epoch. */

export interface Window {
  readonly opensAt: number;
  readonly handInBy: number | null;
  readonly shutsAt: number | null;
}

export type Opening = "notYet" | "open" | "shut";

/** "open" from `opensAt` on until `shutsAt`; the moment itself counts as shut. One that shuts as it opens is shut for good. */
export function openingAt(window: Window, at: number): Opening {
  const { opensAt, shutsAt } = window;
  if (shutsAt !== null && (at >= shutsAt || shutsAt <= opensAt)) return "shut";
  return at < opensAt ? "notYet" : "open";
}

/** When a sitting begun at `startedAt` ends by itself: at its time limit or when the release shuts; null: never. */
export function deadlineOf(window: Window, startedAt: number, minutes: number | null): number | null {
  const limit = minutes === null ? Number.POSITIVE_INFINITY : startedAt + minutes * 60_000;
  const earliest = Math.min(limit, window.shutsAt ?? Number.POSITIVE_INFINITY);
  return Number.isFinite(earliest) ? earliest : null;
}
