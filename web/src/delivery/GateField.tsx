/** Which release opens this one, how much is enough, and by which go; with an example of what that means. */
import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { gateExample } from "@verdant/core/delivery/beforeGo";
import type { Gate } from "@verdant/core/delivery/rules";
import { useDeferredValue, useState } from "react";
import { useListResultsInfiniteQuery } from "../insight/api.ts";
import { numberOf, t } from "../platform/words.ts";
import { shortDate } from "../ui/dates.ts";
import { Word } from "../ui/Word.tsx";
import { useShowReleaseQuery } from "./api.ts";

const percents = [40, 50, 60, 70, 75, 80, 90, 100];
const percentWords = percents.map((percent) => [String(percent), t("{{percent}}%", { percent })] as const);
const byWords = [
  ["mark", t("by the go that counts")],
  ["best", t("by their best go")],
] as const;
const ruleWords = {
  first: t("the first counts"),
  last: t("the last counts"),
  best: t("the best counts"),
  mean: t("the mean counts"),
} as const;

/** Points of the example: any number would do, ten is easily read. */
const exampleOf = 10;

export function GateField({ gate, onChange }: { gate: Gate; onChange: (gate: Gate) => void }) {
  const [text, setText] = useState("");
  const words = useDeferredValue(text.trim());
  const { data } = useListResultsInfiniteQuery(words === "" ? {} : { text: words });
  const chosen = useShowReleaseQuery({ params: { releaseId: gate.releaseId } }, { skip: gate.releaseId === "" }).data;
  const found = data?.pages[0]?.releases ?? [];
  return (
    <Box sx={{ mt: 1, mb: 2, pl: 2, borderLeft: 3, borderColor: "divider" }}>
      <Autocomplete
        size="small"
        options={found}
        value={found.find((one) => one.id === gate.releaseId) ?? null}
        filterOptions={(all) => all}
        getOptionLabel={(one) => `${one.name} · ${one.className} · ${shortDate(one.opensAt)}`}
        isOptionEqualToValue={(one, other) => one.id === other.id}
        noOptionsText={t("No quiz that was released has these words.")}
        onInputChange={(_, typed, why) => {
          if (why === "input") setText(typed);
        }}
        onChange={(_, one) => {
          onChange({ ...gate, releaseId: one?.id ?? "" });
        }}
        renderInput={(params) => (
          <TextField
            {...params}
            label={t("The quiz that opens it")}
            helperText={gate.releaseId === "" ? t("Choose one that was released.") : undefined}
          />
        )}
        sx={{ maxWidth: 560 }}
      />
      <Typography sx={{ mt: 1 }}>
        {t("It opens at")}{" "}
        <Word
          label={t("How much is enough")}
          value={String(gate.percent)}
          choices={percentWords}
          onChange={(percent) => {
            onChange({ ...gate, percent: Number(percent) });
          }}
        />
        ,{" "}
        <Word
          label={t("Which go opens it")}
          value={gate.by}
          choices={byWords}
          onChange={(by) => {
            onChange({ ...gate, by });
          }}
        />
        .
      </Typography>
      {chosen && (
        <Typography variant="body2" color="textSecondary">
          {exampleInWords(gateExample(gate, chosen.rules.counts, exampleOf))}
        </Typography>
      )}
    </Box>
  );
}

/** "For example 6, then 7 of 10: the mean counts, 6.5. It stays closed." */
export function exampleInWords({ goes, rule, mark, isOpen }: ReturnType<typeof gateExample>): string {
  const [first = 0, second = 0] = goes;
  const terms = {
    first: numberOf(first),
    second: numberOf(second),
    outOf: exampleOf,
    rule: ruleWords[rule],
    mark: numberOf(mark),
  };
  return isOpen
    ? t("For example {{first}}, then {{second}} of {{outOf}}: {{rule}}, {{mark}}. It opens.", terms)
    : t("For example {{first}}, then {{second}} of {{outOf}}: {{rule}}, {{mark}}. It stays closed.", terms);
}
