/** The shared text, map or chart of an item, chosen by typing its letters. */
import Autocomplete from "@mui/material/Autocomplete";
import TextField from "@mui/material/TextField";
import { useListStimuliQuery } from "./api.ts";

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
      renderInput={(params) => <TextField {...params} label="Text, map or chart it hangs on" />}
      noOptionsText="None has these letters"
    />
  );
}
