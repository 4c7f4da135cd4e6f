/** Writing several right answers: options, any number of them right, and what a part of them earns. */
import Stack from "@mui/material/Stack";
import type { EditorProps } from "../editorProps.ts";
import { OptionRows } from "../OptionRows.tsx";
import { ScoringField } from "../ScoringField.tsx";
import { t } from "../../../platform/words.ts";

export function SeveralRightAnswersEditor({ content, onChange }: EditorProps<"severalRightAnswers">) {
  return (
    <Stack spacing={2}>
      <OptionRows
        keys="several"
        mixes
        options={content.options}
        onChange={(options) => {
          onChange({ ...content, options });
        }}
      />
      <ScoringField
        scoring={content.scoring}
        partial={t("a share for each right option; a wrong one takes a share away")}
        all={t("only for exactly the right options")}
        onChange={(scoring) => {
          onChange({ ...content, scoring });
        }}
      />
    </Stack>
  );
}
