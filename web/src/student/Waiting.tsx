import Box from "@mui/material/Box";
import { t } from "../platform/words.ts";

/** Something is on its way: the browser's own strip, which weighs nothing. */
export const Waiting = () => (
  <Box
    component="progress"
    aria-label={t("Loading")}
    sx={{ display: "block", width: 1, height: 4, accentColor: "var(--mui-palette-primary-main)" }}
  />
);
