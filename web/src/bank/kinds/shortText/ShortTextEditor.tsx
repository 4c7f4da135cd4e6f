/** Writing a short text: what is accepted, how strictly, and which wrong answers are expected. */
import Box from "@mui/material/Box";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { AddRow, RemoveRow } from "../../../ui/RowButtons.tsx";
import type { EditorProps } from "../editorProps.ts";
import { ExpectedWrongRows } from "../ExpectedWrongRows.tsx";
import { newOptionId } from "../newOptionId.ts";
import { t } from "../../../platform/words.ts";

export function ShortTextEditor({ content, onChange }: EditorProps<"shortText">) {
  const { accepted } = content;
  return (
    <Stack spacing={2}>
      <Box role="group" aria-label={t("Accepted answers")}>
        <Typography variant="body2" sx={{ fontWeight: 700, mb: 0.75 }}>
          {t("Accepted answers")}
        </Typography>
        <Stack spacing={1}>
          {accepted.map((one, i) => (
            <Box key={one.id} sx={{ display: "flex", gap: 1 }}>
              <TextField
                label={t("Accepted answer {{i}}", { i: i + 1 })}
                value={one.text}
                onChange={(event) => {
                  onChange({
                    ...content,
                    accepted: accepted.map((other) =>
                      other.id === one.id ? { ...other, text: event.target.value } : other,
                    ),
                  });
                }}
                slotProps={{ htmlInput: { maxLength: 200 } }}
                sx={{ flex: 1, maxWidth: 420 }}
              />
              {accepted.length > 1 && (
                <RemoveRow
                  what={t("accepted answer {{i}}", { i: i + 1 })}
                  remove={() => {
                    onChange({ ...content, accepted: accepted.filter((other) => other.id !== one.id) });
                  }}
                />
              )}
            </Box>
          ))}
        </Stack>
        <AddRow
          add={() => {
            onChange({ ...content, accepted: [...accepted, { id: newOptionId(), text: "" }] });
          }}
        >
          {t("Accept another answer")}
        </AddRow>
        <Typography variant="caption" color="textSecondary" component="p">
          {t("Accents, double spaces and a full stop at the end never matter.")}
        </Typography>
        <FormControlLabel
          control={
            <Checkbox
              size="small"
              checked={content.allowsNearMiss}
              onChange={(_, allowsNearMiss) => {
                onChange({ ...content, allowsNearMiss });
              }}
            />
          }
          label={t("One wrong letter still counts")}
        />
        <FormControlLabel
          control={
            <Checkbox
              size="small"
              checked={content.caseMatters}
              onChange={(_, caseMatters) => {
                onChange({ ...content, caseMatters });
              }}
            />
          }
          label={t("Capital letters matter")}
        />
      </Box>
      <ExpectedWrongRows
        expected={content.expectedWrong}
        onChange={(expectedWrong) => {
          onChange({ ...content, expectedWrong });
        }}
      />
    </Stack>
  );
}
