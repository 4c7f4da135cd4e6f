/** Adds a picture: the file or one of the shelf, what somebody who cannot see it needs to know, and who made it. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import type { KeptMedia } from "@verdant/contract/media";
import { useState } from "react";
import { useDescribeMediaMutation } from "../media/api.ts";
import { useIsGuest } from "../team/api.ts";
import { pictureFiles, ShelfPicker } from "../media/ShelfPicker.tsx";
import { t } from "../platform/words.ts";

/** A text attribute of a node. */
export const textIn = (attrs: Record<string, unknown> | null, name: string) => {
  const value = attrs?.[name];
  return typeof value === "string" ? value : "";
};

/** What is said of a picture or recording here is what the shelf knows from then on, where it knew nothing. */
export function useShelfDescription() {
  const [describe] = useDescribeMediaMutation();
  const isGuest = useIsGuest();
  return (chosen: KeptMedia | null, { description, credit }: { description: string; credit: string }) => {
    if (isGuest || !chosen || (chosen.description !== "" && chosen.credit !== "")) return;
    void describe({
      params: { hash: chosen.hash },
      body: {
        name: chosen.name,
        description: chosen.description || description.slice(0, 1000),
        credit: chosen.credit || credit,
      },
    });
  };
}

export function ImageDialog({
  before,
  close,
  insert,
}: {
  before: Record<string, unknown> | null;
  close: () => void;
  insert: (attrs: Record<string, unknown>) => void;
}) {
  const [kept, setKept] = useState(before);
  const [chosen, setChosen] = useState<KeptMedia | null>(null);
  const [alt, setAlt] = useState(textIn(before, "alt"));
  const [credit, setCredit] = useState(textIn(before, "credit"));
  const tellShelf = useShelfDescription();
  const choose = (media: KeptMedia) => {
    setKept({ hash: media.hash, width: media.width, height: media.height });
    setChosen(media);
    // What was written while the picture was still coming is kept.
    setAlt((written) => written || media.description);
    setCredit((written) => written || media.credit);
  };
  return (
    <Dialog open onClose={close} fullWidth maxWidth="sm">
      <DialogTitle>{before ? t("The picture") : t("Add a picture")}</DialogTitle>
      <DialogContent>
        <Stack spacing={2} sx={{ pt: 1 }}>
          {kept ? (
            <>
              <Box
                component="img"
                src={`/api/media/${String(kept["hash"])}`}
                alt=""
                sx={{ maxWidth: "100%", maxHeight: 240, objectFit: "contain" }}
              />
              <Box>
                <Button
                  size="small"
                  onClick={() => {
                    setKept(null);
                  }}
                >
                  {t("Another picture")}
                </Button>
              </Box>
            </>
          ) : (
            <ShelfPicker kinds={["picture"]} files={pictureFiles} choose={choose} />
          )}
          <TextField
            label={t("What it shows, for those who cannot see it")}
            required
            multiline
            value={alt}
            onChange={(event) => {
              setAlt(event.target.value);
            }}
            slotProps={{ htmlInput: { maxLength: 1000 } }}
          />
          <TextField
            label={t("Who made it, and the licence")}
            value={credit}
            onChange={(event) => {
              setCredit(event.target.value);
            }}
            slotProps={{ htmlInput: { maxLength: 1000 } }}
          />
        </Stack>
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>{t("Cancel")}</Button>
        <Button
          variant="contained"
          disabled={!kept || alt.trim() === ""}
          onClick={() => {
            insert({ ...kept, alt: alt.trim(), credit: credit.trim() });
            tellShelf(chosen, { description: alt.trim(), credit: credit.trim() });
            close();
          }}
        >
          {before ? t("Save") : t("Put it in")}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
