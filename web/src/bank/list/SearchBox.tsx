/** The search of the bank: words and filters, with suggestions while a filter is typed. */
import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import TextField from "@mui/material/TextField";
import { suggestionsFor, type KnownValues, type Suggestion } from "./searchSuggestions.ts";
import { t } from "../../platform/words.ts";

export function SearchBox(props: { text: string; known: KnownValues; onChange: (text: string) => void }) {
  const { text, known, onChange } = props;
  const suggestions = suggestionsFor(text, known);
  return (
    <Autocomplete<Suggestion, false, true, true>
      freeSolo
      disableClearable
      size="small"
      options={suggestions}
      filterOptions={(all) => all}
      getOptionLabel={(one) => (typeof one === "string" ? one : one.text)}
      inputValue={text}
      onInputChange={(_, next, reason) => {
        if (reason === "input") onChange(next);
      }}
      onChange={(_, next) => {
        if (typeof next !== "string") onChange(next.text);
      }}
      renderOption={({ key, ...optionProps }, one) => (
        <li key={key} {...optionProps}>
          <Box sx={{ fontSize: 13.5 }}>
            <strong>{one.term}</strong>{" "}
            <Box component="span" sx={{ color: "text.secondary" }}>
              {one.about}
            </Box>
          </Box>
        </li>
      )}
      slotProps={{ popper: { sx: { minWidth: 360 }, placement: "bottom-start" } }}
      renderInput={(params) => (
        <TextField {...params} label={t("Search items")} type="search" placeholder={t("words, topic:…, right<40")} />
      )}
      sx={{ mb: 1 }}
    />
  );
}
