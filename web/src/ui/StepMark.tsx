/** The mark of a step: done, open (lit when it is the next), or shut. Words beside it say the same. */
import Box from "@mui/material/Box";
import { Check, Lock } from "lucide-react";

export function StepMark(props: { state: "done" | "open" | "shut"; isNext: boolean; isWaiting?: boolean }) {
  const { state, isNext, isWaiting = false } = props;
  const ring = isWaiting ? "warning.main" : isNext ? "primary.main" : "divider";
  return (
    <Box
      component="span"
      aria-hidden
      sx={{
        ...{ width: 22, height: 22, borderRadius: "50%", flex: "none" },
        ...{ display: "inline-grid", placeItems: "center", verticalAlign: "middle" },
        border: isNext || isWaiting ? 3 : 2,
        borderColor: state === "done" ? "primary.main" : ring,
        bgcolor: state === "done" ? "primary.main" : "background.paper",
        color: state === "done" ? "primary.contrastText" : "text.secondary",
      }}
    >
      {state === "done" ? <Check size={14} strokeWidth={3} /> : state === "shut" ? <Lock size={11} /> : null}
    </Box>
  );
}
