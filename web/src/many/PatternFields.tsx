import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import type { Pattern } from "@verdant/core/many/many";
import { t } from "../platform/words.ts";

export function PatternFields({ pattern, onChange }: { pattern: Pattern; onChange: (pattern: Pattern) => void }) {
  const field = (name: "stem" | "values" | "key" | "unit" | "distractors" | "explanation") => ({
    value: pattern[name],
    onChange: (event: { target: { value: string } }) => {
      onChange({ ...pattern, [name]: event.target.value });
    },
  });
  const inMono = { htmlInput: { style: { fontFamily: "monospace", fontSize: 14 } }, inputLabel: { shrink: true } };
  return (
    <Stack spacing={2}>
      <TextField
        label={t("Question")}
        required
        multiline
        placeholder={t("How far is {distance} cm on a map at 1 : {scale}?")}
        helperText={t("Put the name of a value in braces where it comes in.")}
        slotProps={{ inputLabel: { shrink: true } }}
        {...field("stem")}
      />
      <TextField
        label={t("Values")}
        required
        multiline
        minRows={3}
        maxRows={12}
        placeholder={t("scale = 10000; 25000; 50000\ndistance = 2; 3; 4.5")}
        helperText={t(
          "A line for each name: every value is put with each of the others. Or paste a table with the names in its first line.",
        )}
        slotProps={inMono}
        {...field("values")}
      />
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: { xs: "minmax(0, 1fr)", sm: "1fr 110px 130px" },
          gap: 2,
          alignItems: "start",
        }}
      >
        <TextField
          label={t("Right answer")}
          required
          placeholder={t("distance * scale / 100000")}
          helperText={t("A formula, or the name of a value.")}
          slotProps={inMono}
          {...field("key")}
        />
        <TextField
          label={t("Unit")}
          placeholder={t("km")}
          slotProps={{ inputLabel: { shrink: true } }}
          {...field("unit")}
        />
        <TextField
          label={t("Tolerance in %")}
          type="number"
          value={pattern.tolerancePercent}
          disabled={pattern.distractors.trim() !== ""}
          slotProps={{ htmlInput: { min: 0, max: 100 } }}
          onChange={(event) => {
            const percent = Math.min(100, Math.max(0, Number(event.target.value)));
            onChange({ ...pattern, tolerancePercent: Number.isFinite(percent) ? percent : 0 });
          }}
        />
      </Box>
      <TextField
        label={t("Wrong answers")}
        multiline
        minRows={2}
        placeholder={t("distance * scale / 10000\ndistance * scale / 1000000")}
        helperText={t("A line each, written as the right answer is. Without any, students type the answer.")}
        slotProps={inMono}
        {...field("distractors")}
      />
      <TextField
        label={t("Explanation")}
        multiline
        placeholder={t("1 cm is {scale / 100} m on the ground.")}
        slotProps={{ inputLabel: { shrink: true } }}
        {...field("explanation")}
      />
    </Stack>
  );
}
