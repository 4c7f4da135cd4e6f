/**
 * Short messages at the bottom edge: what was done, with Undo where it can be undone. One at a time, the newest.
 * Ctrl or Cmd Z brings the last one that can be undone back, so that nobody has to be quicker than a message fades.
 */
import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import Snackbar from "@mui/material/Snackbar";
import { X } from "lucide-react";
import { createContext, useCallback, useContext, useEffect, useRef, useState, type ReactNode } from "react";
import { undoKey } from "./undoKey.ts";
import { t } from "../platform/words.ts";

interface Toast {
  readonly text: string;
  readonly isError?: boolean;
  readonly undo?: () => void;
}

const Say = createContext<(toast: Toast) => void>(() => undefined);

/** Says something that outlives the page it was said on. */
export const useToast = () => useContext(Say);

export function Toasts({ children }: { children: ReactNode }) {
  const [toast, setToast] = useState<(Toast & { readonly n: number }) | null>(null);
  const [isOpen, setOpen] = useState(false);
  const [isBroughtBack, setBroughtBack] = useState(false);
  const undoable = useRef<Toast | null>(null);
  const show = useCallback((next: Toast, isBack: boolean) => {
    setToast((before) => ({ ...next, n: (before?.n ?? 0) + 1 }));
    setBroughtBack(isBack);
    setOpen(true);
  }, []);
  const say = useCallback(
    (next: Toast) => {
      if (next.undo) undoable.current = next;
      show(next, false);
    },
    [show],
  );
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.defaultPrevented || undoKey(event) !== "undo" || !undoable.current) return;
      event.preventDefault();
      show(undoable.current, true);
    };
    window.addEventListener("keydown", press);
    return () => {
      window.removeEventListener("keydown", press);
    };
  }, [show]);
  const close = () => {
    setOpen(false);
  };
  const undo = toast?.undo;
  return (
    <Say value={say}>
      {children}
      <Snackbar
        key={toast?.n}
        open={isOpen}
        autoHideDuration={undo || toast?.isError ? 20_000 : 6000}
        onClose={(_, reason) => {
          if (reason !== "clickaway") close();
        }}
      >
        <Alert
          severity={toast?.isError ? "error" : "success"}
          variant="filled"
          sx={
            toast?.isError
              ? { bgcolor: "error.main", color: "error.contrastText" }
              : { bgcolor: "text.primary", color: "background.paper" }
          }
          icon={false}
          action={
            <>
              {undo && (
                <Button
                  color="inherit"
                  size="small"
                  autoFocus={isBroughtBack}
                  sx={{ "&:focus": { outline: "3px solid", outlineColor: "warning.main" } }}
                  onClick={() => {
                    close();
                    undoable.current = null;
                    undo();
                  }}
                >
                  {t("Undo")}
                </Button>
              )}
              <IconButton color="inherit" size="small" aria-label={t("Close the message")} onClick={close}>
                <X size={16} />
              </IconButton>
            </>
          }
        >
          {toast?.text}
        </Alert>
      </Snackbar>
    </Say>
  );
}
