/**
 * A day, or a day and a time, in the British order and with 24 hours, whatever the browser speaks. Both take and give the
 * text that the rest of the page keeps: "2031-02-05", "2031-02-05T18:00", or nothing.
 */
import { AdapterDateFns } from "@mui/x-date-pickers/AdapterDateFns";
import { DatePicker } from "@mui/x-date-pickers/DatePicker";
import { DateTimePicker } from "@mui/x-date-pickers/DateTimePicker";
import { LocalizationProvider } from "@mui/x-date-pickers/LocalizationProvider";
import { format, isValid, parseISO } from "date-fns";
import { enGB } from "date-fns/locale/en-GB";
import { useState } from "react";

interface FieldProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly error?: boolean;
  readonly helperText?: string | undefined;
  readonly sx?: Readonly<Record<string, unknown>>;
  /** Where many stand close together. */
  readonly isSmall?: boolean;
}

/** How the text is written, in the words of date-fns. */
const dayText = "yyyy-MM-dd";
const momentText = "yyyy-MM-dd'T'HH:mm";

/** What stands in the field while something is typed that is no date yet; the page has nothing then. */
function useShown(value: string, pattern: string, onChange: (value: string) => void) {
  const [shown, setShown] = useState<{ readonly text: string; readonly date: Date | null }>({ text: "", date: null });
  const isSame = shown.text === value;
  const date = isSame ? shown.date : value === "" ? null : parseISO(value);
  const change = (next: Date | null) => {
    const text = next !== null && isValid(next) ? format(next, pattern) : "";
    setShown({ text, date: next });
    if (text !== value) onChange(text);
  };
  return { date, change };
}

const fieldOf = ({ error, helperText, sx, isSmall = false }: FieldProps) => ({
  textField: {
    size: "small" as const,
    ...(error !== undefined && { error }),
    helperText,
    sx: { ...(isSmall && { "& .MuiPickersInputBase-root": { px: 1, fontSize: 13.5 } }), ...sx },
  },
  field: { clearable: !isSmall },
  openPickerButton: { size: "small" as const, ...(isSmall && { sx: { p: 0.25 } }) },
});

export function DayField(props: FieldProps) {
  const { date, change } = useShown(props.value, dayText, props.onChange);
  return (
    <LocalizationProvider dateAdapter={AdapterDateFns} adapterLocale={enGB}>
      <DatePicker label={props.label} value={date} onChange={change} slotProps={fieldOf(props)} />
    </LocalizationProvider>
  );
}

export function MomentField(props: FieldProps) {
  const { date, change } = useShown(props.value, momentText, props.onChange);
  return (
    <LocalizationProvider dateAdapter={AdapterDateFns} adapterLocale={enGB}>
      <DateTimePicker label={props.label} value={date} onChange={change} ampm={false} slotProps={fieldOf(props)} />
    </LocalizationProvider>
  );
}
