/** A change suggested in the editor itself: the author sees what differs and takes it with one click. */
import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import { differingFields } from "@verdant/core/bank/fields";
import type { Content } from "@verdant/core/items/kinds";
import { useState } from "react";
import { ContentEditor } from "../bank/editor/ContentEditor.tsx";
import { problemOf } from "../platform/problem.ts";
import { useAddCommentMutation } from "./api.ts";
import { t } from "../platform/words.ts";

export function SuggestDialog(props: {
  item: { readonly id: string; readonly content: Content; readonly revisionId: string };
  close: () => void;
}) {
  const { item, close } = props;
  const [content, setContent] = useState(item.content);
  const [body, setBody] = useState("");
  const [add, { isLoading, error }] = useAddCommentMutation();
  const differs = differingFields(item.content, content).length > 0;
  const send = async () => {
    const answer = await add({
      params: { itemId: item.id },
      body: { revisionId: item.revisionId, field: null, body, suggestion: content },
    });
    if (answer.data) close();
  };
  return (
    <Dialog open onClose={close} fullWidth maxWidth="md">
      <DialogTitle>{t("Suggest a change")}</DialogTitle>
      <DialogContent>
        <Stack spacing={2} sx={{ pt: 1 }}>
          {error && <Alert severity="error">{problemOf(error).detail}</Alert>}
          <ContentEditor content={content} isNew={false} onChange={setContent} />
          <TextField
            label={t("Why")}
            multiline
            value={body}
            slotProps={{ htmlInput: { maxLength: 2000 } }}
            onChange={(event) => {
              setBody(event.target.value);
            }}
          />
        </Stack>
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>{t("Cancel")}</Button>
        <Button variant="contained" disabled={isLoading || !differs} onClick={() => void send()}>
          {t("Suggest it")}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
