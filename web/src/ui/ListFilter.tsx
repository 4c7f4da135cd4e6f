/** Above a list of quizzes or releases: words to look for, in what state, and which comes first. All of it in the address. */
import Box from "@mui/material/Box";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { useEffect, useState, type ReactNode } from "react";
import { useAddress } from "../platform/useAddress.ts";
import { t } from "../platform/words.ts";

const orders = ["newest", "oldest"] as const;
const orderWords = { newest: t("newest first"), oldest: t("oldest first") };

/** What the address says of a list, and changing it; `states` are those that there are. */
export function useListFilter<S extends string>(states: readonly S[]) {
  const [search, change] = useAddress();
  const text = search.get("text") ?? "";
  const state = states.find((one) => one === search.get("state"));
  const order = orders.find((one) => one === search.get("order")) ?? "newest";
  const set = (name: string, value: string | undefined) => {
    change((next) => {
      if (value === undefined || value === "") next.delete(name);
      else next.set(name, value);
    });
  };
  return { text, state, order, set, isNarrowed: text !== "" || state !== undefined };
}

type Filter<S extends string> = ReturnType<typeof useListFilter<S>>;

/** Milliseconds after the last key: nobody wants a list for each letter. */
const pause = 250;

export function ListFilter<S extends string>(props: {
  filter: Filter<S>;
  /** What is looked for, such as "Search quizzes". */
  label: string;
  /** Each state in words, and how many there are. */
  states: readonly (readonly [S, string])[];
  /** What else it may be narrowed by. */
  children?: ReactNode;
}) {
  const { filter, label, states, children } = props;
  const [typed, setTyped] = useState(filter.text);
  const [from, setFrom] = useState(filter.text);
  if (filter.text !== from) {
    setFrom(filter.text);
    setTyped(filter.text);
  }
  const { set } = filter;
  useEffect(() => {
    if (typed.trim() === from) return;
    const timer = setTimeout(() => {
      set("text", typed.trim());
    }, pause);
    return () => {
      clearTimeout(timer);
    };
  }, [typed, from, set]);
  return (
    <Box role="search" sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", gap: 1.5, mb: 1.5 }}>
      <TextField
        type="search"
        size="small"
        label={label}
        value={typed}
        onChange={(event) => {
          setTyped(event.target.value);
        }}
        sx={{ flex: { xs: "1 1 100%", sm: "0 1 260px" } }}
      />
      <ToggleButtonGroup
        exclusive
        size="small"
        aria-label={t("Which of them")}
        value={filter.state ?? null}
        onChange={(_, state: S | null) => {
          set("state", state ?? undefined);
        }}
      >
        {states.map(([state, words]) => (
          <ToggleButton key={state} value={state}>
            {words}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {children}
      <TextField
        select
        size="small"
        value={filter.order}
        onChange={(event) => {
          set("order", event.target.value === "newest" ? undefined : event.target.value);
        }}
        slotProps={{ htmlInput: { "aria-label": t("Order") } }}
        sx={{ ml: { sm: "auto" } }}
      >
        {orders.map((order) => (
          <MenuItem key={order} value={order}>
            {orderWords[order]}
          </MenuItem>
        ))}
      </TextField>
    </Box>
  );
}
