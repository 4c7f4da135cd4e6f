/** A rubric to mark by: a level for each criterion, chosen by hand or by the keys 1 to 9. */
import FormControl from "@mui/material/FormControl";
import FormControlLabel from "@mui/material/FormControlLabel";
import FormLabel from "@mui/material/FormLabel";
import Radio from "@mui/material/Radio";
import RadioGroup from "@mui/material/RadioGroup";
import type { Levels, Written } from "@verdant/core/items/written";
import { useId, type KeyboardEvent } from "react";
import { t } from "../platform/words.ts";

interface Props {
  readonly content: Written;
  readonly levels: Levels;
  readonly onChange: (levels: Levels) => void;
}

export function Rubric({ content, levels, onChange }: Props) {
  const id = useId();
  return (
    <>
      {content.criteria.map((criterion) => (
        <FormControl key={criterion.id} data-criterion={criterion.id}>
          <FormLabel id={`${id}-${criterion.id}`} sx={{ fontWeight: 700 }}>
            {criterion.name}
          </FormLabel>
          <RadioGroup
            aria-labelledby={`${id}-${criterion.id}`}
            value={levels[criterion.id] ?? ""}
            onChange={(_, level) => {
              onChange({ ...levels, [criterion.id]: level });
            }}
          >
            {criterion.levels.map((level, i) => (
              <FormControlLabel
                key={level.id}
                value={level.id}
                control={<Radio size="small" />}
                label={`${i + 1}. ${t("{{count}} points", { count: level.points })} · ${level.text}`}
              />
            ))}
          </RadioGroup>
        </FormControl>
      ))}
    </>
  );
}

/**
 * The levels after a key: 1, 2, 3 … choose one of the criterion in which the focus is, or else of the first that has none.
 * null: the key chooses nothing.
 */
export function levelsByKey(event: KeyboardEvent<HTMLElement>, content: Written, levels: Levels): Levels | null {
  const target = event.target as HTMLElement;
  const isTyping = target.tagName === "TEXTAREA";
  if (isTyping || event.ctrlKey || event.metaKey || event.altKey || !/^[1-9]$/.test(event.key)) return null;
  const inFocus = target.closest("[data-criterion]")?.getAttribute("data-criterion");
  const criterion =
    content.criteria.find((one) => one.id === inFocus) ?? content.criteria.find((one) => levels[one.id] === undefined);
  const level = criterion?.levels[Number(event.key) - 1];
  return criterion && level ? { ...levels, [criterion.id]: level.id } : null;
}

export const isMarkKey = (event: KeyboardEvent<HTMLElement>): boolean =>
  event.key === "Enter" && (event.ctrlKey || event.metaKey);

export const percent = (credit: number) => `${Math.round(credit * 100)}%`;
