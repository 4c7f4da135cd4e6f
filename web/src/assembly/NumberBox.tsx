/** A small box for a whole number; what is typed stands while it is typed, and counts when it is one. */
import TextField from "@mui/material/TextField";
import { useState } from "react";

export function NumberBox(props: {
  label: string;
  value: number;
  least?: number;
  most: number;
  onChange: (value: number) => void;
}) {
  const { label, value, least = 1, most, onChange } = props;
  const [typed, setTyped] = useState(String(value));
  const [from, setFrom] = useState(value);
  if (value !== from) {
    setFrom(value);
    setTyped(String(value));
  }
  return (
    <TextField
      type="number"
      size="small"
      value={typed}
      slotProps={{ htmlInput: { "aria-label": label, min: least, max: most } }}
      onChange={(event) => {
        setTyped(event.target.value);
        const number = Math.round(Number(event.target.value));
        if (event.target.value === "" || !(number >= least && number <= most)) return;
        setFrom(number);
        onChange(number);
      }}
      onBlur={() => {
        setTyped(String(value));
      }}
      sx={{ width: 84 }}
    />
  );
}
