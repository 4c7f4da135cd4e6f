/** Wrong answers that the author of a typed item expects: each with its reason and the wrong idea it shows. */
import Box from "@mui/material/Box";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { ExpectedWrongAnswer } from "@verdant/core/items/expectedAnswer";
import { richTextOf } from "@verdant/core/richText";
import { MisconceptionField } from "./MisconceptionField.tsx";
import { newOptionId } from "./newOptionId.ts";
import { orNothing } from "../../richText/OptionalText.tsx";
import { RichTextField } from "../../richText/RichTextField.tsx";
import { AddRow, RemoveRow } from "../../ui/RowButtons.tsx";
import { t } from "../../platform/words.ts";

export function ExpectedWrongRows({
  expected,
  onChange,
}: {
  expected: readonly ExpectedWrongAnswer[];
  onChange: (expected: readonly ExpectedWrongAnswer[]) => void;
}) {
  const set = (id: string, change: Partial<ExpectedWrongAnswer>) => {
    onChange(expected.map((one) => (one.id === id ? { ...one, ...change } : one)));
  };
  return (
    <Box role="group" aria-label={t("Wrong answers you expect")}>
      {expected.length > 0 && (
        <Typography variant="body2" sx={{ fontWeight: 700, mb: 0.5 }}>
          {t("Wrong answers you expect")}
        </Typography>
      )}
      <Stack spacing={1}>
        {expected.map((one, i) => (
          <Paper key={one.id} sx={{ p: 1.25 }}>
            <Box
              sx={{
                display: "grid",
                gridTemplateColumns: { xs: "minmax(0, 1fr) auto", sm: "160px 1fr auto" },
                gap: 1,
                alignItems: "start",
              }}
            >
              <TextField
                label={t("Wrong answer {{i}}", { i: i + 1 })}
                value={one.text}
                onChange={(event) => {
                  set(one.id, { text: event.target.value });
                }}
                slotProps={{ htmlInput: { maxLength: 200 } }}
              />
              <MisconceptionField
                label={t("Wrong idea that answer {{i}} shows", { i: i + 1 })}
                value={one.misconceptionId}
                onChange={(misconceptionId) => {
                  set(one.id, { misconceptionId });
                }}
              />
              <RemoveRow
                what={t("wrong answer {{i}}", { i: i + 1 })}
                remove={() => {
                  onChange(expected.filter((other) => other.id !== one.id));
                }}
              />
            </Box>
            <Typography variant="caption" color="textSecondary">
              {t("Why it is wrong")}
            </Typography>
            <RichTextField
              label={t("Rationale of wrong answer {{i}}", { i: i + 1 })}
              hideLabel
              value={one.rationale ?? richTextOf("")}
              onChange={(text) => {
                set(one.id, { rationale: orNothing(text) });
              }}
            />
          </Paper>
        ))}
      </Stack>
      <AddRow
        add={() => {
          onChange([...expected, { id: newOptionId(), text: "" }]);
        }}
      >
        {t("Expect a wrong answer")}
      </AddRow>
    </Box>
  );
}
