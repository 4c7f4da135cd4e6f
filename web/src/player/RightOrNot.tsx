/** Whether one part of an answer is right; where it is not, what would have been. */
import Box from "@mui/material/Box";
import { t } from "../platform/words.ts";

export function RightOrNot({ isRight, right }: { isRight: boolean; right: string }) {
  return (
    <Box
      component="span"
      sx={{ fontSize: "0.9em", fontWeight: 700, lineHeight: 1.4, color: isRight ? "primary.main" : "error.main" }}
    >
      {isRight ? t("✓ right") : t("✗ right: {{key}}", { key: right })}
    </Box>
  );
}
