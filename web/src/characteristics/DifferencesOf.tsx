/** Whether one item treats groups of students alike, as far as the answers can tell. */
import Alert from "@mui/material/Alert";
import Typography from "@mui/material/Typography";
import type { ItemDifferences } from "@verdant/contract/characteristics";
import { differenceInWords, groupInWords, lackInWords } from "./differenceInWords.ts";

export function DifferencesOf({ differences: { compared, tooFew } }: { differences: ItemDifferences }) {
  return (
    <>
      {compared.map((one) =>
        one.found === "A" ? (
          <Typography variant="body2" color="textSecondary" key={one.valueId}>
            {groupInWords(one)}. {differenceInWords(one)}
          </Typography>
        ) : (
          <Alert severity="warning" icon={false} sx={{ my: 1, py: 0.25 }} key={one.valueId}>
            <strong>{groupInWords(one)}</strong> {differenceInWords(one)}
          </Alert>
        ),
      )}
      {tooFew.map((one) => (
        <Typography variant="body2" color="textSecondary" key={one.valueId}>
          {groupInWords(one)}. {lackInWords(one)}
        </Typography>
      ))}
    </>
  );
}
