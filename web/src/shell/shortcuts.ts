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
  { keys: t("Esc"), does: t("Close what is open") },
];

const list: readonly Shortcut[] = [
  { keys: t("↑ ↓ Home End"), does: t("Move in the list") },
  { keys: t("Enter"), does: t("Open") },
];

const ofPage: readonly (readonly [path: RegExp, page: string, readonly Shortcut[]])[] = [
  [
    /^\/bank$/,
    t("Bank"),
    [
      ...list,
      { keys: t("Page up, Page down"), does: t("Move by ten") },
      { keys: t("Space"), does: t("Add to tray, or remove") },
    ],
  ],
  [
    /^\/bank\/./,
    t("An item being written"),
    [
      { keys: t("Ctrl or Cmd B, I"), does: t("Bold, italic") },
      { keys: t("Ctrl or Cmd Z"), does: t("Undo in the field") },
    ],
  ],
  [/^\/(quizzes|results)$/, t("Quizzes and results"), list],
  [
    /^\/quizzes\/[^/]+$/,
    t("A quiz being composed"),
    [
      { keys: t("← → on a bead"), does: t("Move the question") },
      { keys: t("Ctrl or Cmd Z"), does: t("Undo; with Shift, redo") },
      { keys: t("Enter in the add line"), does: t("Add what is marked") },
      { keys: t("Space in the add line"), does: t("Pick several") },
    ],
  ],
  [
    /\/marking$/,
    t("Marking"),
    [
      { keys: t("1 to 9"), does: t("Choose a level") },
      { keys: t("Alt 1 to 9"), does: t("Add a kept sentence") },
      { keys: t("J, K"), does: t("Next answer, previous answer") },
      { keys: t("Ctrl or Cmd Enter"), does: t("Mark and go on") },
    ],
  ],
  [/^\/topics/, t("Topics and standards"), [{ keys: t("Enter in a name"), does: t("Save the name") }]],
];

/** A key that a page uses for itself is not listed twice. */
export function shortcutsOf(path: string): readonly Shortcut[] {
  const own = ofPage.find(([pattern]) => pattern.test(path))?.[2] ?? [];
  return [...own, ...everywhere.filter(({ keys }) => !own.some((one) => one.keys === keys))];
}

/** All of them, for the Help page. */
export const allShortcuts: readonly { readonly page: string; readonly keys: readonly Shortcut[] }[] = [
  { page: t("Everywhere"), keys: everywhere },
  ...ofPage.map(([, page, keys]) => ({ page, keys })),
];
