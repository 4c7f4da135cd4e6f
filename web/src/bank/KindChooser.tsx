/** Which kind of item: each with what it is good for. What the other kind has no place for is left behind. */
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { kindNames as allKinds, type KindName } from "@verdant/core/items/kinds";
import { kindNames, kindUses } from "../player/kindNames.ts";

export function KindChooser({ kind, onChange }: { kind: KindName; onChange: (kind: KindName) => void }) {
  return (
    <TextField
      select
      label="Kind"
      value={kind}
      onChange={(event) => {
        onChange(event.target.value as KindName);
      }}
      slotProps={{ select: { renderValue: () => kindNames[kind] } }}
      helperText={kindUses[kind]}
      sx={{ maxWidth: 420 }}
    >
      {allKinds.map((one) => (
        <MenuItem key={one} value={one} sx={{ display: "block" }}>
          <Typography>{kindNames[one]}</Typography>
          <Typography variant="caption" color="textSecondary" sx={{ m: 0 }}>
            {kindUses[one]}
          </Typography>
        </MenuItem>
      ))}
    </TextField>
  );
}
