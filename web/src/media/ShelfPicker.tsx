/** A picture or recording from a file, or one that the department has already. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import ButtonBase from "@mui/material/ButtonBase";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { KeptMedia } from "@verdant/contract/media";
import { useDeferredValue, useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { useIsGuest } from "../team/api.ts";
import { MediaThumb } from "./MediaThumb.tsx";
import { useKeepMediaMutation, useListMediaQuery } from "./api.ts";
import { t } from "../platform/words.ts";

export const pictureFiles = {
  label: t("Choose a picture (PNG, JPEG, WebP or SVG, up to 5 MB)"),
  accept: "image/png,image/jpeg,image/webp,image/gif,image/svg+xml",
};
export const recordingFiles = {
  label: t("Choose a recording (MP3, Ogg, WAV, M4A, MP4 or WebM, up to 25 MB)"),
  accept: "audio/*,video/mp4,video/webm",
};

export function ShelfPicker(props: {
  kinds: readonly KeptMedia["kind"][];
  files: { label: string; accept: string };
  choose: (media: KeptMedia) => void;
}) {
  const { kinds, files, choose } = props;
  const [keep, { isLoading, error }] = useKeepMediaMutation();
  const [refused, setRefused] = useState(false);
  const [text, setText] = useState("");
  const words = useDeferredValue(text);
  const [only] = kinds;
  const isGuest = useIsGuest();
  const { data } = useListMediaQuery(
    { query: { text: words, limit: 60, ...(kinds.length === 1 && only && { kind: only }) } },
    { skip: isGuest },
  );
  const media = (data?.media ?? []).filter((one) => kinds.includes(one.kind));
  const bring = async (file: File | undefined) => {
    if (!file) return;
    const answer = await keep(file);
    if (!answer.data) return;
    const fits = kinds.includes(answer.data.kind);
    setRefused(!fits);
    if (fits) choose(answer.data);
  };
  return (
    <Stack spacing={1.5}>
      {error && <Alert severity="error">{problemOf(error).detail}</Alert>}
      {refused && (
        <Alert severity="warning">{t("That is something else; it is on the shelf now, but not chosen.")}</Alert>
      )}
      <Button component="label" variant="outlined" loading={isLoading}>
        {files.label}
        <input hidden type="file" accept={files.accept} onChange={(event) => void bring(event.target.files?.[0])} />
      </Button>
      {!isGuest && (
        <>
          <TextField
            type="search"
            size="small"
            label={t("or one from the department's shelf")}
            value={text}
            onChange={(event) => {
              setText(event.target.value);
            }}
          />
          <Box
            role="group"
            aria-label={t("On the shelf")}
            sx={{
              display: "grid",
              gridTemplateColumns: "repeat(auto-fill, minmax(130px, 1fr))",
              gap: 1,
              maxHeight: 260,
              overflow: "auto",
            }}
          >
            {media.map((one) => (
              <ButtonBase
                key={one.hash}
                onClick={() => {
                  choose(one);
                }}
                sx={{
                  display: "block",
                  border: 1,
                  borderColor: "divider",
                  borderRadius: 1,
                  p: 0.75,
                  textAlign: "start",
                }}
              >
                <MediaThumb media={one} height={76} />
                <Typography
                  variant="caption"
                  component="span"
                  sx={{ display: "block", overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" }}
                >
                  {one.name || one.description || t("no name")}
                </Typography>
              </ButtonBase>
            ))}
            {data && media.length === 0 && (
              <Typography color="textSecondary">
                {text === "" ? t("The shelf is empty.") : t("Nothing has these words.")}
              </Typography>
            )}
          </Box>
        </>
      )}
    </Stack>
  );
}
