/** Adds a picture: the file, what somebody who cannot see it needs to know, and who made it. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { useKeepMediaMutation } from "../bank/api.ts";

/** A text attribute of the picture's node. */
const textIn = (attrs: Record<string, unknown> | null, name: string) => {
  const value = attrs?.[name];
  return typeof value === "string" ? value : "";
};

export function ImageDialog({
  before,
  close,
  insert,
}: {
  before: Record<string, unknown> | null;
  close: () => void;
  insert: (attrs: Record<string, unknown>) => void;
}) {
  const [keep, { isLoading, error }] = useKeepMediaMutation();
  const [kept, setKept] = useState(before);
  const [alt, setAlt] = useState(textIn(before, "alt"));
  const [credit, setCredit] = useState(textIn(before, "credit"));
  const choose = (file: File | undefined) => {
    if (!file) return;
    void keep(file).then(({ data }) => {
      if (data) setKept({ hash: data.hash, width: data.width, height: data.height });
    });
  };
  return (
    <Dialog open onClose={close} fullWidth maxWidth="sm">
      <DialogTitle>{before ? "The picture" : "Add a picture"}</DialogTitle>
      <DialogContent>
        <Stack spacing={2} sx={{ pt: 1 }}>
          {error && <Alert severity="error">{problemOf(error).detail}</Alert>}
          {kept ? (
            <Box
              component="img"
              src={`/api/media/${String(kept["hash"])}`}
              alt=""
              sx={{ maxWidth: "100%", maxHeight: 240, objectFit: "contain" }}
            />
          ) : (
            <Button component="label" variant="outlined" loading={isLoading}>
              Choose a picture (PNG, JPEG, WebP or SVG, up to 5 MB)
              <input
                hidden
                type="file"
                accept="image/png,image/jpeg,image/webp,image/gif,image/svg+xml"
                onChange={(event) => {
                  choose(event.target.files?.[0]);
                }}
              />
            </Button>
          )}
          <TextField
            label="What it shows, for those who cannot see it"
            required
            multiline
            value={alt}
            onChange={(event) => {
              setAlt(event.target.value);
            }}
            slotProps={{ htmlInput: { maxLength: 1000 } }}
          />
          <TextField
            label="Who made it, and the licence"
            value={credit}
            onChange={(event) => {
              setCredit(event.target.value);
            }}
            slotProps={{ htmlInput: { maxLength: 1000 } }}
          />
        </Stack>
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Leave it</Button>
        <Button
          variant="contained"
          disabled={!kept || alt.trim() === ""}
          onClick={() => {
            insert({ ...kept, alt: alt.trim(), credit: credit.trim() });
            close();
          }}
        >
          {before ? "Keep" : "Put it in"}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
