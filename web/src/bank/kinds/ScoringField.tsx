/** Points for each part of an answer, or only for the whole of it. */
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import type { scorings } from "@verdant/core/items/severalRightAnswers";
import { t } from "../../platform/words.ts";

type Scoring = (typeof scorings)[number];

export function ScoringField(props: {
  scoring: Scoring;
  /** What each way of giving points is called for this kind. */
  partial: string;
  all: string;
  onChange: (scoring: Scoring) => void;
}) {
  return (
    <TextField
      select
      label={t("Points")}
      value={props.scoring}
      onChange={(event) => {
        props.onChange(event.target.value as Scoring);
      }}
      sx={{ maxWidth: 520 }}
    >
      <MenuItem value="partial">{props.partial}</MenuItem>
      <MenuItem value="all">{props.all}</MenuItem>
    </TextField>
  );
}
