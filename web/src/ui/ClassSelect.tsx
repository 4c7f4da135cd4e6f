import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { t } from "../platform/words.ts";

/** Chooses one of the classes, or with `all` also none of them. */
export function ClassSelect(props: {
  classes: readonly { readonly id: string; readonly name: string }[];
  value: string | null;
  all?: boolean;
  choose: (classId: string | null) => void;
}) {
  const { classes, value, all = false, choose } = props;
  if (classes.length < 2) return null;
  return (
    <TextField
      select
      label={t("Class")}
      value={value ?? ""}
      onChange={(event) => {
        choose(event.target.value === "" ? null : event.target.value);
      }}
      slotProps={{ select: { displayEmpty: all }, inputLabel: { shrink: true } }}
      sx={{ minWidth: 120 }}
    >
      {all && <MenuItem value="">{t("All classes")}</MenuItem>}
      {classes.map((one) => (
        <MenuItem key={one.id} value={one.id}>
          {one.name}
        </MenuItem>
      ))}
    </TextField>
  );
}
