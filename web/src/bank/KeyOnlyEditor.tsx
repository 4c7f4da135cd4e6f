/** Writing a key: how many letters the question on paper has, and which of them is right. */
import FormControl from "@mui/material/FormControl";
import FormControlLabel from "@mui/material/FormControlLabel";
import FormLabel from "@mui/material/FormLabel";
import MenuItem from "@mui/material/MenuItem";
import Radio from "@mui/material/Radio";
import RadioGroup from "@mui/material/RadioGroup";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import { letterAt, letterCounts } from "@verdant/core/items/keyOnly";
import type { EditorProps } from "./editorProps.ts";

const counts = Array.from({ length: letterCounts.most - letterCounts.least + 1 }, (_, i) => letterCounts.least + i);

export function KeyOnlyEditor({ content, onChange }: EditorProps<"keyOnly">) {
  const { letters, key } = content;
  return (
    <Stack spacing={2}>
      <TextField
        select
        label="Letters on paper"
        value={letters}
        onChange={(event) => {
          const next = Number(event.target.value);
          onChange({ ...content, letters: next, key: key !== null && key < next ? key : null });
        }}
        helperText="The question above says where it stands, for example “Question 4 of the map sheet”."
        sx={{ maxWidth: 360 }}
      >
        {counts.map((count) => (
          <MenuItem key={count} value={count}>
            A to {letterAt(count - 1)}
          </MenuItem>
        ))}
      </TextField>
      <FormControl>
        <FormLabel id="right-letter">Right letter</FormLabel>
        <RadioGroup
          row
          aria-labelledby="right-letter"
          value={key ?? ""}
          onChange={(event) => {
            onChange({ ...content, key: Number(event.target.value) });
          }}
        >
          {Array.from({ length: letters }, (_, place) => (
            <FormControlLabel key={place} value={place} control={<Radio />} label={letterAt(place)} />
          ))}
        </RadioGroup>
      </FormControl>
    </Stack>
  );
}
