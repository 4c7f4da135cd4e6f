/** A row of a list from which one is chosen to be read beside it. */
import Box from "@mui/material/Box";
import { useEffect, useRef, type ReactNode } from "react";

export function PickRow(props: { isChosen: boolean; choose: () => void; children: ReactNode }) {
  const { isChosen, choose, children } = props;
  const self = useRef<HTMLButtonElement>(null);
  // Whoever moves by keys keeps the chosen one in sight.
  useEffect(() => {
    if (isChosen) self.current?.scrollIntoView({ block: "nearest" });
  }, [isChosen]);
  return (
    <Box component="li" sx={{ mb: 1 }}>
      <Box
        ref={self}
        component="button"
        type="button"
        aria-pressed={isChosen}
        onClick={choose}
        sx={{
          font: "inherit",
          color: "inherit",
          textAlign: "start",
          cursor: "pointer",
          width: "100%",
          p: 1.25,
          borderRadius: 1.5,
          border: 1,
          borderColor: isChosen ? "primary.main" : "divider",
          bgcolor: isChosen ? "success.light" : "background.paper",
        }}
      >
        {children}
      </Box>
    </Box>
  );
}
