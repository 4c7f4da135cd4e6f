import { useEffect, useState } from "react";

export type ShellDialog = "finder" | "shortcuts" | null;

/** Ctrl or Cmd K finds, Ctrl or Cmd / lists the keys of the page; the same keys close again. */
export function useShellKeys() {
  const [dialog, setDialog] = useState<ShellDialog>(null);
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
      const wanted = event.key.toLowerCase() === "k" ? "finder" : event.key === "/" ? "shortcuts" : null;
      if (wanted === null) return;
      event.preventDefault();
      setDialog((open) => (open === wanted ? null : wanted));
    };
    window.addEventListener("keydown", onKeyDown);
    return () => {
      window.removeEventListener("keydown", onKeyDown);
    };
  }, []);
  return { dialog, setDialog };
}
