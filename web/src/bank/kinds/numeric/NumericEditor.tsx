/** Writing a number: its unit, how far an answer may be off, other units, and wrong answers that are expected. */
import Box from "@mui/material/Box";
import FormControlLabel from "@mui/material/FormControlLabel";
import MenuItem from "@mui/material/MenuItem";
import Stack from "@mui/material/Stack";
import Switch from "@mui/material/Switch";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { readNumber } from "@verdant/core/items/numeric";
import { useEffect, useState } from "react";
import type { EditorProps } from "../editorProps.ts";
import { ExpectedWrongRows } from "../ExpectedWrongRows.tsx";
import { otherUnitsFor } from "./otherUnits.ts";
import { t } from "../../../platform/words.ts";

export function NumericEditor({ content, onChange }: EditorProps<"numeric">) {
  const { tolerance } = content;
  return (
    <Stack spacing={2}>
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: { xs: "repeat(2, minmax(0, 1fr))", sm: "1fr 1fr 1fr 1fr" },
          gap: 1.5,
        }}
      >
        <NumberField
          label={t("Right number")}
          value={content.value}
          onChange={(value) => {
            onChange({ ...content, value });
          }}
        />
        <TextField
          label={t("Unit")}
          placeholder={t("none")}
          value={content.unit}
          onChange={(event) => {
            const { otherUnits: _before, ...rest } = content;
            onChange({ ...rest, unit: event.target.value });
          }}
          slotProps={{ htmlInput: { maxLength: 40 } }}
        />
        <NumberField
          label={tolerance.kind === "figures" ? t("Figures that count") : t("Give or take")}
          value={tolerance.amount}
          onChange={(amount) => {
            onChange({ ...content, tolerance: { ...tolerance, amount: Math.abs(amount ?? 0) } });
          }}
        />
        <TextField
          select
          label={t("counted in")}
          value={tolerance.kind}
          onChange={(event) => {
            const kind = event.target.value as typeof tolerance.kind;
            const amount = kind === "figures" && tolerance.amount < 1 ? 2 : tolerance.amount;
            onChange({ ...content, tolerance: { kind, amount } });
          }}
        >
          <MenuItem value="absolute">{content.unit === "" ? t("the same unit") : content.unit}</MenuItem>
          <MenuItem value="relative">{t("per cent")}</MenuItem>
          <MenuItem value="figures">{t("significant figures")}</MenuItem>
        </TextField>
      </Box>
      <OtherUnits content={content} onChange={onChange} />
      <Typography variant="caption" color="textSecondary">
        {t("Students may write 12.5 or 12,5, with or without the unit, and 1200 as 1 200 or 1,200.")}
      </Typography>
      <ExpectedWrongRows
        expected={content.expectedWrong}
        onChange={(expectedWrong) => {
          onChange({ ...content, expectedWrong });
        }}
      />
    </Stack>
  );
}

/** Where the unit is one that is known, answers in others can be converted. */
function OtherUnits({ content, onChange }: EditorProps<"numeric">) {
  const { unit, otherUnits } = content;
  const [known, setKnown] = useState<NonNullable<typeof otherUnits>>([]);
  useEffect(() => {
    let isHere = true;
    void otherUnitsFor(unit).then((units) => {
      if (isHere) setKnown(units);
    });
    return () => {
      isHere = false;
    };
  }, [unit]);
  const names = (otherUnits ?? known).map((one) => one.unit);
  if (names.length === 0) return null;
  return (
    <FormControlLabel
      control={
        <Switch
          checked={otherUnits !== undefined}
          onChange={(_, isOn) => {
            const { otherUnits: _before, ...rest } = content;
            onChange(isOn ? { ...rest, otherUnits: known } : rest);
          }}
        />
      }
      label={t("An answer in another unit is converted: {{names}}", { names: names.join(", ") })}
    />
  );
}

/** A number as text while it is typed: "12." must not lose its point. */
function NumberField(props: { label: string; value: number | null; onChange: (value: number | null) => void }) {
  const [text, setText] = useState(props.value === null ? "" : String(props.value));
  const isNoNumber = text.trim() !== "" && readNumber(text).length === 0;
  return (
    <TextField
      label={props.label}
      value={text}
      error={isNoNumber}
      helperText={isNoNumber ? t("Write a number.") : undefined}
      onChange={(event) => {
        setText(event.target.value);
        props.onChange(readNumber(event.target.value)[0] ?? null);
      }}
      slotProps={{ htmlInput: { inputMode: "decimal" } }}
    />
  );
}
