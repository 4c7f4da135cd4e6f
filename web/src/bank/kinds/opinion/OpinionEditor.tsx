/** Writing a question about views: a choice, a scale, or a few words. */
import Box from "@mui/material/Box";
import MenuItem from "@mui/material/MenuItem";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { opinionForms, stepCounts, type Opinion } from "@verdant/core/items/opinion";
import { richTextOf } from "@verdant/core/richText";
import type { EditorProps } from "../editorProps.ts";
import { newOptionId } from "../newOptionId.ts";
import { RichTextField } from "../../../richText/RichTextField.tsx";
import { AddRow, RemoveRow } from "../../../ui/RowButtons.tsx";
import { t } from "../../../platform/words.ts";

const formNames: Record<Opinion["form"], string> = {
  choice: t("a choice"),
  scale: t("a scale"),
  text: t("a few words"),
};

export function OpinionEditor({ content, onChange }: EditorProps<"opinion">) {
  const { form, choices, steps, low, high } = content;
  return (
    <Stack spacing={2}>
      <TextField
        select
        label={t("Answered by")}
        value={form}
        sx={{ maxWidth: 240 }}
        onChange={(event) => {
          onChange({ ...content, form: event.target.value as Opinion["form"] });
        }}
      >
        {opinionForms.map((one) => (
          <MenuItem key={one} value={one}>
            {formNames[one]}
          </MenuItem>
        ))}
      </TextField>
      {form === "choice" && (
        <Box role="group" aria-label={t("Choices")}>
          <Stack spacing={1}>
            {choices.map((choice, i) => (
              <Box key={choice.id} sx={{ display: "flex", gap: 0.5, alignItems: "center" }}>
                <Box sx={{ flex: 1, minWidth: 0 }}>
                  <RichTextField
                    label={t("Choice {{i}}", { i: i + 1 })}
                    value={choice.text}
                    onChange={(text) => {
                      onChange({
                        ...content,
                        choices: choices.map((one) => (one.id === choice.id ? { ...one, text } : one)),
                      });
                    }}
                  />
                </Box>
                {choices.length > 2 && (
                  <RemoveRow
                    what={t("choice {{i}}", { i: i + 1 })}
                    remove={() => {
                      onChange({ ...content, choices: choices.filter((one) => one.id !== choice.id) });
                    }}
                  />
                )}
              </Box>
            ))}
          </Stack>
          <AddRow
            add={() => {
              onChange({ ...content, choices: [...choices, { id: newOptionId(), text: richTextOf("") }] });
            }}
          >
            {t("Add a choice")}
          </AddRow>
        </Box>
      )}
      {form === "scale" && (
        <Box sx={{ display: "grid", gridTemplateColumns: { xs: "minmax(0, 1fr)", sm: "110px 1fr 1fr" }, gap: 1.5 }}>
          <TextField
            select
            label={t("Steps")}
            value={steps}
            onChange={(event) => {
              onChange({ ...content, steps: Number(event.target.value) });
            }}
          >
            {Array.from({ length: stepCounts.most - stepCounts.least + 1 }, (_, i) => i + stepCounts.least).map((n) => (
              <MenuItem key={n} value={n}>
                {n}
              </MenuItem>
            ))}
          </TextField>
          {(["low", "high"] as const).map((end) => (
            <TextField
              key={end}
              label={end === "low" ? t("The lowest step means") : t("The highest step means")}
              value={end === "low" ? low : high}
              slotProps={{ htmlInput: { maxLength: 200 } }}
              onChange={(event) => {
                onChange({ ...content, [end]: event.target.value });
              }}
            />
          ))}
        </Box>
      )}
      <Typography variant="caption" color="textSecondary">
        {t("There is no key and there are no points. The answers count in no statistics and in nobody’s recall.")}
      </Typography>
    </Stack>
  );
}
