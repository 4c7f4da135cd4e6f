/** The requirements of a quiz, on demand: what it must meet, and composing by them. */
import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Blueprint, Quiz } from "@verdant/contract/assembly";
import { allKinds } from "@verdant/core/items/kinds";
import { useState } from "react";
import { kindNames } from "@verdant/core/items/kindNames";
import { useListTopicsQuery } from "../standards/api.ts";
import { t } from "../platform/words.ts";

const empty = (count: number): Blueprint => ({
  schemaVersion: 1,
  count,
  units: [],
  topicIds: [],
  standards: [],
  kinds: [],
  demands: [],
  minutesAtMost: null,
  use: "practice",
  unseenWeeks: null,
  perTopicAtMost: null,
});

const demandWords = { recall: t("recall"), apply: t("apply"), reason: t("reason") } as const;

/** "2", "2-4" and "" as a range; null: nothing asked. */
function rangeOf(text: string): { atLeast: number; atMost: number } | null {
  const [, low, high] = /^\s*(\d{1,2})\s*(?:[-–]\s*(\d{1,2}))?\s*$/.exec(text) ?? [];
  if (low === undefined) return null;
  return { atLeast: Number(low), atMost: high === undefined ? Number(low) : Math.max(Number(low), Number(high)) };
}
const textOf = (range: { atLeast: number; atMost: number } | undefined) =>
  range === undefined
    ? ""
    : range.atLeast === range.atMost
      ? String(range.atLeast)
      : `${range.atLeast}-${range.atMost}`;

export function BlueprintPanel({
  quiz,
  isBusy,
  compose,
}: {
  quiz: Quiz;
  isBusy: boolean;
  compose: (count: number, blueprint: Blueprint | null) => void;
}) {
  const [wanted, setWanted] = useState<Blueprint>(quiz.blueprint ?? empty(Math.max(1, quiz.questions)));
  const { topics = [], standards = [] } = useListTopicsQuery().data ?? {};
  const set = (change: Partial<Blueprint>) => {
    setWanted({ ...wanted, ...change });
  };
  const asked = { ...empty(wanted.count), count: wanted.count };
  const isPlain = JSON.stringify(asked) === JSON.stringify(wanted);
  return (
    <Box
      component="section"
      aria-label={t("Requirements")}
      sx={{ border: 1, borderColor: "divider", borderRadius: 1.5, p: 1.5, mb: 1.5 }}
    >
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: { xs: "repeat(2, minmax(0, 1fr))", md: "repeat(6, 1fr)" },
          gap: 1.25,
        }}
      >
        <Count
          label={t("Questions")}
          value={wanted.count}
          max={60}
          onChange={(count) => {
            set({ count: count ?? 1 });
          }}
        />
        <Count
          label={t("Minutes at most")}
          value={wanted.minutesAtMost}
          max={240}
          onChange={(minutesAtMost) => {
            set({ minutesAtMost });
          }}
        />
        <Count
          label={t("Not seen for (weeks)")}
          value={wanted.unseenWeeks}
          max={200}
          onChange={(unseenWeeks) => {
            set({ unseenWeeks });
          }}
        />
        <Count
          label={t("At most of one topic")}
          value={wanted.perTopicAtMost}
          max={20}
          onChange={(perTopicAtMost) => {
            set({ perTopicAtMost });
          }}
        />
        <TextField
          select
          size="small"
          label={t("Use")}
          value={wanted.use}
          onChange={(event) => {
            set({ use: event.target.value as Blueprint["use"] });
          }}
        >
          <MenuItem value="practice">{t("practice")}</MenuItem>
          <MenuItem value="reserved">{t("reserved")}</MenuItem>
        </TextField>
        {(["recall", "apply", "reason"] as const).slice(0, 2).map((demand) => (
          <DemandField key={demand} demand={demand} wanted={wanted} set={set} />
        ))}
        <DemandField demand="reason" wanted={wanted} set={set} />
        {quiz.mix.map(({ strand }) => (
          <RangeField
            key={strand.unitId}
            label={strand.name}
            text={textOf(wanted.units.find((one) => one.unitId === strand.unitId))}
            onChange={(range) => {
              const others = wanted.units.filter((one) => one.unitId !== strand.unitId);
              set({ units: range ? [...others, { unitId: strand.unitId, ...range }] : others });
            }}
          />
        ))}
        {allKinds.map((kind) => (
          <RangeField
            key={kind}
            label={kindNames[kind]}
            text={textOf(wanted.kinds.find((one) => one.kind === kind))}
            onChange={(range) => {
              const others = wanted.kinds.filter((one) => one.kind !== kind);
              set({ kinds: range ? [...others, { kind, ...range }] : others });
            }}
          />
        ))}
      </Box>
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: { xs: "minmax(0, 1fr)", sm: "1fr 1fr auto auto" },
          gap: 1.25,
          mt: 1.25,
          alignItems: "center",
        }}
      >
        <Autocomplete
          multiple
          size="small"
          limitTags={2}
          options={topics.filter((topic) => topic.parentId !== null)}
          value={topics.filter((topic) => wanted.topicIds.includes(topic.id))}
          getOptionLabel={(topic) => topic.name}
          isOptionEqualToValue={(a, b) => a.id === b.id}
          onChange={(_, chosen) => {
            set({ topicIds: chosen.map((topic) => topic.id) });
          }}
          renderInput={(params) => (
            <TextField {...params} label={t("Only these topics")} placeholder={t("all that are taught")} />
          )}
        />
        <Autocomplete
          multiple
          size="small"
          limitTags={3}
          options={standards}
          value={standards.filter((one) => wanted.standards.some((asked) => asked.standardId === one.id))}
          getOptionLabel={(one) => one.code}
          isOptionEqualToValue={(a, b) => a.id === b.id}
          renderOption={({ key, ...optionProps }, one) => (
            <li key={key} {...optionProps}>
              {one.code} {one.statement}
            </li>
          )}
          onChange={(_, chosen) => {
            set({ standards: chosen.map((one) => ({ standardId: one.id, atLeast: 1 })) });
          }}
          renderInput={(params) => <TextField {...params} label={t("At least one of each standard")} />}
        />
        <Button
          onClick={() => {
            setWanted(empty(wanted.count));
          }}
        >
          {t("Clear requirements")}
        </Button>
        <Button
          variant="outlined"
          disabled={isBusy}
          onClick={() => {
            compose(wanted.count, isPlain ? null : wanted);
          }}
        >
          {isBusy ? t("Composing…") : t("Compose {{number}} again", { number: wanted.count })}
        </Button>
      </Box>
      <Typography variant="caption" color="textSecondary" component="p">
        {t("Write 3 or 2-4; an empty box asks for nothing. Never two look-alikes in one quiz. Held questions stay.")}
      </Typography>
    </Box>
  );
}

function DemandField(props: {
  demand: "recall" | "apply" | "reason";
  wanted: Blueprint;
  set: (change: Partial<Blueprint>) => void;
}) {
  const { demand, wanted, set } = props;
  return (
    <RangeField
      label={t("ask to {{demand}}", { demand: demandWords[demand] })}
      text={textOf(wanted.demands.find((one) => one.demand === demand))}
      onChange={(range) => {
        const others = wanted.demands.filter((one) => one.demand !== demand);
        set({ demands: range ? [...others, { demand, ...range }] : others });
      }}
    />
  );
}

function RangeField(props: {
  label: string;
  text: string;
  onChange: (range: { atLeast: number; atMost: number } | null) => void;
}) {
  const [text, setText] = useState(props.text);
  const isWrong = text.trim() !== "" && rangeOf(text) === null;
  return (
    <TextField
      size="small"
      label={props.label}
      placeholder={t("any")}
      value={text}
      error={isWrong}
      onChange={(event) => {
        setText(event.target.value);
        props.onChange(rangeOf(event.target.value));
      }}
    />
  );
}

function Count(props: { label: string; value: number | null; max: number; onChange: (value: number | null) => void }) {
  const { label, value, max, onChange } = props;
  return (
    <TextField
      size="small"
      type="number"
      label={label}
      placeholder={t("any")}
      value={value ?? ""}
      slotProps={{ htmlInput: { min: 1, max } }}
      onChange={(event) => {
        const number = Math.round(Number(event.target.value));
        onChange(event.target.value === "" || !(number >= 1) ? null : Math.min(max, number));
      }}
    />
  );
}
