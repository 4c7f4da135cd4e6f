/** The options of an item: key, text, reason, wrong idea, and whether it stays put. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import IconButton from "@mui/material/IconButton";
import Paper from "@mui/material/Paper";
import Radio from "@mui/material/Radio";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { Option } from "@verdant/core/items/options";
import { richTextOf } from "@verdant/core/richText";
import { Trash2 } from "lucide-react";
import { useState } from "react";
import { MisconceptionField } from "./MisconceptionField.tsx";
import { newOptionId } from "./newOptionId.ts";
import { orNothing } from "../../richText/OptionalText.tsx";
import { RichTextField } from "../../richText/RichTextField.tsx";
import { AddRow } from "../../ui/RowButtons.tsx";
import { t } from "../../platform/words.ts";

interface Rules {
  /** Whether one option is the key or any number. */
  readonly keys: "one" | "several";
  /** Words of a set have an order of their own: nothing mixes, so nothing need stay put. */
  readonly mixes: boolean;
}

export function OptionRows({
  options,
  onChange,
  keys,
  mixes,
}: Rules & { options: readonly Option[]; onChange: (options: readonly Option[]) => void }) {
  const set = (id: string, change: Partial<Option>) => {
    onChange(options.map((option) => (option.id === id ? { ...option, ...change } : option)));
  };
  const markKey = (id: string, isKey: boolean) => {
    if (keys === "several") set(id, { isKey });
    else onChange(options.map((option) => ({ ...option, isKey: option.id === id })));
  };
  return (
    <Box
      role="group"
      aria-label={
        keys === "one" ? t("Options; the one marked is the right answer") : t("Options; those marked are right")
      }
    >
      <Typography variant="body2" sx={{ fontWeight: 700, mb: 0.5 }}>
        {t("Options")}
      </Typography>
      <Stack spacing={1}>
        {options.map((option, i) => (
          <OptionRow
            key={option.id}
            option={option}
            number={i + 1}
            keys={keys}
            mixes={mixes}
            set={(change) => {
              set(option.id, change);
            }}
            markKey={(isKey) => {
              markKey(option.id, isKey);
            }}
            remove={
              options.length > 2
                ? () => {
                    onChange(options.filter((one) => one.id !== option.id));
                  }
                : null
            }
          />
        ))}
      </Stack>
      {options.length < 20 && (
        <AddRow
          add={() => {
            onChange([...options, { id: newOptionId(), text: richTextOf(""), isKey: false }]);
          }}
        >
          {t("Add an option")}
        </AddRow>
      )}
    </Box>
  );
}

function OptionRow(
  props: Rules & {
    option: Option;
    number: number;
    set: (change: Partial<Option>) => void;
    markKey: (isKey: boolean) => void;
    remove: (() => void) | null;
  },
) {
  const { option, number, set, markKey, remove, keys, mixes } = props;
  const [isOpen, setOpen] = useState(option.rationale !== undefined || option.misconceptionId !== undefined);
  const KeyMark = keys === "one" ? Radio : Checkbox;
  return (
    <Paper sx={{ pl: 0.5, pr: 1, py: 0.75, borderColor: option.isKey ? "primary.main" : "divider" }}>
      <Box sx={{ display: "flex", alignItems: "flex-start", gap: 0.5 }}>
        <KeyMark
          size="small"
          checked={option.isKey}
          onChange={(_, checked: boolean) => {
            markKey(checked);
          }}
          slotProps={{
            input: {
              "aria-label": t("Option {{number}} is {{keys}}", {
                number,
                keys: keys === "one" ? t("the right answer") : t("right"),
              }),
            },
          }}
        />
        <Box sx={{ flex: 1, minWidth: 0 }}>
          <RichTextField
            label={t("Option {{number}}", { number })}
            hideLabel
            value={option.text}
            onChange={(text) => {
              set({ text });
            }}
          />
          {isOpen && (
            <Box sx={{ mt: 1 }}>
              <Typography variant="caption" color="textSecondary">
                {t("Why it is {{isKey}}; students read this where the rules of a release allow it", {
                  isKey: option.isKey ? t("right") : t("wrong"),
                })}
              </Typography>
              <RichTextField
                label={t("Rationale of option {{number}}", { number })}
                hideLabel
                value={option.rationale ?? richTextOf("")}
                onChange={(text) => {
                  set({ rationale: orNothing(text) });
                }}
              />
              {!option.isKey && (
                <Box sx={{ mt: 1.5 }}>
                  <MisconceptionField
                    label={t("Wrong idea that option {{number}} shows", { number })}
                    value={option.misconceptionId}
                    onChange={(misconceptionId) => {
                      set({ misconceptionId });
                    }}
                  />
                </Box>
              )}
              {mixes && (
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
                  label={
                    <Typography variant="body2">{t("Stays put while the others mix (“all of the above”)")}</Typography>
                  }
                />
              )}
            </Box>
          )}
        </Box>
        {!isOpen && (
          <Button
            size="small"
            aria-label={t("Give a reason for option {{number}}", { number })}
            onClick={() => {
              setOpen(true);
            }}
          >
            {t("Reason")}
          </Button>
        )}
        {remove && (
          <IconButton size="small" aria-label={t("Remove option {{number}}", { number })} onClick={remove}>
            <Trash2 size={16} />
          </IconButton>
        )}
      </Box>
    </Paper>
  );
}
