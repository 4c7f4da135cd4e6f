import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import IconButton from "@mui/material/IconButton";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Radio from "@mui/material/Radio";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { OneRightAnswer, Option } from "@verdant/core/items/oneRightAnswer";
import { isEmptyText, richTextOf, type RichText } from "@verdant/core/richText";
import { Plus, Trash2 } from "lucide-react";
import { useState } from "react";
import { newOptionId } from "./newWork.ts";
import { RichTextField } from "./RichTextField.tsx";

/** Stem, options with their reasons, explanation and next step. */
export function OneRightAnswerEditor({
  content,
  onChange,
  isNew,
}: {
  content: OneRightAnswer;
  onChange: (content: OneRightAnswer) => void;
  isNew: boolean;
}) {
  const setOption = (id: string, change: Partial<Option>) => {
    onChange({
      ...content,
      options: content.options.map((option) => (option.id === id ? { ...option, ...change } : option)),
    });
  };
  const markKey = (id: string) => {
    onChange({ ...content, options: content.options.map((option) => ({ ...option, isKey: option.id === id })) });
  };
  return (
    <Stack spacing={2.5}>
      <RichTextField
        label="Question"
        value={content.stem}
        autoFocus={isNew}
        onChange={(stem) => {
          onChange({ ...content, stem });
        }}
      />
      <Box role="radiogroup" aria-label="Options; the one marked is the right answer">
        <Typography variant="body2" sx={{ fontWeight: 700, mb: 0.5 }}>
          Options
        </Typography>
        <Stack spacing={1}>
          {content.options.map((option, i) => (
            <OptionRow
              key={option.id}
              option={option}
              number={i + 1}
              set={(change) => {
                setOption(option.id, change);
              }}
              markKey={() => {
                markKey(option.id);
              }}
              remove={
                content.options.length > 2
                  ? () => {
                      onChange({ ...content, options: content.options.filter((one) => one.id !== option.id) });
                    }
                  : null
              }
            />
          ))}
        </Stack>
        {content.options.length < 20 && (
          <Button
            size="small"
            startIcon={<Plus size={16} />}
            sx={{ mt: 1 }}
            onClick={() => {
              onChange({
                ...content,
                options: [...content.options, { id: newOptionId(), text: richTextOf(""), isKey: false }],
              });
            }}
          >
            Add an option
          </Button>
        )}
      </Box>
      <OptionalText
        label="Explanation"
        hint="of the whole item, for afterwards"
        value={content.explanation}
        onChange={(explanation) => {
          onChange({ ...content, explanation });
        }}
      />
      <OptionalText
        label="Next step"
        hint="what to do if it went wrong"
        value={content.nextStep}
        onChange={(nextStep) => {
          onChange({ ...content, nextStep });
        }}
      />
    </Stack>
  );
}

function OptionRow(props: {
  option: Option;
  number: number;
  set: (change: Partial<Option>) => void;
  markKey: () => void;
  remove: (() => void) | null;
}) {
  const { option, number, set, markKey, remove } = props;
  const [isOpen, setOpen] = useState(option.rationale !== undefined);
  return (
    <Paper sx={{ pl: 0.5, pr: 1, py: 0.75, borderColor: option.isKey ? "primary.main" : "divider" }}>
      <Box sx={{ display: "flex", alignItems: "flex-start", gap: 0.5 }}>
        <Radio
          size="small"
          checked={option.isKey}
          onChange={markKey}
          slotProps={{ input: { "aria-label": `Option ${number} is the right answer` } }}
        />
        <Box sx={{ flex: 1, minWidth: 0 }}>
          <RichTextField
            label={`Option ${number}`}
            hideLabel
            value={option.text}
            onChange={(text) => {
              set({ text });
            }}
          />
          {isOpen && (
            <Box sx={{ mt: 1 }}>
              <Typography variant="caption" color="textSecondary">
                Why it is {option.isKey ? "right" : "wrong"}; students read this where the rules of a release allow it
              </Typography>
              <RichTextField
                label={`Rationale of option ${number}`}
                hideLabel
                value={option.rationale ?? richTextOf("")}
                onChange={(text) => {
                  set({ rationale: orNothing(text) });
                }}
              />
              <FormControlLabel
                control={
                  <Checkbox
                    size="small"
                    checked={option.staysPut === true}
                    onChange={(_, checked) => {
                      set({ staysPut: checked ? true : undefined });
                    }}
                  />
                }
                label={<Typography variant="body2">Stays put while the others mix (“all of the above”)</Typography>}
              />
            </Box>
          )}
        </Box>
        {!isOpen && (
          <Button
            size="small"
            aria-label={`Give a reason for option ${number}`}
            onClick={() => {
              setOpen(true);
            }}
          >
            Reason
          </Button>
        )}
        {remove && (
          <IconButton size="small" aria-label={`Remove option ${number}`} onClick={remove}>
            <Trash2 size={16} />
          </IconButton>
        )}
      </Box>
    </Paper>
  );
}

function OptionalText({
  label,
  hint,
  value,
  onChange,
}: {
  label: string;
  hint: string;
  value: RichText | undefined;
  onChange: (text: RichText | undefined) => void;
}) {
  const [isOpen, setOpen] = useState(value !== undefined);
  if (!isOpen) {
    return (
      <Typography variant="body2" color="textSecondary">
        No {label.toLowerCase()} ({hint}).{" "}
        <Link
          component="button"
          type="button"
          onClick={() => {
            setOpen(true);
          }}
        >
          Write one
        </Link>
      </Typography>
    );
  }
  return (
    <RichTextField
      label={label}
      value={value ?? richTextOf("")}
      onChange={(text) => {
        onChange(orNothing(text));
      }}
    />
  );
}

const orNothing = (text: RichText) => (isEmptyText(text) ? undefined : text);
