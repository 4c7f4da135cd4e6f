/** Writing an order: the things in their right order, moved by buttons; what the two ends mean. */
import Box from "@mui/material/Box";
import IconButton from "@mui/material/IconButton";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { richTextOf } from "@verdant/core/richText";
import { ArrowDown, ArrowUp } from "lucide-react";
import { moved } from "@verdant/core/moved";
import type { EditorProps } from "../editorProps.ts";
import { newOptionId } from "../newOptionId.ts";
import { RichTextField } from "../../../richText/RichTextField.tsx";
import { AddRow, RemoveRow } from "../../../ui/RowButtons.tsx";
import { ScoringField } from "../ScoringField.tsx";
import { t } from "../../../platform/words.ts";

export function OrderEditor({ content, onChange }: EditorProps<"order">) {
  const { steps, first, last } = content;
  const setSteps = (next: typeof steps) => {
    onChange({ ...content, steps: next });
  };
  return (
    <Stack spacing={2}>
      <Box role="group" aria-label={t("Right order")}>
        <Typography variant="body2" sx={{ fontWeight: 700, mb: 0.75 }}>
          {t("In the right order")}
        </Typography>
        <Stack spacing={1}>
          {steps.map((step, i) => (
            <Box key={step.id} sx={{ display: "flex", gap: 0.5, alignItems: "center" }}>
              <Box sx={{ flex: 1, minWidth: 0 }}>
                <RichTextField
                  label={t("Place {{i}}", { i: i + 1 })}
                  value={step.text}
                  onChange={(text) => {
                    setSteps(steps.map((one) => (one.id === step.id ? { ...one, text } : one)));
                  }}
                />
              </Box>
              <IconButton
                aria-label={t("Move place {{i}} up", { i: i + 1 })}
                disabled={i === 0}
                onClick={() => {
                  setSteps(moved(steps, i, i - 1));
                }}
              >
                <ArrowUp size={16} />
              </IconButton>
              <IconButton
                aria-label={t("Move place {{i}} down", { i: i + 1 })}
                disabled={i === steps.length - 1}
                onClick={() => {
                  setSteps(moved(steps, i, i + 1));
                }}
              >
                <ArrowDown size={16} />
              </IconButton>
              {steps.length > 3 && (
                <RemoveRow
                  what={t("place {{i}}", { i: i + 1 })}
                  remove={() => {
                    setSteps(steps.filter((one) => one.id !== step.id));
                  }}
                />
              )}
            </Box>
          ))}
        </Stack>
        <AddRow
          add={() => {
            setSteps([...steps, { id: newOptionId(), text: richTextOf("") }]);
          }}
        >
          {t("Add a place")}
        </AddRow>
      </Box>
      <Box sx={{ display: "grid", gridTemplateColumns: { xs: "minmax(0, 1fr)", sm: "1fr 1fr" }, gap: 1.5 }}>
        <TextField
          label={t("What stands above the list")}
          placeholder={t("for example: nearest the source")}
          value={first}
          onChange={(event) => {
            onChange({ ...content, first: event.target.value });
          }}
          slotProps={{ htmlInput: { maxLength: 200 } }}
        />
        <TextField
          label={t("What stands below it")}
          placeholder={t("for example: nearest the sea")}
          value={last}
          onChange={(event) => {
            onChange({ ...content, last: event.target.value });
          }}
          slotProps={{ htmlInput: { maxLength: 200 } }}
        />
      </Box>
      <ScoringField
        scoring={content.scoring}
        partial="a share: pairs in the right order, less pairs in the wrong one"
        all={t("only for exactly the right order")}
        onChange={(scoring) => {
          onChange({ ...content, scoring });
        }}
      />
    </Stack>
  );
}
