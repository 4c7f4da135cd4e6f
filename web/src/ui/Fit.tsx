import Box from "@mui/material/Box";
import { fitFigure, fitInWords, type Agreement } from "./fitInWords.ts";

/** The sentence; the figure opens on demand. */
export function Fit({ agreement }: { agreement: Agreement }) {
  return (
    <Box component="details" sx={{ typography: "body2", "& summary": { cursor: "pointer" } }}>
      <summary>{fitInWords(agreement)}</summary>
      {fitFigure(agreement)}
    </Box>
  );
}
