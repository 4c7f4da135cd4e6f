/** Writing a text with gaps: as one text, what belongs into a gap in square brackets. */
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import { gapsOf, readPassage, writePassage } from "@verdant/core/items/fillGaps";
import { useState } from "react";
import type { EditorProps } from "../editorProps.ts";
import { newOptionId } from "../newOptionId.ts";
import { ScoringField } from "../ScoringField.tsx";
import { t } from "../../../platform/words.ts";

export function FillGapsEditor({ content, onChange }: EditorProps<"fillGaps">) {
  // As it is typed: half a bracket must not jump.
  const [written, setWritten] = useState(() => writePassage(content.passage));
  const gaps = gapsOf(content);
  const typed = gaps.filter((gap) => gap.choices.length === 0).length;
  return (
    <Stack spacing={2}>
      <TextField
        label={t("Text with gaps")}
        multiline
        minRows={4}
        value={written}
        placeholder={t(
          "Water wears the bank away by [hydraulic action]. Downstream the load [grows | stays the same | shrinks].",
        )}
        helperText={
          <>
            {t(
              "{{gaps}}[flood plain; floodplain] is typed, and both count. [rises | falls | stays the same] is chosen; the right one stands first here and is mixed in for students.",
              {
                gaps:
                  gaps.length === 0
                    ? t("Write what belongs into a gap in square brackets. ")
                    : t("{{typed}} to type, {{gaps}} to choose. ", { typed, gaps: gaps.length - typed }),
              },
            )}
          </>
        }
        onChange={(event) => {
          setWritten(event.target.value);
          const ids = gaps.map((gap) => gap.id);
          onChange({ ...content, passage: readPassage(event.target.value, ids, newOptionId) });
        }}
        slotProps={{ htmlInput: { maxLength: 10_000 } }}
      />
      <FormControlLabel
        control={
          <Checkbox
            checked={content.allowsNearMiss}
            onChange={(event) => {
              onChange({ ...content, allowsNearMiss: event.target.checked });
            }}
          />
        }
        label={t("One wrong letter still counts (in words of five letters or more)")}
      />
      <ScoringField
        scoring={content.scoring}
        partial={t("a share for each gap")}
        all={t("only when every gap is right")}
        onChange={(scoring) => {
          onChange({ ...content, scoring });
        }}
      />
    </Stack>
  );
}
