/** Which written question of a quiz is marked, where there are several. */
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import type { Content } from "@verdant/core/items/kinds";
import { headline } from "@verdant/core/richText";
import { t } from "../platform/words.ts";

interface Question {
  readonly itemId: string;
  readonly content: Content;
  readonly toMark: number;
  readonly answers: number;
}

interface Props {
  readonly questions: readonly Question[];
  readonly itemId: string;
  readonly onChange: (itemId: string) => void;
}

export const QuestionField = ({ questions, itemId, onChange }: Props) =>
  questions.length < 2 ? null : (
    <TextField
      select
      label={t("Question")}
      value={itemId}
      sx={{ minWidth: { xs: "100%", md: 420 }, maxWidth: "100%" }}
      onChange={(event) => {
        onChange(event.target.value);
      }}
    >
      {questions.map((one) => (
        <MenuItem key={one.itemId} value={one.itemId} sx={{ whiteSpace: "normal" }}>
          {t("{{stem}} ({{waiting}} of {{answers}} to mark)", {
            stem: headline(one.content.stem),
            waiting: one.toMark,
            answers: one.answers,
          })}
        </MenuItem>
      ))}
    </TextField>
  );
