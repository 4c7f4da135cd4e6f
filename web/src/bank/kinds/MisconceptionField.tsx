/** The named wrong idea that an answer shows: chosen from the department's catalogue, or named anew. */
import Autocomplete, { createFilterOptions } from "@mui/material/Autocomplete";
import TextField from "@mui/material/TextField";
import { useIsGuest } from "../../team/api.ts";
import { useAddMisconceptionMutation, useListMisconceptionsQuery } from "../api.ts";
import { t } from "../../platform/words.ts";

interface Choice {
  readonly id: string | null;
  readonly name: string;
}

const matching = createFilterOptions<Choice>();

export function MisconceptionField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string | undefined;
  onChange: (misconceptionId: string | undefined) => void;
}) {
  // Which wrong ideas a department names is its own affair; what an option carries already stays as it is.
  const isGuest = useIsGuest();
  const { data } = useListMisconceptionsQuery(undefined, { skip: isGuest });
  const [add] = useAddMisconceptionMutation();
  const known: Choice[] = data?.misconceptions ?? [];
  if (isGuest) return null;
  return (
    <Autocomplete
      size="small"
      options={known}
      value={known.find((one) => one.id === value) ?? null}
      getOptionLabel={(one) => one.name}
      isOptionEqualToValue={(a, b) => a.id === b.id}
      filterOptions={(options, state) => {
        const name = state.inputValue.trim();
        const isKnown = options.some((one) => one.name.toLowerCase() === name.toLowerCase());
        return [...matching(options, state), ...(name === "" || isKnown ? [] : [{ id: null, name }])];
      }}
      renderOption={({ key, ...optionProps }, one) => (
        <li key={key} {...optionProps}>
          {one.id === null ? t("Name a new one: “{{name}}”", { name: one.name }) : one.name}
        </li>
      )}
      onChange={(_, chosen) => {
        if (chosen === null) onChange(undefined);
        else if (chosen.id !== null) onChange(chosen.id);
        else
          void add({ body: { name: chosen.name } }).then(({ data: added }) => {
            if (added) onChange(added.id);
          });
      }}
      renderInput={(params) => <TextField {...params} label={label} placeholder={t("none")} />}
    />
  );
}
