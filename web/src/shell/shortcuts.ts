/** The keys of each page, for the list that Ctrl or Cmd / opens. */
export interface Shortcut {
  readonly keys: string;
  readonly does: string;
}

const everywhere: readonly Shortcut[] = [
  { keys: "Ctrl or Cmd K", does: "Find anything" },
  { keys: "Ctrl or Cmd Z", does: "Bring back what can be undone" },
  { keys: "Ctrl or Cmd /", does: "This list" },
  { keys: "Esc", does: "Close what is open" },
];

const list: readonly Shortcut[] = [
  { keys: "↑ ↓ Home End", does: "Move in the list" },
  { keys: "Enter", does: "Open" },
];

const ofPage: readonly (readonly [RegExp, readonly Shortcut[]])[] = [
  [
    /^\/bank$/,
    [...list, { keys: "Page up, Page down", does: "Move by ten" }, { keys: "Space", does: "Set aside, or put back" }],
  ],
  [
    /^\/bank\/./,
    [
      { keys: "Ctrl or Cmd B, I", does: "Bold, italic" },
      { keys: "Ctrl or Cmd Z", does: "Undo in the field" },
    ],
  ],
  [/^\/(quizzes|results)$/, list],
  [
    /^\/quizzes\/[^/]+$/,
    [
      { keys: "← → on a bead", does: "Move the question" },
      { keys: "Ctrl or Cmd Z", does: "Undo; with Shift, do it again" },
      { keys: "Enter in the add line", does: "Put in what is marked" },
      { keys: "Space in the add line", does: "Pick several" },
    ],
  ],
  [/^\/topics/, [{ keys: "Enter in a name", does: "Keep the name" }]],
];

/** A key that a page uses for itself is not listed twice. */
export function shortcutsOf(path: string): readonly Shortcut[] {
  const own = ofPage.find(([pattern]) => pattern.test(path))?.[1] ?? [];
  return [...own, ...everywhere.filter(({ keys }) => !own.some((one) => one.keys === keys))];
}
