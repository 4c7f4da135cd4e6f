/** The facets of the bank: each value with how many items it would give. */
import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { FacetName, ItemList } from "@verdant/contract/bank";
import { withoutTerm } from "@verdant/core/bank/searchNotation";
import type { Standard, Topic } from "@verdant/contract/standards";
import type { ReactNode } from "react";
import { kindNames } from "@verdant/core/items/kindNames";
import type { ItemFilter } from "./useItemFilter.ts";
import { t } from "../../platform/words.ts";

type Counts = ItemList["facets"];

type Closed = "kind" | "demand" | "status" | "use" | "lacks" | "went" | "used";

const words: Record<Closed, Record<string, string>> = {
  kind: kindNames,
  demand: { recall: t("recall"), apply: t("apply"), reason: t("reason") },
  status: { draft: t("draft"), inReview: t("being checked"), approved: t("approved"), retired: t("retired") },
  use: { practice: t("practice"), reserved: t("reserved") },
  lacks: { topic: t("needs a topic"), standard: t("has no standard"), explanation: t("has no explanation") },
  went: {
    hard: t("hard: below 40% right"),
    middling: t("40 to 80% right"),
    easy: t("easy: above 80% right"),
    open: t("too few answers"),
  },
  used: { never: t("never used"), given: t("used") },
};
const titles: Record<Closed, string> = {
  kind: t("Kind"),
  demand: t("Demand"),
  status: t("Status"),
  use: t("Use"),
  lacks: t("Still open"),
  went: t("Results"),
  used: t("Used so far"),
};

export function Facets(props: {
  counts: Counts | undefined;
  filter: ItemFilter;
  /** What was typed and chooses values of a facet. */
  meant: ItemList["meant"];
  topics: readonly Topic[];
  standards: readonly Standard[];
  owners: readonly { readonly personId: string; readonly name: string }[];
}) {
  const { counts, filter, meant, topics, standards, owners } = props;
  const typedFor = (name: FacetName, id: string) => meant.find((one) => one.facet === name && one.ids.includes(id));
  const isOn = (name: FacetName, id: string) => filter.chosen[name].includes(id) || typedFor(name, id) !== undefined;
  const toggle = (name: FacetName, id: string) => {
    const typed = typedFor(name, id);
    if (typed) filter.set("text", withoutTerm(filter.text, typed.typed));
    if (!typed || filter.chosen[name].includes(id)) filter.toggle(name, id);
  };
  const countOf = (name: FacetName, id: string) => counts?.[name].find((one) => one.id === id)?.count ?? 0;
  return (
    <>
      <Section title={t("Topic")}>
        {topics.map((topic) => (
          <Value
            key={topic.id}
            name={topic.name}
            count={countOf("topic", topic.id)}
            depth={topic.parentId ? 1 : 0}
            isOn={isOn("topic", topic.id)}
            toggle={() => {
              toggle("topic", topic.id);
            }}
          />
        ))}
      </Section>
      <Autocomplete
        size="small"
        multiple
        options={standards.filter((one) => countOf("standard", one.id) > 0 || isOn("standard", one.id))}
        value={standards.filter((one) => isOn("standard", one.id))}
        getOptionLabel={(one) => one.code}
        isOptionEqualToValue={(a, b) => a.id === b.id}
        filterOptions={(all, { inputValue }) =>
          all.filter((one) => `${one.code} ${one.statement}`.toLowerCase().includes(inputValue.toLowerCase()))
        }
        renderOption={({ key, ...optionProps }, one) => (
          <li key={key} {...optionProps}>
            <Box sx={{ fontSize: 13 }}>
              <strong>{one.code}</strong> {one.statement} <Quiet>{countOf("standard", one.id)}</Quiet>
            </Box>
          </li>
        )}
        onChange={(_, next) => {
          const before = standards.flatMap((one) => (isOn("standard", one.id) ? one.id : []));
          const after = next.map((one) => one.id);
          const changed = after.find((id) => !before.includes(id)) ?? before.find((id) => !after.includes(id));
          if (changed !== undefined) toggle("standard", changed);
        }}
        slotProps={{ popper: { sx: { minWidth: 380 }, placement: "bottom-start" } }}
        renderInput={(params) => <TextField {...params} label={t("Standard")} />}
        sx={{ my: 1.5 }}
      />
      {(["kind", "demand", "use", "status", "went", "used", "lacks"] as const).map((name) => (
        <Section key={name} title={titles[name]}>
          {Object.entries(words[name])
            .filter(([id]) => countOf(name, id) > 0 || isOn(name, id))
            .map(([id, word]) => (
              <Value
                key={id}
                name={word}
                count={countOf(name, id)}
                isOn={isOn(name, id)}
                toggle={() => {
                  toggle(name, id);
                }}
              />
            ))}
        </Section>
      ))}
      {(["owner", "tag", "language"] as const).map((name) => {
        const values = (counts?.[name] ?? []).filter((one) => one.count > 0 || isOn(name, one.id));
        // What all items share tells nothing.
        if (values.length < 2 && !values.some((one) => isOn(name, one.id)) && name !== "tag") return null;
        if (values.length === 0) return null;
        return (
          <Section key={name} title={openTitles[name]}>
            {[...values]
              .sort((a, b) => b.count - a.count)
              .slice(0, 30)
              .map((one) => (
                <Value
                  key={one.id}
                  name={name === "owner" ? (owners.find(({ personId }) => personId === one.id)?.name ?? "…") : one.id}
                  count={one.count}
                  isOn={isOn(name, one.id)}
                  toggle={() => {
                    toggle(name, one.id);
                  }}
                />
              ))}
          </Section>
        );
      })}
    </>
  );
}

const openTitles = { owner: t("Belongs to"), tag: t("Tag"), language: t("Language") } as const;

function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box component="section" aria-label={title} sx={{ mb: 1.25 }}>
      <Typography variant="body2" color="textSecondary" sx={{ fontWeight: 700, mb: 0.25, pl: 0.5 }}>
        {title}
      </Typography>
      {children}
    </Box>
  );
}

function Value(props: { name: string; count: number; depth?: number; isOn: boolean; toggle: () => void }) {
  const { name, count, depth = 0, isOn, toggle } = props;
  return (
    <Box
      component="button"
      type="button"
      aria-pressed={isOn}
      onClick={toggle}
      sx={{
        display: "flex",
        gap: 1,
        width: "100%",
        border: 0,
        borderRadius: 1,
        bgcolor: isOn ? "success.light" : "transparent",
        color: count === 0 && !isOn ? "text.secondary" : "inherit",
        font: "inherit",
        fontSize: 13.5,
        fontWeight: isOn ? 700 : depth === 0 ? 500 : 400,
        textAlign: "left",
        py: 0.3,
        pl: 0.5 + depth * 1.5,
        pr: 0.75,
        cursor: "pointer",
        "&:hover": { bgcolor: isOn ? "success.light" : "action.hover" },
      }}
    >
      <Box component="span" sx={{ flex: 1, minWidth: 0 }}>
        {name}
      </Box>
      <Quiet>{count}</Quiet>
    </Box>
  );
}

function Quiet({ children }: { children: ReactNode }) {
  return (
    <Box component="span" sx={{ color: "text.secondary", fontWeight: 400, fontVariantNumeric: "tabular-nums" }}>
      {children}
    </Box>
  );
}
