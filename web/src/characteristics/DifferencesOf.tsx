/** Whether one item treats groups of students alike, as far as the answers can tell. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { ItemDifferences } from "@verdant/contract/characteristics";
import { t } from "../platform/words.ts";
import { differenceInWords, groupInWords, lackInWords } from "./differenceInWords.ts";

/** What differs stands out; what does not, and what cannot be said yet, is one line that opens. */
export function DifferencesOf({ differences: { compared, tooFew } }: { differences: ItemDifferences }) {
  const alike = compared.filter(({ found }) => found === "A");
  return (
    <>
      {compared
        .filter(({ found }) => found !== "A")
        .map((one) => (
          <Alert severity="warning" icon={false} sx={{ my: 1, py: 0.25 }} key={one.valueId}>
            <strong>{groupInWords(one)}</strong> {differenceInWords(one)}
          </Alert>
        ))}
      {alike.length + tooFew.length > 0 && (
        <Box component="details" sx={{ color: "text.secondary" }}>
          <Typography variant="body2" component="summary">
            {t("Groups of students: no difference that matters in {{alike}}, too few answers in {{few}}", {
              ...{ alike: alike.length, few: tooFew.length },
            })}
          </Typography>
          {alike.map((one) => (
            <Typography variant="body2" key={one.valueId}>
              {groupInWords(one)}. {differenceInWords(one)}
            </Typography>
          ))}
          {tooFew.map((one) => (
            <Typography variant="body2" key={one.valueId}>
              {groupInWords(one)}. {lackInWords(one)}
            </Typography>
          ))}
        </Box>
      )}
    </>
  );
}
