/** Adds an item to what a draw draws from. */
import Autocomplete from "@mui/material/Autocomplete";
import TextField from "@mui/material/TextField";
import type { Candidate } from "@verdant/contract/assembly";
import { useDeferredValue, useState } from "react";
import { useListMatchesQuery } from "./api.ts";
import { t } from "../platform/words.ts";

type Match = Candidate & { readonly here: string };

export function PoolAdd(props: { quizId: string; pool: readonly string[]; add: (itemId: string) => void }) {
  const { quizId, pool, add } = props;
  const [text, setText] = useState("");
  const words = useDeferredValue(text.trim());
  const { data, isFetching } = useListMatchesQuery(
    { params: { quizId }, query: { text: words } },
    { skip: words === "" },
  );
  const options: Match[] = words === "" ? [] : (data?.items ?? []).filter((item) => !pool.includes(item.itemId));
  return (
    <Autocomplete
      size="small"
      sx={{ maxWidth: 640, mb: 1 }}
      options={options}
      value={null}
      blurOnSelect={false}
      loading={isFetching}
      inputValue={text}
      // What matches is found by the server.
      filterOptions={(all) => all}
      getOptionKey={(item) => item.itemId}
      getOptionLabel={(item) => `${item.number}. ${item.stem}`}
      getOptionDisabled={(item) => item.here === "itself"}
      noOptionsText={words === "" ? t("Type words, a code or a number.") : t("Nothing else matches.")}
      renderOption={({ key, ...option }, item) => (
        <li key={key} {...option}>
          {item.number}. {item.stem}
          {item.here === "itself" && t(" (a question of this quiz already)")}
        </li>
      )}
      renderInput={(field) => <TextField {...field} label={t("Add an item to the pool")} />}
      onInputChange={(_, typed, why) => {
        if (why !== "reset") setText(typed);
      }}
      onChange={(_, item) => {
        if (item) add(item.itemId);
        setText("");
      }}
    />
  );
}
