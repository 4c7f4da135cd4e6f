/** The shared text, map or chart of an item, chosen by typing its letters. */
import Autocomplete from "@mui/material/Autocomplete";
import TextField from "@mui/material/TextField";
import { useListStimuliQuery } from "./api.ts";
import { t } from "../platform/words.ts";

export function StimulusField(props: { stimulusId: string | null; choose: (stimulusId: string | null) => void }) {
  const { stimulusId, choose } = props;
  const stimuli = useListStimuliQuery().data?.stimuli ?? [];
  return (
    <Autocomplete
      size="small"
      options={stimuli}
      value={stimuli.find((one) => one.id === stimulusId) ?? null}
      getOptionLabel={({ title }) => title}
      getOptionKey={({ id }) => id}
      isOptionEqualToValue={(a, b) => a.id === b.id}
      onChange={(_, chosen) => {
        choose(chosen?.id ?? null);
      }}
      renderInput={(params) => <TextField {...params} label={t("Linked text, map or chart")} />}
      noOptionsText={t("None has these letters")}
    />
  );
}
