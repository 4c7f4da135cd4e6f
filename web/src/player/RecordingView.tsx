/** A recording with its controls, and what is said in it. */
import Box from "@mui/material/Box";
import type { Recording } from "@verdant/core/richText";
import { t } from "../platform/words.ts";

export function RecordingView({ recording }: { recording: Recording }) {
  const { title, transcript, credit } = recording;
  return (
    <Box component="figure" sx={{ m: 0, my: 1 }}>
      <Box component="figcaption" sx={{ fontWeight: 700, mb: 0.5 }}>
        {title}
      </Box>
      <RecordingPlayer recording={recording} />
      <Box component="details" sx={{ fontSize: "0.9em", mt: 0.5 }}>
        <Box component="summary" sx={{ cursor: "pointer" }}>
          {t("What is said")}
        </Box>
        <Box sx={{ whiteSpace: "pre-line", mt: 0.5 }}>{transcript}</Box>
      </Box>
      {credit !== "" && <Box sx={{ fontSize: "0.75rem", color: "text.secondary" }}>{credit}</Box>}
    </Box>
  );
}

export function RecordingPlayer({ recording }: { recording: Recording }) {
  return (
    <Box
      component={recording.type}
      controls
      preload="metadata"
      src={`/api/media/${recording.hash}`}
      aria-label={recording.title}
      sx={{ display: "block", width: "100%", maxWidth: 560 }}
    />
  );
}
