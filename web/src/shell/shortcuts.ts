/** The keys of each page, for the list that Ctrl or Cmd / opens. */
import { t } from "../platform/words.ts";

export interface Shortcut {
  readonly keys: string;
  readonly does: string;
}

const everywhere: readonly Shortcut[] = [
  { keys: t("Ctrl or Cmd K"), does: t("Find anything") },
  { keys: t("Ctrl or Cmd Z"), does: t("Undo") },
  { keys: t("Ctrl or Cmd /"), does: t("This list") },
  { keys: "Esc", does: t("Close what is open") },
];

const list: readonly Shortcut[] = [
  { keys: "↑ ↓ Home End", does: t("Move in the list") },
  { keys: "Enter", does: "Open" },
];

const ofPage: readonly (readonly [RegExp, readonly Shortcut[]])[] = [
  [
    /^\/bank$/,
    [
      ...list,
      { keys: t("Page up, Page down"), does: t("Move by ten") },
      { keys: "Space", does: t("Add to tray, or remove") },
    ],
  ],
  [
    /^\/bank\/./,
    [
      { keys: t("Ctrl or Cmd B, I"), does: t("Bold, italic") },
      { keys: t("Ctrl or Cmd Z"), does: t("Undo in the field") },
    ],
  ],
  [/^\/(quizzes|results)$/, list],
  [
    /^\/quizzes\/[^/]+$/,
    [
      { keys: "← → on a bead", does: t("Move the question") },
      { keys: t("Ctrl or Cmd Z"), does: t("Undo; with Shift, redo") },
      { keys: t("Enter in the add line"), does: t("Add what is marked") },
      { keys: t("Space in the add line"), does: t("Pick several") },
    ],
  ],
  [/^\/topics/, [{ keys: t("Enter in a name"), does: t("Save the name") }]],
];

/** A key that a page uses for itself is not listed twice. */
export function shortcutsOf(path: string): readonly Shortcut[] {
  const own = ofPage.find(([pattern]) => pattern.test(path))?.[1] ?? [];
  return [...own, ...everywhere.filter(({ keys }) => !own.some((one) => one.keys === keys))];
}
