/** What reports to print are made of: a part with its heading, and words of the teacher's that are printed and not saved. */
import Box from "@mui/material/Box";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { ReactNode } from "react";
import { t } from "../platform/words.ts";

export const Part = ({ title, children }: { title: string; children: ReactNode }) => (
  <Box component="section" aria-label={title} sx={{ mb: 2, breakInside: "avoid" }}>
    <Typography component="h3" sx={{ fontWeight: 700 }}>
      {title}
    </Typography>
    {children}
  </Box>
);

/** Where they are typed; not printed itself. */
export const OwnWordsField = ({ words, onChange }: { words: string; onChange: (words: string) => void }) => (
  <TextField
    label={t("Words of yours, printed at the end; they are not saved")}
    multiline
    fullWidth
    minRows={2}
    value={words}
    onChange={(event) => {
      onChange(event.target.value);
    }}
    slotProps={{ htmlInput: { maxLength: 2000 } }}
    sx={{ mb: 2, displayPrint: "none" }}
  />
);

/** As they are printed; nothing where there are none. */
export const OwnWords = ({ words }: { words: string }) =>
  words.trim() === "" ? null : (
    <Part title={t("From the teacher")}>
      <Box component="span" sx={{ whiteSpace: "pre-wrap", overflowWrap: "anywhere" }}>
        {words.trim()}
      </Box>
    </Part>
  );
