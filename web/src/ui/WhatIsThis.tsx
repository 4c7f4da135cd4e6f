/** A small question mark beside a word of ours: opens the one sentence that says what it is. */
import IconButton from "@mui/material/IconButton";
import Popover from "@mui/material/Popover";
import Typography from "@mui/material/Typography";
import { CircleHelp } from "lucide-react";
import { useId, useState } from "react";
import { t } from "../platform/words.ts";
import { glossary, type Term } from "./glossary.ts";

export function WhatIsThis({ term }: { term: Term }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const id = useId();
  const [name, meaning] = glossary[term];
  return (
    <>
      <IconButton
        size="small"
        aria-label={t("What is this? {{name}}", { name })}
        aria-expanded={anchor !== null}
        onClick={(event) => {
          setAnchor(event.currentTarget);
        }}
        sx={{ color: "text.secondary", verticalAlign: "middle", p: 0.5 }}
      >
        <CircleHelp size={16} aria-hidden />
      </IconButton>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => {
          setAnchor(null);
        }}
        anchorOrigin={{ vertical: "bottom", horizontal: "left" }}
        slotProps={{ paper: { role: "dialog", "aria-labelledby": id, sx: { maxWidth: 340, p: 2 } } }}
      >
        <Typography id={id} sx={{ fontWeight: 700 }}>
          {name}
        </Typography>
        <Typography variant="body2">{meaning}</Typography>
      </Popover>
    </>
  );
}
