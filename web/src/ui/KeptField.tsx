/** A field whose text is kept on leaving it or, on one line, by Enter. What others change meanwhile does not take away what is being typed in another field. */
import TextField, { type TextFieldProps } from "@mui/material/TextField";
import { useState } from "react";

export function KeptField({
  value,
  keep,
  tidy = (typed) => typed.trim(),
  ...field
}: Omit<TextFieldProps, "value" | "onChange" | "onBlur" | "onKeyDown"> & {
  value: string;
  keep: (text: string) => void;
  /** What is kept of what was typed. */
  tidy?: (typed: string) => string;
}) {
  const [typed, setTyped] = useState(value);
  const [from, setFrom] = useState(value);
  if (value !== from) {
    setFrom(value);
    setTyped(value);
  }
  const finish = () => {
    const next = tidy(typed);
    setTyped(next);
    if (next !== value) keep(next);
  };
  return (
    <TextField
      {...field}
      value={typed}
      onChange={(event) => {
        setTyped(event.target.value);
      }}
      onBlur={finish}
      onKeyDown={(event) => {
        if (event.key === "Enter" && !field.multiline) finish();
      }}
    />
  );
}
