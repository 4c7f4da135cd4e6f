/** The list of the bank: only what is in sight is drawn and held; arrows, Home and End move, Space sets aside, Enter opens. */
import Box from "@mui/material/Box";
import Paper from "@mui/material/Paper";
import type { ItemRow } from "@verdant/contract/bank";
import type { Topic } from "@verdant/contract/standards";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useId, useRef, useState, type KeyboardEvent } from "react";
import { Bead } from "../../ui/Bead.tsx";
import { Whisker } from "../../ui/Whisker.tsx";
import { kindNames } from "@verdant/core/items/kindNames";
import { useSight } from "./useItemPages.ts";
import { t } from "../../platform/words.ts";

const rowHeight = 53;

export function ItemList(props: {
  /** What makes the list; another one begins at its top. */
  view: string;
  /** What is shown is about to be replaced: no key may act on a row that goes away under it. */
  isOfOlderFilter: boolean;
  /** The item at a place of the whole list; undefined: it is not here yet. */
  itemAt: (index: number) => ItemRow | undefined;
  see: (from: number, to: number) => void;
  total: number;
  topics: readonly Topic[];
  chosen: string | null;
  inTray: ReadonlySet<string>;
  choose: (id: string) => void;
  open: (id: string) => void;
  setAside: (item: ItemRow) => void;
}) {
  const { view, isOfOlderFilter, itemAt, see, total, topics, chosen, inTray, choose, open, setAside } = props;
  const scroller = useRef<HTMLDivElement>(null);
  const listId = useId();
  const rows = useVirtualizer({
    count: total,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 12,
  });
  const drawn = rows.getVirtualItems();
  const [from, to] = [drawn[0]?.index ?? 0, drawn.at(-1)?.index ?? 0];
  useSight(see, from, to);
  useEffect(() => {
    scroller.current?.scrollTo({ top: 0 });
  }, [view]);

  const [known, setKnown] = useState<{ id: string; index: number; view: string } | null>(null);
  const isAt = (index: number) => chosen !== null && itemAt(index)?.id === chosen;
  const inSight = drawn.find(({ index }) => isAt(index))?.index;
  const at = inSight ?? (known?.id === chosen && known.view === view ? known.index : -1);
  /** A place that was moved to before its item was here. */
  const [movedTo, setMovedTo] = useState<{ index: number; view: string } | null>(null);
  const awaited = movedTo?.view === view ? movedTo.index : null;
  const choosePlace = (index: number, id: string) => {
    setMovedTo(null);
    setKnown({ id, index, view });
    choose(id);
  };
  const arrived = awaited === null ? undefined : itemAt(awaited);
  useEffect(() => {
    if (awaited !== null && arrived) choosePlace(awaited, arrived.id);
  });
  const moveTo = (index: number) => {
    const place = Math.max(0, Math.min(total - 1, index));
    rows.scrollToIndex(place);
    const item = itemAt(place);
    if (item) choosePlace(place, item.id);
    else setMovedTo({ index: place, view });
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const current = at < 0 || awaited !== null ? undefined : itemAt(at);
    const from = awaited ?? at;
    const keys: Record<string, () => void> = {
      ArrowDown: () => {
        moveTo(from + 1);
      },
      ArrowUp: () => {
        moveTo(from - 1);
      },
      PageDown: () => {
        moveTo(from + 10);
      },
      PageUp: () => {
        moveTo(from - 10);
      },
      Home: () => {
        moveTo(0);
      },
      End: () => {
        moveTo(total - 1);
      },
      Enter: () => {
        if (current) open(current.id);
      },
      " ": () => {
        if (current) setAside(current);
      },
    };
    const act = keys[event.key];
    if (!act) return;
    event.preventDefault();
    if (!isOfOlderFilter) act();
  };
  const topicOf = new Map(topics.map((topic) => [topic.id, topic]));
  return (
    <Paper
      ref={scroller}
      role="listbox"
      aria-label={t("Items, {{total}} in all", { total })}
      aria-activedescendant={inSight !== undefined ? `${listId}${chosen ?? ""}` : undefined}
      aria-busy={isOfOlderFilter}
      tabIndex={0}
      onKeyDown={onKeyDown}
      sx={{
        height: { xs: "max(320px, calc(100dvh - 340px))", md: "calc(100dvh - 176px)" },
        overflow: "auto",
        opacity: isOfOlderFilter ? 0.6 : 1,
        "&:focus-visible": { outlineOffset: -3 },
      }}
    >
      <Box sx={{ height: rows.getTotalSize(), position: "relative" }}>
        {drawn.map(({ index, start }) => {
          const item = itemAt(index);
          const top = { position: "absolute", insetInline: 0, height: rowHeight, transform: `translateY(${start}px)` };
          if (!item) return <Awaited key={index} style={top} />;
          return (
            <Row
              key={index}
              id={`${listId}${item.id}`}
              style={top}
              item={item}
              place={index}
              total={total}
              topic={topicOf.get(item.topicId ?? "")}
              isChosen={item.id === chosen}
              isSetAside={inTray.has(item.id)}
              choose={(id) => {
                choosePlace(index, id);
              }}
              open={open}
            />
          );
        })}
      </Box>
    </Paper>
  );
}

/** A row whose item is on its way. */
const Awaited = ({ style }: { style: object }) => (
  <Box sx={{ ...style, borderBottom: 1, borderColor: "divider", px: 1.5, py: 1.25 }}>
    <Box sx={{ height: 14, width: "60%", borderRadius: 1, bgcolor: "action.hover" }} />
  </Box>
);

function Row(props: {
  id: string;
  style: object;
  item: ItemRow;
  place: number;
  total: number;
  topic: Topic | undefined;
  isChosen: boolean;
  isSetAside: boolean;
  choose: (id: string) => void;
  open: (id: string) => void;
}) {
  const { id, style, item, place, total, topic, isChosen, isSetAside, choose, open } = props;
  const about = [item.number, kindNames[item.kind], topic?.name ?? t("needs a topic"), ...item.standardCodes].join(
    " · ",
  );
  return (
    // The list itself takes the keys; a row is only pointed at.
    // eslint-disable-next-line jsx-a11y/click-events-have-key-events, jsx-a11y/interactive-supports-focus -- see above
    <div
      id={id}
      role="option"
      aria-selected={isChosen}
      aria-posinset={place + 1}
      aria-setsize={total}
      style={style}
      onClick={() => {
        choose(item.id);
      }}
      onDoubleClick={() => {
        open(item.id);
      }}
    >
      <Box
        sx={{
          display: "flex",
          gap: 1.5,
          alignItems: "center",
          height: "100%",
          px: 1.5,
          cursor: "pointer",
          borderBottom: 1,
          borderColor: "divider",
          bgcolor: isChosen ? "success.light" : "transparent",
          "&:hover": { bgcolor: isChosen ? "success.light" : "action.hover" },
        }}
      >
        <Bead mark={topic?.letter ?? "–"} hue={topic?.hue ?? 7} />
        <Box sx={{ minWidth: 0, flex: 1 }}>
          <Box sx={{ fontSize: 15, whiteSpace: "nowrap", overflow: "hidden", textOverflow: "ellipsis" }}>
            {item.label ?? item.stem}
          </Box>
          <Box sx={{ fontSize: 12.5, color: "text.secondary", whiteSpace: "nowrap", overflow: "hidden" }}>{about}</Box>
        </Box>
        {item.facility.outOf > 0 && (
          <Box sx={{ display: { xs: "none", sm: "block" } }}>
            <Whisker share={item.facility} width={96} />
          </Box>
        )}
        {isSetAside && <Box sx={{ fontSize: 12.5, color: "primary.main", fontWeight: 700 }}>{t("in the tray")}</Box>}
        {item.status !== "approved" && (
          <Box sx={{ fontSize: 12.5, color: "warning.dark", fontWeight: 700 }}>
            {item.status === "inReview" ? t("being checked") : item.status}
          </Box>
        )}
        {item.use === "reserved" && <Box sx={{ fontSize: 12.5, color: "text.secondary" }}>{t("reserved")}</Box>}
      </Box>
    </div>
  );
}
