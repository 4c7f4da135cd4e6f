/** Where a file is chosen or dropped. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import { useState, type ReactNode } from "react";
import { t } from "../platform/words.ts";

interface FileDropProps {
  readonly accept: string;
  readonly isBusy: boolean;
  readonly onFile: (file: File) => void;
  /** What stands beside the button. */
  readonly hint: string;
  /** Another way to the same, before it. */
  readonly children?: ReactNode;
}

export function FileDrop({ accept, isBusy, onFile, hint, children }: FileDropProps) {
  const [isOver, setOver] = useState(false);
  const take = (file: File | undefined) => {
    if (file) onFile(file);
  };
  return (
    <Box
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => {
        setOver(false);
      }}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        take(event.dataTransfer.files[0]);
      }}
      sx={{
        ...{ p: 2, border: "1px dashed", borderColor: isOver ? "primary.main" : "divider", borderRadius: 1 },
        ...{ display: "flex", flexWrap: "wrap", gap: 1.5, alignItems: "center" },
      }}
    >
      {children}
      <Button component="label" variant="outlined" loading={isBusy}>
        {t("Choose a file")}
        <input
          type="file"
          hidden
          accept={accept}
          onChange={(event) => {
            const file = event.target.files?.[0];
            event.target.value = "";
            take(file);
          }}
        />
      </Button>
      <Typography color="textSecondary">{hint}</Typography>
    </Box>
  );
}
