import FormControlLabel from "@mui/material/FormControlLabel";
import Stack from "@mui/material/Stack";
import Switch from "@mui/material/Switch";
import TextField from "@mui/material/TextField";
import type { PairList } from "@verdant/core/many/many";
import { t } from "../platform/words.ts";

export function PairListFields({ list, onChange }: { list: PairList; onChange: (list: PairList) => void }) {
  const field = (name: "pairs" | "forward" | "backward") => ({
    value: list[name],
    slotProps: { inputLabel: { shrink: true } },
    onChange: (event: { target: { value: string } }) => {
      onChange({ ...list, [name]: event.target.value });
    },
  });
  return (
    <Stack spacing={2}>
      <TextField
        label={t("Pairs")}
        required
        multiline
        minRows={8}
        maxRows={20}
        placeholder={t("swash = water running up the beach\nbackwash = water running down the beach")}
        helperText={t("A line each, with = between the term and its meaning; or paste two columns of a table.")}
        {...field("pairs")}
      />
      <TextField
        label={t("Question that gives the term")}
        helperText={t("{left} is the term. Leave it empty if this direction shall not be asked.")}
        {...field("forward")}
      />
      <TextField
        label={t("Question that gives the meaning")}
        helperText={t("{right} is the meaning. Leave it empty if this direction shall not be asked.")}
        {...field("backward")}
      />
      <FormControlLabel
        control={
          <Switch
            checked={list.isTyped}
            onChange={(_, isTyped) => {
              onChange({ ...list, isTyped });
            }}
          />
        }
        label={t("Students type the answer; otherwise they choose among neighbours in the list")}
      />
    </Stack>
  );
}
