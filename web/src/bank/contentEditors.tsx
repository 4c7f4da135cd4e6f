/** What is particular to writing each kind, between the question and the explanation. One line a kind in `contentEditors`. */
import Box from "@mui/material/Box";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import MenuItem from "@mui/material/MenuItem";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { KindName } from "@verdant/core/items/kinds";
import { readNumber } from "@verdant/core/items/numeric";
import { startingSets } from "@verdant/core/items/optionSet";
import { richTextOf } from "@verdant/core/richText";
import { useState, type ComponentType } from "react";
import type { EditorProps } from "./editorProps.ts";
import { ExpectedWrongRows } from "./ExpectedWrongRows.tsx";
import { FillGapsEditor } from "./FillGapsEditor.tsx";
import { PointOnImageEditor } from "./PointOnImageEditor.tsx";
import { KeyOnlyEditor } from "./KeyOnlyEditor.tsx";
import { MatchEditor } from "./MatchEditor.tsx";
import { newOptionId } from "./newWork.ts";
import { OpinionEditor } from "./OpinionEditor.tsx";
import { OrderEditor } from "./OrderEditor.tsx";
import { OptionRows } from "./OptionRows.tsx";
import { AddRow, RemoveRow } from "./RowButtons.tsx";
import { ScoringField } from "./ScoringField.tsx";
import { WrittenEditor } from "./WrittenEditor.tsx";

function OneRightAnswerEditor({ content, onChange }: EditorProps<"oneRightAnswer">) {
  return (
    <OptionRows
      keys="one"
      mixes
      options={content.options}
      onChange={(options) => {
        onChange({ ...content, options });
      }}
    />
  );
}

function SeveralRightAnswersEditor({ content, onChange }: EditorProps<"severalRightAnswers">) {
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
        partial="a share for each right option; a wrong one takes a share away"
        all="only for exactly the right options"
        onChange={(scoring) => {
          onChange({ ...content, scoring });
        }}
      />
    </Stack>
  );
}

function OptionSetEditor({ content, onChange }: EditorProps<"optionSet">) {
  const choose = (setName: string) => {
    const words = startingSets.find((set) => set.name === setName)?.words ?? [];
    const options = words.map((word, i) => ({ id: newOptionId(), text: richTextOf(word), isKey: i === 0 }));
    onChange({ ...content, setName, options: options.length > 0 ? options : content.options });
  };
  const isKnown = startingSets.some((set) => set.name === content.setName);
  return (
    <Stack spacing={2}>
      <TextField
        select
        label="Set of words to judge by"
        value={isKnown ? content.setName : "own words"}
        onChange={(event) => {
          choose(event.target.value);
        }}
        sx={{ maxWidth: 360 }}
      >
        {startingSets.map((set) => (
          <MenuItem key={set.name} value={set.name}>
            {set.name}
          </MenuItem>
        ))}
        <MenuItem value="own words">own words</MenuItem>
      </TextField>
      <OptionRows
        key={content.options[0]?.id}
        keys="one"
        mixes={false}
        options={content.options}
        onChange={(options) => {
          onChange({ ...content, options });
        }}
      />
    </Stack>
  );
}

function ShortTextEditor({ content, onChange }: EditorProps<"shortText">) {
  const { accepted } = content;
  return (
    <Stack spacing={2}>
      <Box role="group" aria-label="Accepted answers">
        <Typography variant="body2" sx={{ fontWeight: 700, mb: 0.75 }}>
          Accepted answers
        </Typography>
        <Stack spacing={1}>
          {accepted.map((one, i) => (
            <Box key={one.id} sx={{ display: "flex", gap: 1 }}>
              <TextField
                label={`Accepted answer ${i + 1}`}
                value={one.text}
                onChange={(event) => {
                  onChange({
                    ...content,
                    accepted: accepted.map((other) =>
                      other.id === one.id ? { ...other, text: event.target.value } : other,
                    ),
                  });
                }}
                slotProps={{ htmlInput: { maxLength: 200 } }}
                sx={{ flex: 1, maxWidth: 420 }}
              />
              {accepted.length > 1 && (
                <RemoveRow
                  what={`accepted answer ${i + 1}`}
                  remove={() => {
                    onChange({ ...content, accepted: accepted.filter((other) => other.id !== one.id) });
                  }}
                />
              )}
            </Box>
          ))}
        </Stack>
        <AddRow
          add={() => {
            onChange({ ...content, accepted: [...accepted, { id: newOptionId(), text: "" }] });
          }}
        >
          Accept another answer
        </AddRow>
        <Typography variant="caption" color="textSecondary" component="p">
          Accents, double spaces and a full stop at the end never matter.
        </Typography>
        <FormControlLabel
          control={
            <Checkbox
              size="small"
              checked={content.allowsNearMiss}
              onChange={(_, allowsNearMiss) => {
                onChange({ ...content, allowsNearMiss });
              }}
            />
          }
          label="One wrong letter still counts"
        />
        <FormControlLabel
          control={
            <Checkbox
              size="small"
              checked={content.caseMatters}
              onChange={(_, caseMatters) => {
                onChange({ ...content, caseMatters });
              }}
            />
          }
          label="Capital letters matter"
        />
      </Box>
      <ExpectedWrongRows
        expected={content.expectedWrong}
        onChange={(expectedWrong) => {
          onChange({ ...content, expectedWrong });
        }}
      />
    </Stack>
  );
}

function NumericEditor({ content, onChange }: EditorProps<"numeric">) {
  const { tolerance } = content;
  return (
    <Stack spacing={2}>
      <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr 1fr 1fr", gap: 1.5 }}>
        <NumberField
          label="Right number"
          value={content.value}
          onChange={(value) => {
            onChange({ ...content, value });
          }}
        />
        <TextField
          label="Unit"
          placeholder="none"
          value={content.unit}
          onChange={(event) => {
            onChange({ ...content, unit: event.target.value });
          }}
          slotProps={{ htmlInput: { maxLength: 40 } }}
        />
        <NumberField
          label="Give or take"
          value={tolerance.amount}
          onChange={(amount) => {
            onChange({ ...content, tolerance: { ...tolerance, amount: Math.abs(amount ?? 0) } });
          }}
        />
        <TextField
          select
          label="counted in"
          value={tolerance.kind}
          onChange={(event) => {
            onChange({ ...content, tolerance: { ...tolerance, kind: event.target.value as typeof tolerance.kind } });
          }}
        >
          <MenuItem value="absolute">{content.unit === "" ? "the same unit" : content.unit}</MenuItem>
          <MenuItem value="relative">per cent</MenuItem>
        </TextField>
      </Box>
      <Typography variant="caption" color="textSecondary">
        Students may write 12.5 or 12,5, with or without the unit, and 1200 as 1 200 or 1,200.
      </Typography>
      <ExpectedWrongRows
        expected={content.expectedWrong}
        onChange={(expectedWrong) => {
          onChange({ ...content, expectedWrong });
        }}
      />
    </Stack>
  );
}

/** A number as text while it is typed: "12." must not lose its point. */
function NumberField(props: { label: string; value: number | null; onChange: (value: number | null) => void }) {
  const [text, setText] = useState(props.value === null ? "" : String(props.value));
  const isNoNumber = text.trim() !== "" && readNumber(text).length === 0;
  return (
    <TextField
      label={props.label}
      value={text}
      error={isNoNumber}
      helperText={isNoNumber ? "Write a number." : undefined}
      onChange={(event) => {
        setText(event.target.value);
        props.onChange(readNumber(event.target.value)[0] ?? null);
      }}
      slotProps={{ htmlInput: { inputMode: "decimal" } }}
    />
  );
}

export const contentEditors: { readonly [N in KindName]: ComponentType<EditorProps<N>> } = {
  oneRightAnswer: OneRightAnswerEditor,
  severalRightAnswers: SeveralRightAnswersEditor,
  optionSet: OptionSetEditor,
  shortText: ShortTextEditor,
  numeric: NumericEditor,
  match: MatchEditor,
  order: OrderEditor,
  fillGaps: FillGapsEditor,
  pointOnImage: PointOnImageEditor,
  keyOnly: KeyOnlyEditor,
  written: WrittenEditor,
  opinion: OpinionEditor,
};
