/** Adds a recording: the file or one of the shelf, its title, what is said in it, and who made it. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import type { KeptMedia } from "@verdant/contract/media";
import { limits } from "@verdant/contract/wire";
import type { Recording } from "@verdant/core/richText";
import { useState } from "react";
import { recordingFiles, ShelfPicker } from "../media/ShelfPicker.tsx";
import { RecordingPlayer } from "../player/RecordingView.tsx";
import { useShelfDescription } from "./ImageDialog.tsx";
import { t } from "../platform/words.ts";

const fields = [
  ["title", "Title", limits.alt, false],
  ["transcript", t("What is said and what happens, for those who cannot hear or see it"), limits.transcript, true],
  ["credit", t("Who made it, and the licence"), limits.alt, false],
] as const;

export function RecordingDialog(props: {
  before: Recording | null;
  close: () => void;
  insert: (recording: Recording) => void;
}) {
  const { before, close, insert } = props;
  const [recording, setRecording] = useState<Recording | null>(before);
  const [chosen, setChosen] = useState<KeptMedia | null>(null);
  const tellShelf = useShelfDescription();
  const choose = (media: KeptMedia) => {
    if (media.kind === "picture") return;
    const { hash, name, description, credit } = media;
    setRecording({ type: media.kind, hash, title: name.replace(/\.\w+$/, ""), transcript: description, credit });
    setChosen(media);
  };
  return (
    <Dialog open onClose={close} fullWidth maxWidth="sm">
      <DialogTitle>{before ? t("The recording") : t("Add a recording")}</DialogTitle>
      <DialogContent>
        <Stack spacing={2} sx={{ pt: 1 }}>
          {recording ? (
            <Box>
              <RecordingPlayer recording={recording} />
            </Box>
          ) : (
            <ShelfPicker kinds={["audio", "video"]} files={recordingFiles} choose={choose} />
          )}
          {recording &&
            fields.map(([name, label, maxLength, isLong]) => (
              <TextField
                key={name}
                label={label}
                required={name === "transcript"}
                multiline={isLong}
                minRows={isLong ? 4 : 1}
                maxRows={10}
                value={recording[name]}
                slotProps={{ htmlInput: { maxLength } }}
                onChange={(event) => {
                  setRecording({ ...recording, [name]: event.target.value });
                }}
              />
            ))}
        </Stack>
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>{t("Cancel")}</Button>
        <Button
          variant="contained"
          disabled={!recording || recording.transcript.trim() === ""}
          onClick={() => {
            if (!recording) return;
            insert(recording);
            tellShelf(chosen, { description: recording.transcript, credit: recording.credit });
            close();
          }}
        >
          {before ? t("Save") : t("Put it in")}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
