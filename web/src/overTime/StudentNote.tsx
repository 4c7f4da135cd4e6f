/** A note about a student that staff read and no student. Kept by a button, so that nothing half written stands there. */
import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { noteLimit } from "@verdant/contract/overTime";
import type { StudentOverTime } from "@verdant/contract/overTime";
import { useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { moment } from "../ui/dates.ts";
import { useToast } from "../ui/Toasts.tsx";
import { t } from "../platform/words.ts";
import { useSetStudentNoteMutation } from "./api.ts";

export function StudentNote({ of: { classId, studentId, note } }: { of: StudentOverTime }) {
  const [typed, setTyped] = useState(note.text);
  // What it was when the typing began.
  const [from, setFrom] = useState(note);
  const [keep, { isLoading, error, reset }] = useSetStudentNoteMutation();
  const say = useToast();
  // Whatever is typed here stays; what a colleague wrote meanwhile is shown beside it.
  const isOlder = from.version !== note.version;
  if (isOlder && typed === from.text) {
    setTyped(note.text);
    setFrom(note);
  }
  const save = async () => {
    const { data } = await keep({ params: { classId, studentId }, body: { text: typed, version: from.version } });
    if (!data) return;
    setTyped(data.text);
    setFrom(data);
    say({ text: t("The note is saved.") });
  };
  return (
    <Paper component="section" aria-labelledby="note" sx={{ p: 2 }}>
      <Typography variant="h2" id="note">
        {t("Note for staff")}
      </Typography>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
        {note.by === null || note.at === null
          ? t("Everybody who teaches in the department reads it; students never do.")
          : t("Last changed by {{by}}, {{at}}. Everybody who teaches in the department reads it; students never do.", {
              by: note.by,
              at: moment(note.at),
            })}
      </Typography>
      {error && (
        <Alert severity="error" sx={{ mb: 1 }}>
          {problemOf(error).detail}
        </Alert>
      )}
      {isOlder && (
        <Alert
          severity="info"
          sx={{ mb: 1 }}
          action={
            <Button
              color="inherit"
              onClick={() => {
                setFrom(note);
                reset();
              }}
            >
              {t("Replace it with mine")}
            </Button>
          }
        >
          {t("It now reads: “{{text}}”", { text: note.text })}
        </Alert>
      )}
      <TextField
        label={t("Note")}
        multiline
        fullWidth
        minRows={2}
        value={typed}
        onChange={(event) => {
          setTyped(event.target.value);
        }}
        slotProps={{ htmlInput: { maxLength: noteLimit } }}
      />
      <Button
        variant="outlined"
        sx={{ mt: 1 }}
        disabled={isLoading || isOlder || typed.trim() === note.text}
        onClick={() => void save()}
      >
        {t("Save the note")}
      </Button>
    </Paper>
  );
}
