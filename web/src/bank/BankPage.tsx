import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { ItemRow } from "@verdant/contract/bank";
import type { Topic } from "@verdant/contract/standards";
import { useDeferredValue } from "react";
import { Link as RouterLink, useSearchParams } from "react-router";
import { useListTopicsQuery } from "../standards/api.ts";
import { Bead } from "../ui/Bead.tsx";
import { counted } from "../ui/dates.ts";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { ReadingPane } from "./ReadingPane.tsx";
import { useListItemsQuery } from "./api.ts";
import { kindNames } from "./kindNames.ts";

/** The items of the bank: topics left, the list in the middle, the item as a student sees it right. All state in the address. */
export function BankPage() {
  const [search, setSearch] = useSearchParams();
  const text = search.get("text") ?? "";
  const topicId = search.get("topic") ?? undefined;
  const itemId = search.get("item");
  const { data, error, isLoading, refetch } = useListItemsQuery({
    query: { text: useDeferredValue(text) || undefined, topicId, limit: 200 },
  });
  const topics = useListTopicsQuery();
  const set = (changes: Record<string, string | null>) => {
    setSearch(
      (before) => {
        const next = new URLSearchParams(before);
        for (const [key, value] of Object.entries(changes))
          if (value) next.set(key, value);
          else next.delete(key);
        return next;
      },
      { replace: true },
    );
  };
  return (
    <Page
      title="Items"
      about={
        data &&
        (data.total > data.items.length
          ? `the first ${data.items.length} of ${data.total}`
          : counted(data.total, "item"))
      }
      actions={
        <Button component={RouterLink} to="/bank/new" variant="contained">
          New item
        </Button>
      }
    >
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: "214px minmax(0, 1.3fr) minmax(0, 1fr)",
          gap: 2,
          alignItems: "start",
        }}
      >
        <Box sx={{ position: "sticky", top: 16 }}>
          <TextField
            label="Search items"
            type="search"
            fullWidth
            value={text}
            onChange={(event) => {
              set({ text: event.target.value });
            }}
            sx={{ mb: 1.5 }}
          />
          <TopicFacet
            topics={topics.data?.topics ?? []}
            chosen={topicId}
            choose={(id) => {
              set({ topic: id });
            }}
          />
        </Box>
        <Box>
          {isLoading && <Loading what="items" />}
          {error && <Failed error={error} retry={() => void refetch()} />}
          {data?.items.length === 0 && (
            <Empty>
              {text || topicId
                ? "No item matches. Use other words, or another topic."
                : "The bank is empty. Write the first item."}
            </Empty>
          )}
          {data && data.items.length > 0 && (
            <ItemList
              items={data.items}
              topics={topics.data?.topics ?? []}
              chosen={itemId}
              choose={(id) => {
                set({ item: id });
              }}
            />
          )}
        </Box>
        <Box sx={{ position: "sticky", top: 16 }}>{itemId && <ReadingPane key={itemId} itemId={itemId} />}</Box>
      </Box>
    </Page>
  );
}

function TopicFacet({
  topics,
  chosen,
  choose,
}: {
  topics: readonly Topic[];
  chosen: string | undefined;
  choose: (id: string | null) => void;
}) {
  return (
    <Box component="nav" aria-label="Topics">
      <Typography variant="body2" color="textSecondary" sx={{ fontWeight: 700, mb: 0.5 }}>
        Topic
      </Typography>
      {[{ id: null, parentId: null, name: "All topics" }, ...topics].map((topic) => (
        <Link
          key={topic.id ?? "all"}
          component="button"
          type="button"
          underline="hover"
          color="inherit"
          aria-current={(topic.id ?? undefined) === chosen}
          onClick={() => {
            choose(topic.id);
          }}
          sx={{
            display: "block",
            width: "100%",
            textAlign: "left",
            py: 0.4,
            pl: topic.parentId ? 2.5 : 0.5,
            fontSize: 14,
            fontFamily: "inherit",
            borderRadius: 1,
            "&[aria-current=true]": { bgcolor: "success.light", fontWeight: 700 },
          }}
        >
          {topic.name}
        </Link>
      ))}
    </Box>
  );
}

function ItemList(props: {
  items: readonly ItemRow[];
  topics: readonly Topic[];
  chosen: string | null;
  choose: (id: string) => void;
}) {
  const { items, topics, chosen, choose } = props;
  const topicOf = new Map(topics.map((topic) => [topic.id, topic]));
  return (
    <Paper
      component="ul"
      aria-label="Items"
      tabIndex={0}
      sx={{ m: 0, p: 0, listStyle: "none", maxHeight: "calc(100dvh - 140px)", overflow: "auto" }}
    >
      {items.map((item) => {
        const topic = topicOf.get(item.topicId ?? "");
        const about = [item.number, kindNames[item.kind], topic?.name ?? "needs a topic", ...item.standardCodes].join(
          " · ",
        );
        return (
          <Box
            component="li"
            key={item.id}
            sx={{ borderTop: 1, borderColor: "divider", "&:first-of-type": { borderTop: 0 } }}
          >
            <Box
              component="button"
              type="button"
              aria-pressed={item.id === chosen}
              onClick={() => {
                choose(item.id);
              }}
              sx={{
                display: "flex",
                gap: 1.5,
                alignItems: "center",
                width: "100%",
                border: 0,
                bgcolor: "transparent",
                color: "inherit",
                font: "inherit",
                textAlign: "left",
                px: 1.5,
                py: 0.8,
                cursor: "pointer",
                "&[aria-pressed=true]": { bgcolor: "success.light" },
                "&:hover": { bgcolor: "action.hover" },
              }}
            >
              <Bead mark={topic?.letter ?? "–"} hue={topic?.hue ?? 7} />
              <Box sx={{ minWidth: 0, flex: 1 }}>
                <Box sx={{ fontSize: 15, whiteSpace: "nowrap", overflow: "hidden", textOverflow: "ellipsis" }}>
                  {item.label ?? item.stem}
                </Box>
                <Box sx={{ fontSize: 12.5, color: "text.secondary" }}>{about}</Box>
              </Box>
              {item.status !== "approved" && (
                <Box sx={{ fontSize: 12.5, color: "warning.dark", fontWeight: 700 }}>
                  {item.status === "draft" ? "draft" : item.status}
                </Box>
              )}
              {item.use === "reserved" && <Box sx={{ fontSize: 12.5, color: "text.secondary" }}>reserved</Box>}
            </Box>
          </Box>
        );
      })}
    </Paper>
  );
}
