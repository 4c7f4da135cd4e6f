/** Chooses the class in focus: its row comes first on Today, its plan opens, lists show what is its own. */
import MenuItem from "@mui/material/MenuItem";
import Select from "@mui/material/Select";
import { useEffect } from "react";
import { useListClassesQuery } from "../courses/api.ts";
import { useClassInFocus } from "../platform/classInFocus.ts";
import { t } from "../platform/words.ts";

export function ClassInFocus() {
  const { data } = useListClassesQuery();
  const { id, focusOn } = useClassInFocus();
  const isGone = data !== undefined && id !== null && !data.classes.some((one) => one.id === id);
  useEffect(() => {
    if (isGone) focusOn(null);
  }, [isGone, focusOn]);
  if (!data || data.classes.length < 2) return null;
  return (
    <Select
      variant="standard"
      disableUnderline
      value={isGone ? "" : (id ?? "")}
      displayEmpty
      onChange={(event) => {
        focusOn(event.target.value === "" ? null : event.target.value);
      }}
      inputProps={{ "aria-label": t("Class in focus") }}
      sx={{
        fontSize: 14,
        fontWeight: id ? 700 : 400,
        color: id ? "primary.dark" : "text.secondary",
        borderRadius: 1,
        // Without the line under it, the focus would not be seen.
        "&:has(:focus-visible)": { outline: "3px solid var(--mui-palette-warning-main)", outlineOffset: 2 },
      }}
    >
      <MenuItem value="">{t("All classes")}</MenuItem>
      {data.classes.map((one) => (
        <MenuItem key={one.id} value={one.id}>
          {one.name}
        </MenuItem>
      ))}
    </Select>
  );
}
