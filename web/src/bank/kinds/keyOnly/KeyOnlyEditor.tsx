/** Writing a key: how many letters the question on paper has, and which of them is right. */
import FormControl from "@mui/material/FormControl";
import FormControlLabel from "@mui/material/FormControlLabel";
import FormLabel from "@mui/material/FormLabel";
import Radio from "@mui/material/Radio";
import RadioGroup from "@mui/material/RadioGroup";
import Stack from "@mui/material/Stack";
import { letterAt } from "@verdant/core/items/keyOnly";
import type { EditorProps } from "../editorProps.ts";
import { LettersField } from "../LettersField.tsx";
import { t } from "../../../platform/words.ts";

export function KeyOnlyEditor({ content, onChange }: EditorProps<"keyOnly">) {
  const { letters, key } = content;
  return (
    <Stack spacing={2}>
      <LettersField
        label={t("Letters on paper")}
        hint={t("The question above says where it stands, for example “Question 4 of the map sheet”.")}
        letters={letters}
        choose={(next) => {
          onChange({ ...content, letters: next, key: key !== null && key < next ? key : null });
        }}
      />
      <FormControl>
        <FormLabel id="right-letter">{t("Right letter")}</FormLabel>
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
