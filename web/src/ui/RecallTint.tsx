import Box from "@mui/material/Box";
import { bandInWords } from "./dueReason.ts";
import { t } from "../platform/words.ts";

/** Recall on one hue, light (fading) to deep (secure), as ten small cells of which the expected number is filled. */
export function RecallTint({ band, none }: { band: { low: number; high: number } | null; none: string }) {
  if (!band)
    return (
      <Box component="span" sx={{ color: "text.secondary", fontSize: 13 }}>
        {none}
      </Box>
    );
  const tint = (cell: number) => (cell < band.low ? 1 : cell < band.high ? 0.45 : 0);
  return (
    <Box role="img" aria-label={t("recall {{band}}", { band: bandInWords(band) })} sx={{ display: "flex", gap: "2px" }}>
      {Array.from({ length: 10 }, (_, cell) => (
        <Box
          key={cell}
          sx={{
            width: 11,
            height: 16,
            borderRadius: "3px",
            bgcolor: "divider",
            position: "relative",
            overflow: "hidden",
            "&::after": { content: '""', position: "absolute", inset: 0, bgcolor: "primary.main", opacity: tint(cell) },
          }}
        />
      ))}
    </Box>
  );
}
