/** The add line between two places: words, a code or a number find items; arrows move, Space picks, Enter inserts. */
import Box from "@mui/material/Box";
import TextField from "@mui/material/TextField";
import type { Candidate, Quiz } from "@verdant/contract/assembly";
import {
  useDeferredValue,
  useEffect,
  useEffectEvent,
  useRef,
  useState,
  type KeyboardEvent,
  type ReactNode,
} from "react";
import { useListTrayQuery } from "../bank/api.ts";
import { Bead } from "../ui/Bead.tsx";
import { shortDate } from "../ui/dates.ts";
import { shareInWords } from "../ui/Whisker.tsx";
import { useListMatchesQuery } from "./api.ts";
import type { LayoutPlace } from "@verdant/core/assembly/layout";
import { t } from "../platform/words.ts";

interface Row {
  readonly key: string;
  readonly text: ReactNode;
  readonly about: string;
  readonly isGrey: boolean;
  /** What inserting it puts in; null: it leads somewhere else. */
  readonly places: readonly LayoutPlace[] | null;
  readonly go?: () => void;
}

export function AddLine(props: {
  quiz: Quiz;
  insert: (places: readonly LayoutPlace[]) => void;
  write: (topicId: string | null) => void;
  close: () => void;
}) {
  const { quiz, insert, write, close } = props;
  const [text, setText] = useState("");
  const [active, setActive] = useState(-1);
  const [picked, setPicked] = useState<readonly string[]>([]);
  const words = useDeferredValue(text.trim());
  const { data, currentData } = useListMatchesQuery(
    { params: { quizId: quiz.id }, query: { text: words } },
    { skip: words === "" },
  );
  const tray = useListTrayQuery();
  const found = words === "" ? trayRows(quiz, tray.data?.items ?? []) : rowsOf(data, words, write);
  const drawn = found.filter((row) => picked.includes(row.key)).flatMap((row) => itemOf(row));
  const rows = drawn.length < 2 ? found : [...found, poolRow(drawn)];
  const [said, setSaid] = useState("");
  const takeIn = (row: Row | undefined) => {
    if (row?.key === poolKey && row.places) insert(row.places);
    else if (picked.length > 0)
      insert(rows.filter((one) => picked.includes(one.key)).flatMap((one) => one.places ?? []));
    else if (row?.isGrey && row.places) setSaid(t("Not put in: {{at}}.", { at: row.about.split(" · ").at(-1) ?? "" }));
    else if (row?.places) insert(row.places);
    else row?.go?.();
  };
  // Whoever presses Enter means what was typed, not what the words before it matched.
  const isFound = words === text.trim() && (words === "" || currentData !== undefined);
  const isWanted = useRef(false);
  const takeWanted = useEffectEvent(() => {
    isWanted.current = false;
    takeIn(rows[Math.max(0, active)]);
  });
  useEffect(() => {
    if (isWanted.current && isFound) takeWanted();
  }, [isFound]);
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === "ArrowDown" || event.key === "ArrowUp") {
      event.preventDefault();
      setActive(Math.max(-1, Math.min(rows.length - 1, active + (event.key === "ArrowDown" ? 1 : -1))));
    } else if (event.key === " " && active >= 0) {
      event.preventDefault();
      const row = rows[active];
      if (row?.places && !row.isGrey)
        setPicked(picked.includes(row.key) ? picked.filter((one) => one !== row.key) : [...picked, row.key]);
    } else if (event.key === "Enter") {
      event.preventDefault();
      if (isFound) takeIn(rows[Math.max(0, active)]);
      else isWanted.current = true;
    } else if (event.key === "Escape") close();
  };
  return (
    <Box sx={{ px: 1.5, py: 1, bgcolor: "success.light" }}>
      <TextField
        autoFocus
        fullWidth
        size="small"
        label={t("Add here: words, a topic, a code or a number")}
        helperText={said || t("Space picks several; of two or more picked each student can draw one.")}
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          setActive(-1);
          isWanted.current = false;
          setSaid("");
        }}
        onKeyDown={onKeyDown}
        slotProps={{
          htmlInput: {
            role: "combobox",
            "aria-expanded": rows.length > 0,
            "aria-controls": "add-line-matches",
            "aria-activedescendant": active >= 0 ? `add-line-${active}` : undefined,
          },
        }}
        sx={{ bgcolor: "background.paper", borderRadius: 1 }}
      />
      <Box
        id="add-line-matches"
        role="listbox"
        aria-label={t("Matches")}
        aria-multiselectable
        sx={{ mt: rows.length > 0 ? 0.75 : 0 }}
      >
        {rows.map((row, i) => (
          // eslint-disable-next-line jsx-a11y/click-events-have-key-events, jsx-a11y/interactive-supports-focus -- the field takes the keys
          <div
            key={row.key}
            id={`add-line-${i}`}
            role="option"
            aria-selected={picked.includes(row.key)}
            aria-disabled={row.isGrey}
            onMouseDown={(event) => {
              event.preventDefault();
            }}
            onClick={() => {
              takeIn(row);
            }}
          >
            <Box
              sx={{
                display: "flex",
                gap: 1.25,
                alignItems: "center",
                px: 1,
                py: 0.5,
                borderRadius: 1,
                fontSize: 14,
                cursor: row.isGrey ? "default" : "pointer",
                color: row.isGrey ? "text.secondary" : "text.primary",
                bgcolor: picked.includes(row.key) ? "warning.light" : i === active ? "background.paper" : "transparent",
                "&:hover": { bgcolor: row.isGrey ? undefined : "background.paper" },
              }}
            >
              {row.text}
              <Box component="span" sx={{ color: "text.secondary", fontSize: 12.5, whiteSpace: "nowrap" }}>
                {row.about}
              </Box>
            </Box>
          </div>
        ))}
      </Box>
    </Box>
  );
}

const poolKey = "pool";
const itemOf = (row: Row): string[] =>
  row.places?.flatMap((place) => (place.type === "fixed" ? [place.itemId] : [])) ?? [];

/** A draw from what was picked by hand. */
const poolRow = (itemIds: readonly string[]): Row => ({
  key: poolKey,
  text: t("draw 1 of the {{itemIds}} picked", { itemIds: itemIds.length }),
  about: t("each student gets 1 of them"),
  isGrey: false,
  places: [{ type: "draw", itemIds: [...itemIds], take: 1, points: 1 }],
});

const fixed = (itemId: string): LayoutPlace => ({ type: "fixed", itemId, locked: false });

function rowsOf(
  data: { items: readonly (Candidate & { here: string })[]; draws: readonly Draw[] } | undefined,
  words: string,
  write: (topicId: string | null) => void,
): Row[] {
  const items = (data?.items ?? []).map((item): Row => ({
    key: item.itemId,
    text: <Named strand={item.strand} text={item.stem} />,
    about: [
      item.facility ? shareInWords(item.facility) : t("no answers yet"),
      item.lastOn ? t("last seen {{lastOn}}", { lastOn: shortDate(item.lastOn) }) : t("never seen"),
      ...(item.here === "itself" ? ["here already"] : item.here === "lookAlike" ? ["a look-alike is here"] : []),
    ].join(" · "),
    isGrey: item.here !== "no",
    places: [fixed(item.itemId)],
  }));
  const draws = (data?.draws ?? []).map((draw): Row => {
    const take = Math.min(2, draw.itemIds.length - 1);
    return {
      key: `draw ${draw.topicId}`,
      text: (
        <Named
          strand={draw.strand}
          text={t("draw {{take}} of the {{itemIds}} on {{topic}}", {
            take,
            itemIds: draw.itemIds.length,
            topic: draw.topic,
          })}
        />
      ),
      about: t("each student gets {{take}} of them", { take }),
      isGrey: false,
      places: [{ type: "draw", itemIds: draw.itemIds, take, points: 1 }],
    };
  });
  // The topic that the words are about, where it is known.
  const topicId = data?.draws[0]?.topicId ?? null;
  return [
    ...items,
    ...draws,
    {
      key: "write",
      text: t("write one here"),
      about: t("a new item"),
      isGrey: false,
      places: null,
      go: () => {
        write(topicId);
      },
    },
    {
      key: "interlude",
      text: t("put “{{words}}” in as words between questions", { words }),
      about: t("an interlude; it is no question"),
      isGrey: false,
      places: [{ type: "interlude", text: words }],
    },
  ];
}

type Draw = { topicId: string; topic: string; strand: Candidate["strand"]; itemIds: string[] };

function trayRows(
  quiz: Quiz,
  items: readonly { id: string; label: string | null; stem: string; number: number }[],
): Row[] {
  const here = new Set(quiz.places.flatMap((place) => (place.type === "fixed" ? [place.itemId] : [])));
  return items.map((item) => ({
    key: item.id,
    text: item.label ?? item.stem,
    about: t("item {{number}}, in the tray{{id}}", {
      number: item.number,
      id: here.has(item.id) ? t("; here already") : "",
    }),
    isGrey: here.has(item.id),
    places: [fixed(item.id)],
  }));
}

function Named({ strand, text }: { strand: Candidate["strand"]; text: string }) {
  return (
    <>
      <Bead mark={strand?.letter ?? "–"} hue={strand?.hue ?? 7} size={20} />
      <Box
        component="span"
        sx={{ flex: 1, minWidth: 0, overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" }}
      >
        {text}
      </Box>
    </>
  );
}
