/** The list of the bank: only what is in sight is drawn; arrows, Home and End move, Space sets aside, Enter opens. */
import Box from "@mui/material/Box";
import Paper from "@mui/material/Paper";
import type { ItemRow } from "@verdant/contract/bank";
import type { Topic } from "@verdant/contract/standards";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useId, useRef, type KeyboardEvent } from "react";
import { Bead } from "../ui/Bead.tsx";
import { Whisker } from "../ui/Whisker.tsx";
import { kindNames } from "@verdant/core/items/kindNames";

const rowHeight = 53;

export function ItemList(props: {
  /** What is shown is about to be replaced: no key may act on a row that goes away under it. */
  isOfOlderFilter: boolean;
  items: readonly ItemRow[];
  total: number;
  topics: readonly Topic[];
  chosen: string | null;
  inTray: ReadonlySet<string>;
  choose: (id: string) => void;
  open: (id: string) => void;
  setAside: (item: ItemRow) => void;
  loadMore: () => void;
}) {
  const { isOfOlderFilter, items, total, topics, chosen, inTray, choose, open, setAside, loadMore } = props;
  const scroller = useRef<HTMLDivElement>(null);
  const listId = useId();
  const rows = useVirtualizer({
    count: total,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 12,
  });
  const drawn = rows.getVirtualItems();
  const last = drawn.at(-1)?.index ?? 0;
  useEffect(() => {
    if (last >= items.length - 1 && items.length < total) loadMore();
  }, [last, items.length, total, loadMore]);

  const at = items.findIndex((item) => item.id === chosen);
  const moveTo = (index: number) => {
    const item = items[Math.max(0, Math.min(items.length - 1, index))];
    if (!item) return;
    choose(item.id);
    rows.scrollToIndex(items.indexOf(item));
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const current = items[at];
    const keys: Record<string, () => void> = {
      ArrowDown: () => {
        moveTo(at + 1);
      },
      ArrowUp: () => {
        moveTo(at - 1);
      },
      PageDown: () => {
        moveTo(at + 10);
      },
      PageUp: () => {
        moveTo(at - 10);
      },
      Home: () => {
        moveTo(0);
      },
      End: () => {
        moveTo(items.length - 1);
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
      aria-label={`Items, ${total} in all`}
      aria-activedescendant={at >= 0 ? `${listId}${chosen ?? ""}` : undefined}
      aria-busy={isOfOlderFilter}
      tabIndex={0}
      onKeyDown={onKeyDown}
      sx={{
        height: "calc(100dvh - 176px)",
        overflow: "auto",
        opacity: isOfOlderFilter ? 0.6 : 1,
        "&:focus-visible": { outlineOffset: -3 },
      }}
    >
      <Box sx={{ height: rows.getTotalSize(), position: "relative" }}>
        {drawn.map(({ index, start }) => {
          const item = items[index];
          const top = { position: "absolute", insetInline: 0, height: rowHeight, transform: `translateY(${start}px)` };
          if (!item) return <Box key={index} style={top as never} />;
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
              choose={choose}
              open={open}
            />
          );
        })}
      </Box>
    </Paper>
  );
}

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
  const about = [item.number, kindNames[item.kind], topic?.name ?? "needs a topic", ...item.standardCodes].join(" · ");
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
        {item.facility.outOf > 0 && <Whisker share={item.facility} width={96} />}
        {isSetAside && <Box sx={{ fontSize: 12.5, color: "primary.main", fontWeight: 700 }}>set aside</Box>}
        {item.status !== "approved" && (
          <Box sx={{ fontSize: 12.5, color: "warning.dark", fontWeight: 700 }}>
            {item.status === "inReview" ? "in review" : item.status}
          </Box>
        )}
        {item.use === "reserved" && <Box sx={{ fontSize: 12.5, color: "text.secondary" }}>reserved</Box>}
      </Box>
    </div>
  );
}
