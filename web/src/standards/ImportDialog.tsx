/** Brings standards in: an indented list pasted, or a CASE file. What will come of a list shows while it is typed. */
import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { readIndentedList } from "@verdant/core/standards/indentedList";
import { useState } from "react";
import { useUndoChangeMutation } from "../bank/api.ts";
import { problemOf, sentenceOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useImportStandardsMutation } from "./api.ts";
import { standardsNoteInWords } from "./notesInWords.ts";
import { t } from "../platform/words.ts";

export function ImportDialog({ close }: { close: () => void }) {
  const [title, setTitle] = useState("");
  const [text, setText] = useState("");
  const [mistake, setMistake] = useState("");
  const [bring, { isLoading, error }] = useImportStandardsMutation();
  const [undo] = useUndoChangeMutation();
  const say = useToast();
  const { standards, faults } = readIndentedList(text);
  const send = async (body: Parameters<typeof bring>[0]["body"]) => {
    const { data } = await bring({ body });
    if (!data) return;
    const { title: name, created, changed, retired, notes, given } = data;
    say({
      text: [
        t("{{name}}: {{created}} new, {{changed}} changed, {{retired}} withdrawn.", {
          name,
          created,
          changed,
          retired,
        }),
        ...(given.items > 0
          ? [t("{{count}} items that named one by a tag carry it now.", { count: given.items })]
          : []),
        ...notes.map(standardsNoteInWords),
      ].join(" "),
      ...(given.items > 0 && { undo: () => void takeBack(given.batchId) }),
    });
    close();
  };
  const takeBack = async (batchId: string) => {
    const { data, error: refused } = await undo({ params: { batchId } });
    if (refused) say({ text: problemOf(refused).detail, isError: true });
    else say({ text: t("{{count}} items as before.", { count: data.restored }) });
  };
  const readFile = async (file: File | undefined) => {
    if (!file) return;
    try {
      setMistake("");
      await send({ kind: "case", file: JSON.parse((await file.text()).replace(/^\uFEFF/, "")) as unknown });
    } catch {
      setMistake(t("This file is no JSON. Choose a CASE file that ends in .json."));
    }
  };
  return (
    <Dialog open onClose={close} fullWidth maxWidth="md">
      <DialogTitle>{t("Import standards")}</DialogTitle>
      <DialogContent>
        <Stack spacing={2} sx={{ pt: 1 }}>
          {(error ?? mistake) && <Alert severity="error">{mistake || problemOf(error).detail}</Alert>}
          <TextField
            label={t("Name of the framework")}
            value={title}
            onChange={(event) => {
              setTitle(event.target.value);
            }}
          />
          <TextField
            label={t("The list: one standard a line, what belongs to it further in")}
            multiline
            minRows={9}
            maxRows={16}
            value={text}
            placeholder={t("G1 Rivers\n  G1.1 Explain how a river erodes. :: You can show how a river erodes.")}
            onChange={(event) => {
              setText(event.target.value);
            }}
            slotProps={{ htmlInput: { style: { fontFamily: "monospace", fontSize: 14 } } }}
          />
          <Typography variant="body2" color={faults.length > 0 ? "error" : "textSecondary"}>
            {t("{{faults}} After two colons stands the wording for students.", {
              faults: faults[0]
                ? (sentenceOf(faults[0]) ?? "")
                : t("{{count}} standards understood.", { count: standards.length }),
            })}
          </Typography>
        </Stack>
      </DialogContent>
      <DialogActions>
        <Button component="label">
          {t("Import a CASE file instead")}
          <input
            hidden
            type="file"
            accept="application/json,.json"
            onChange={(event) => void readFile(event.target.files?.[0])}
          />
        </Button>
        <Button onClick={close}>{t("Cancel")}</Button>
        <Button
          variant="contained"
          loading={isLoading}
          disabled={standards.length === 0 || faults.length > 0 || title.trim() === ""}
          onClick={() => void send({ kind: "list", title: title.trim(), text })}
        >
          {t("Import {{count}} standards", { count: standards.length })}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
