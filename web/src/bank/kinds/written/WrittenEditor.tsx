/** Writing a question that a person marks: its rubric of criteria and levels, and an answer that would earn everything. */
import Box from "@mui/material/Box";
import FormControlLabel from "@mui/material/FormControlLabel";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import Switch from "@mui/material/Switch";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Criterion, Level } from "@verdant/core/items/written";
import type { EditorProps } from "../editorProps.ts";
import { newOptionId } from "../newOptionId.ts";
import { OptionalText } from "../../../richText/OptionalText.tsx";
import { pointsOf } from "../../../ui/points.ts";
import { AddRow, RemoveRow } from "../../../ui/RowButtons.tsx";
import { t } from "../../../platform/words.ts";

export function WrittenEditor({ content, onChange }: EditorProps<"written">) {
  const { criteria, lines, showsCriteria } = content;
  const setCriteria = (next: readonly Criterion[]) => {
    onChange({ ...content, criteria: next });
  };
  return (
    <Stack spacing={2}>
      <Box role="group" aria-label={t("Rubric")}>
        <Typography variant="body2" sx={{ fontWeight: 700, mb: 0.75 }}>
          {t("Marked by")}
        </Typography>
        <Stack spacing={1.5}>
          {criteria.map((criterion, i) => (
            <CriterionRows
              key={criterion.id}
              criterion={criterion}
              n={i + 1}
              onChange={(next) => {
                setCriteria(criteria.map((one) => (one.id === next.id ? next : one)));
              }}
              {...(criteria.length > 1 && {
                remove: () => {
                  setCriteria(criteria.filter((one) => one.id !== criterion.id));
                },
              })}
            />
          ))}
        </Stack>
        <AddRow
          add={() => {
            const levels = [0, 1].map((points) => ({ id: newOptionId(), points, text: "" }));
            setCriteria([...criteria, { id: newOptionId(), name: "", levels }]);
          }}
        >
          {t("Add a criterion")}
        </AddRow>
      </Box>
      <Box sx={{ display: "flex", gap: 2, alignItems: "center" }}>
        <TextField
          label={t("Lines to write in")}
          type="number"
          value={lines}
          sx={{ width: 150 }}
          slotProps={{ htmlInput: { min: 1, max: 40 } }}
          onChange={(event) => {
            const next = Math.round(Number(event.target.value));
            onChange({ ...content, lines: Math.min(40, Math.max(1, next || 1)) });
          }}
        />
        <FormControlLabel
          control={
            <Switch
              checked={showsCriteria}
              onChange={(_, shows) => {
                onChange({ ...content, showsCriteria: shows });
              }}
            />
          }
          label={t("Students see what counts while they write")}
        />
      </Box>
      <OptionalText
        label={t("Model answer")}
        hint={t("one that would earn everything")}
        value={content.modelAnswer}
        onChange={(modelAnswer) => {
          onChange({ ...content, modelAnswer });
        }}
      />
    </Stack>
  );
}

function CriterionRows(props: {
  criterion: Criterion;
  n: number;
  onChange: (criterion: Criterion) => void;
  remove?: () => void;
}) {
  const { criterion, n, onChange, remove } = props;
  const { levels } = criterion;
  const setLevel = (id: string, change: Partial<Level>) => {
    onChange({ ...criterion, levels: levels.map((level) => (level.id === id ? { ...level, ...change } : level)) });
  };
  return (
    <Paper variant="outlined" sx={{ p: 1.5 }}>
      <Box sx={{ display: "flex", gap: 1, mb: 1 }}>
        <TextField
          size="small"
          label={t("Criterion {{n}}", { n })}
          placeholder={t("for example: gives reasons")}
          value={criterion.name}
          sx={{ flex: 1 }}
          slotProps={{ htmlInput: { maxLength: 200 } }}
          onChange={(event) => {
            onChange({ ...criterion, name: event.target.value });
          }}
        />
        {remove && <RemoveRow what={t("criterion {{n}}", { n })} remove={remove} />}
      </Box>
      <Stack spacing={1}>
        {levels.map((level, i) => (
          <Box key={level.id} sx={{ display: "flex", gap: 1 }}>
            <TextField
              size="small"
              type="number"
              label={t("Points")}
              value={level.points}
              sx={{ width: 92 }}
              slotProps={{
                htmlInput: {
                  min: 0,
                  max: 100,
                  step: 0.25,
                  "aria-label": t("Points of level {{i}} of criterion {{n}}", { i: i + 1, n }),
                },
              }}
              onChange={(event) => {
                setLevel(level.id, { points: pointsOf(event.target.value) });
              }}
            />
            <TextField
              size="small"
              label={t("Level {{i}} of criterion {{n}}", { i: i + 1, n })}
              placeholder={t("what such an answer does")}
              value={level.text}
              sx={{ flex: 1 }}
              slotProps={{ htmlInput: { maxLength: 1000 } }}
              onChange={(event) => {
                setLevel(level.id, { text: event.target.value });
              }}
            />
            {levels.length > 2 && (
              <RemoveRow
                what={t("level {{i}} of criterion {{n}}", { i: i + 1, n })}
                remove={() => {
                  onChange({ ...criterion, levels: levels.filter((one) => one.id !== level.id) });
                }}
              />
            )}
          </Box>
        ))}
      </Stack>
      {levels.length < 10 && (
        <AddRow
          add={() => {
            const points = Math.max(...levels.map((level) => level.points)) + 1;
            onChange({ ...criterion, levels: [...levels, { id: newOptionId(), points, text: "" }] });
          }}
        >
          {t("Add a level to criterion {{n}}", { n })}
        </AddRow>
      )}
    </Paper>
  );
}
