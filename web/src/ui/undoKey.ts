/** What Ctrl or Cmd Z asks of a page: nothing while something is being typed, which has an undo of its own. */
export function undoKey(event: KeyboardEvent): "undo" | "redo" | null {
  const target = event.target as HTMLElement;
  const isTyping = ["INPUT", "TEXTAREA"].includes(target.tagName) || target.isContentEditable;
  if (isTyping || event.key.toLowerCase() !== "z" || !(event.ctrlKey || event.metaKey)) return null;
  return event.shiftKey ? "redo" : "undo";
}
