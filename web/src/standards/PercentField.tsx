/** A share typed as per cent; empty: what applies otherwise. */
import InputAdornment from "@mui/material/InputAdornment";
import TextField from "@mui/material/TextField";
import { useState } from "react";

export function PercentField(props: {
  label: string;
  share: number | null;
  /** What an empty field means. */
  none: string;
  isReadOnly: boolean;
  keep: (share: number | null) => void;
}) {
  const { label, share, none, isReadOnly, keep } = props;
  const kept = share === null ? "" : String(Math.round(share * 100));
  const [text, setText] = useState(kept);
  return (
    <TextField
      size="small"
      type="number"
      label={label}
      value={text}
      placeholder={none}
      sx={{ width: 260 }}
      slotProps={{
        htmlInput: { min: 30, max: 95, readOnly: isReadOnly },
        inputLabel: { shrink: true },
        input: { endAdornment: <InputAdornment position="end">%</InputAdornment> },
      }}
      onChange={(event) => {
        setText(event.target.value);
      }}
      onBlur={() => {
        if (text === kept) return;
        const percent = Math.round(Number(text));
        if (text.trim() === "") keep(null);
        else if (percent >= 30 && percent <= 95) keep(percent / 100);
        else setText(kept);
      }}
    />
  );
}
