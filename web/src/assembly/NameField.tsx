import TextField from "@mui/material/TextField";
import { useEffect, useState } from "react";

/** The name of a quiz, as students will read it; kept when one leaves the field. */
export function NameField({ name, rename }: { name: string; rename: (name: string) => void }) {
  const [text, setText] = useState(name);
  useEffect(() => {
    setText(name);
  }, [name]);
  const keep = () => {
    const trimmed = text.trim();
    if (trimmed === "") setText(name);
    else if (trimmed !== name) rename(trimmed);
  };
  return (
    <TextField
      label="Name, as students read it"
      value={text}
      onChange={(event) => {
        setText(event.target.value);
      }}
      onBlur={keep}
      onKeyDown={(event) => {
        if (event.key === "Enter") keep();
      }}
      slotProps={{ htmlInput: { maxLength: 120 } }}
      sx={{ minWidth: 260, alignSelf: "center" }}
    />
  );
}
