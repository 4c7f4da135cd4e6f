/** How many letters a question on paper has to choose from. */
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { letterAt, letterCounts } from "@verdant/core/items/keyOnly";
import { t } from "../../platform/words.ts";

const counts = Array.from({ length: letterCounts.most - letterCounts.least + 1 }, (_, i) => letterCounts.least + i);

export function LettersField(props: {
  label: string;
  hint?: string;
  letters: number;
  choose: (letters: number) => void;
}) {
  return (
    <TextField
      select
      label={props.label}
      helperText={props.hint}
      value={props.letters}
      onChange={(event) => {
        props.choose(Number(event.target.value));
      }}
      sx={{ maxWidth: 360 }}
    >
      {counts.map((count) => (
        <MenuItem key={count} value={count}>
          {t("A to {{number}}", { number: letterAt(count - 1) })}
        </MenuItem>
      ))}
    </TextField>
  );
}
