/** The requirements of a quiz: rows that one adds and that read as sentences, each with how many questions could serve it. */
import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Quiz } from "@verdant/contract/assembly";
import type { Blueprint } from "@verdant/contract/requirements";
import { allKinds } from "@verdant/core/items/kinds";
import { X } from "lucide-react";
import { useState } from "react";
import { t } from "../platform/words.ts";
import { useListTopicsQuery } from "../standards/api.ts";
import { subjectInWords, type Names } from "../ui/shortfallInWords.ts";
import { useCountServingQuery } from "./api.ts";
import { NumberBox } from "./NumberBox.tsx";
import { RequirementSets } from "./RequirementSets.tsx";
import {
  blueprintOf,
  emptyBlueprint,
  keyOf,
  keyOfRow,
  knownRows,
  quantities,
  rowsOf,
  type Countable,
  type CountRow,
  type LimitRow,
  type Quantity,
  type Row,
} from "./requirementRows.ts";
import { useNames } from "./useNames.ts";

const quantityWords: Record<Quantity, string> = {
  atLeast: t("at least"),
  exactly: t("exactly"),
  atMost: t("at most"),
  between: t("between"),
};

export function RequirementsPanel(props: {
  quiz: Quiz;
  isBusy: boolean;
  compose: (count: number, blueprint: Blueprint | null) => void;
}) {
  const { quiz, isBusy, compose } = props;
  const [count, setCount] = useState(quiz.blueprint?.count ?? Math.max(1, quiz.questions));
  const [rows, setRows] = useState<readonly Row[]>(quiz.blueprint ? rowsOf(quiz.blueprint) : []);
  const names = useNames(quiz);
  const blueprint = blueprintOf(count, rows);
  const { currentData: counted } = useCountServingQuery({
    params: { quizId: quiz.id },
    body: { blueprint: blueprint ?? emptyBlueprint(count) },
  });
  const room = new Map(counted?.serving.map((one) => [keyOf(one.subject), one.room]));
  const change = (key: string, next: Row | null) => {
    setRows(rows.flatMap((row) => (keyOfRow(row) === key ? (next ?? []) : row)));
  };
  return (
    <Box
      component="section"
      aria-label={t("Requirements")}
      sx={{ border: 1, borderColor: "divider", borderRadius: 1.5, p: 1.5, mb: 1.5 }}
    >
      <Box component="ul" aria-label={t("What the quiz must meet")} sx={{ m: 0, p: 0, listStyle: "none" }}>
        <Line key="all" serves={room.get("all")} wanted={count}>
          <NumberBox label={t("Questions")} value={count} most={60} onChange={setCount} /> {t("questions")}
        </Line>
        {rows.map((row) => {
          const key = keyOfRow(row);
          return (
            <Line
              key={key}
              serves={room.get(key)}
              wanted={row.what === "count" && row.quantity !== "atMost" ? row.low : 0}
              remove={() => {
                change(key, null);
              }}
              about={rowInWords(row, names)}
            >
              <RowFields
                row={row}
                names={names}
                onChange={(next) => {
                  change(key, next);
                }}
              />
            </Line>
          );
        })}
      </Box>
      <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1.25, mt: 1.25, alignItems: "center" }}>
        <AddRow
          key={rows.length}
          quiz={quiz}
          names={names}
          has={new Set(rows.map(keyOfRow))}
          add={(row) => {
            setRows([...rows, row]);
          }}
        />
        <RequirementSets
          blueprint={blueprint}
          apply={(kept) => {
            const { rows: known, unknown } = knownRows(rowsOf(kept), names.isKnown);
            setCount(kept.count);
            setRows(known);
            return unknown;
          }}
        />
        <Box sx={{ flex: 1 }} />
        <Button
          disabled={rows.length === 0}
          onClick={() => {
            setRows([]);
          }}
        >
          {t("Clear requirements")}
        </Button>
        <Button
          variant="outlined"
          disabled={isBusy}
          onClick={() => {
            compose(count, blueprint);
          }}
        >
          {isBusy ? t("Composing…") : t("Compose {{number}} again", { number: count })}
        </Button>
      </Box>
      <Typography variant="caption" color="textSecondary" component="p" sx={{ mt: 0.5 }}>
        {t("Never two look-alikes in one quiz: they are counted once here. Held questions stay.")}
      </Typography>
    </Box>
  );
}

/** One requirement: its sentence, how many questions of the bank could serve it, and taking it away. */
function Line(props: {
  children: React.ReactNode;
  serves: number | undefined;
  wanted: number;
  about?: string;
  remove?: () => void;
}) {
  const { children, serves, wanted, about, remove } = props;
  const isShort = serves !== undefined && serves < wanted;
  return (
    <Box
      component="li"
      sx={{
        display: "flex",
        flexWrap: "wrap",
        alignItems: "center",
        gap: 1,
        py: 0.75,
        borderTop: 1,
        borderColor: "divider",
        "&:first-of-type": { borderTop: 0 },
      }}
    >
      <Box sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", gap: 1, flex: "1 1 280px" }}>{children}</Box>
      {serves !== undefined && (
        <Typography
          variant="body2"
          sx={{ color: isShort ? "warning.dark" : "text.secondary", fontWeight: isShort ? 700 : 400 }}
        >
          {isShort ? t("only {{serves}} could serve", { serves }) : t("{{serves}} could serve", { serves })}
        </Typography>
      )}
      {remove && (
        <IconButton size="small" aria-label={t("Remove: {{about}}", { about: about ?? "" })} onClick={remove}>
          <X size={16} aria-hidden />
        </IconButton>
      )}
    </Box>
  );
}

function rowInWords(row: Row, names: Names): string {
  switch (row.what) {
    case "count":
      return subjectInWords(row.subject, names);
    case "minutes":
      return t("minutes");
    case "unseenWeeks":
      return t("weeks not seen");
    case "perTopic":
      return t("questions of one topic");
    case "onlyTopics":
      return t("only these topics");
    case "reserved":
      return t("reserved items");
  }
}

function RowFields({ row, names, onChange }: { row: Row; names: Names; onChange: (next: Row) => void }) {
  switch (row.what) {
    case "count":
      return <CountFields row={row} names={names} onChange={onChange} />;
    case "onlyTopics":
      return (
        <OnlyTopics
          topicIds={row.topicIds}
          onChange={(topicIds) => {
            onChange({ what: "onlyTopics", topicIds });
          }}
        />
      );
    case "reserved":
      return <Typography variant="body2">{t("from reserved items, not from those for practice")}</Typography>;
    case "minutes":
    case "unseenWeeks":
    case "perTopic":
      return <LimitFields row={row} onChange={onChange} />;
  }
}

function CountFields({ row, names, onChange }: { row: CountRow; names: Names; onChange: (next: Row) => void }) {
  const about = subjectInWords(row.subject, names);
  // The contract has a standard's number as a least one only.
  const offered = row.subject.of === "standard" ? (["atLeast"] as const) : quantities;
  const isUpTo = row.quantity === "atMost";
  return (
    <>
      <TextField
        select
        size="small"
        value={row.quantity}
        onChange={(event) => {
          const quantity = event.target.value as Quantity;
          onChange({ ...row, quantity, high: Math.max(row.low, Math.min(row.high, row.low + 2)) });
        }}
        slotProps={{ htmlInput: { "aria-label": t("How many {{about}}", { about }) } }}
        sx={{ minWidth: 112 }}
      >
        {offered.map((one) => (
          <MenuItem key={one} value={one}>
            {quantityWords[one]}
          </MenuItem>
        ))}
      </TextField>
      <NumberBox
        label={t("Number {{about}}", { about })}
        value={isUpTo ? row.high : row.low}
        least={isUpTo ? 0 : 1}
        most={60}
        onChange={(number) => {
          onChange(isUpTo ? { ...row, high: number } : { ...row, low: number });
        }}
      />
      {row.quantity === "between" && (
        <>
          {t("and")}
          <NumberBox
            label={t("Highest number {{about}}", { about })}
            value={row.high}
            most={60}
            onChange={(high) => {
              onChange({ ...row, high });
            }}
          />
        </>
      )}
      <Typography variant="body2">{about}</Typography>
    </>
  );
}

const limits: Record<LimitRow["what"], { before: string; after: string; most: number; start: number }> = {
  minutes: { before: t("at most"), after: t("minutes"), most: 240, start: 20 },
  unseenWeeks: { before: t("not seen by the class for"), after: t("weeks"), most: 200, start: 4 },
  perTopic: { before: t("at most"), after: t("of one topic"), most: 20, start: 2 },
};

function LimitFields({ row, onChange }: { row: LimitRow; onChange: (next: Row) => void }) {
  const { before, after, most } = limits[row.what];
  return (
    <>
      <Typography variant="body2">{before}</Typography>
      <NumberBox
        label={`${before} … ${after}`}
        value={row.number}
        most={most}
        onChange={(number) => {
          onChange({ ...row, number });
        }}
      />
      <Typography variant="body2">{after}</Typography>
    </>
  );
}

function OnlyTopics({
  topicIds,
  onChange,
}: {
  topicIds: readonly string[];
  onChange: (topicIds: readonly string[]) => void;
}) {
  const { topics = [] } = useListTopicsQuery().data ?? {};
  return (
    <Autocomplete
      multiple
      size="small"
      limitTags={3}
      options={topics.filter((topic) => topic.parentId !== null)}
      value={topics.filter((topic) => topicIds.includes(topic.id))}
      getOptionLabel={(topic) => topic.name}
      isOptionEqualToValue={(a, b) => a.id === b.id}
      onChange={(_, chosen) => {
        onChange(chosen.map((topic) => topic.id));
      }}
      renderInput={(params) => <TextField {...params} label={t("Only these topics")} />}
      sx={{ flex: "1 1 260px" }}
    />
  );
}

interface Offer {
  readonly group: string;
  readonly label: string;
  readonly row: Row;
}

/** Everything that can be asked for and is not yet, to be found by typing. */
function AddRow(props: {
  quiz: Quiz;
  names: ReturnType<typeof useNames>;
  has: ReadonlySet<string>;
  add: (row: Row) => void;
}) {
  const { quiz, names, has, add } = props;
  const { standards } = names;
  const counted = (group: string, subject: Countable): Offer => ({
    group,
    label: subjectInWords(subject, names),
    row: { what: "count", subject, quantity: "atLeast", low: 1, high: 3 },
  });
  const limit = (what: LimitRow["what"], label: string): Offer => ({
    group: t("Of the whole quiz"),
    label,
    row: { what, number: limits[what].start },
  });
  const offers: Offer[] = [
    limit("minutes", t("at most … minutes")),
    limit("unseenWeeks", t("not seen by the class for … weeks")),
    limit("perTopic", t("at most … of one topic")),
    { group: t("Of the whole quiz"), label: t("only these topics"), row: { what: "onlyTopics", topicIds: [] } },
    { group: t("Of the whole quiz"), label: t("from reserved items"), row: { what: "reserved" } },
    ...(["recall", "apply", "reason"] as const).map((demand) => counted(t("What they ask"), { of: "demand", demand })),
    ...quiz.mix.map(({ strand }) => counted(t("Units"), { of: "unit", unitId: strand.unitId })),
    ...names.topics.map((topic) => counted(t("Topics"), { of: "topic", topicId: topic.id })),
    ...allKinds.map((kind) => counted(t("Kinds"), { of: "kind", kind })),
    ...standards.map((one) => counted(t("Standards"), { of: "standard", standardId: one.id })),
  ];
  return (
    <Autocomplete
      size="small"
      options={offers.filter((one) => !has.has(keyOfRow(one.row)))}
      groupBy={(one) => one.group}
      getOptionLabel={(one) => one.label}
      getOptionKey={(one) => keyOfRow(one.row)}
      value={null}
      blurOnSelect
      onChange={(_, chosen) => {
        if (chosen) add(chosen.row);
      }}
      noOptionsText={t("Nothing like that can be asked for.")}
      renderInput={(params) => <TextField {...params} label={t("Add a requirement")} />}
      sx={{ width: { xs: "100%", sm: 300 } }}
    />
  );
}
