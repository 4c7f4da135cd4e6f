/** Short messages at the bottom edge: what was done, with Undo where it can be undone. One at a time, the newest. */
import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import Snackbar from "@mui/material/Snackbar";
import { createContext, useCallback, useContext, useState, type ReactNode } from "react";

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
  const say = useCallback((next: Toast) => {
    setToast((before) => ({ ...next, n: (before?.n ?? 0) + 1 }));
    setOpen(true);
  }, []);
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
        autoHideDuration={undo || toast?.isError ? 12_000 : 6000}
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
          onClose={close}
          closeText="Close the message"
          action={
            undo && (
              <Button
                color="inherit"
                size="small"
                onClick={() => {
                  close();
                  undo();
                }}
              >
                Undo
              </Button>
            )
          }
        >
          {toast?.text}
        </Alert>
      </Snackbar>
    </Say>
  );
}
