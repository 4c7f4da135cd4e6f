/** A shared text, map or chart above its questions; it can be folded away and opened again. */
import Box from "@mui/material/Box";
import type { Stimulus } from "@verdant/core/stimuli/stimulus";
import { RichTextView } from "./RichTextView.tsx";

export function StimulusView({ stimulus }: { stimulus: Stimulus }) {
  return (
    <Box
      component="details"
      open
      sx={{ mb: 2, px: 2, py: 1.25, border: 1, borderColor: "divider", borderRadius: 1, bgcolor: "background.paper" }}
    >
      <Box component="summary" sx={{ fontWeight: 700, cursor: "pointer" }}>
        {stimulus.title}
      </Box>
      <Box sx={{ mt: 1 }}>
        <RichTextView text={stimulus.text} />
      </Box>
    </Box>
  );
}
