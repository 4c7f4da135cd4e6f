/** How each question goes so far: right, partly, wrong of those who answered, and who gave what. */
import Box from "@mui/material/Box";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { LiveItem } from "@verdant/contract/live";
import { t } from "../platform/words.ts";

/** "9 of 12 right, 1 partly" */
export function soFarInWords({ marked, answered, seen }: Pick<LiveItem, "marked" | "answered" | "seen">): string {
  const answers =
    marked === null
      ? t("{{count}} answers", { count: answered })
      : marked.partly === 0
        ? t("{{right}} of {{answered}} right", { right: marked.right, answered })
        : t("{{right}} of {{answered}} right, {{partly}} partly", {
            right: marked.right,
            answered,
            partly: marked.partly,
          });
  if (answered === 0) return seen === 0 ? t("nobody has seen it yet") : t("no answers yet");
  return seen > answered
    ? `${answers} · ${t("{{number}} saw it without an answer", { number: seen - answered })}`
    : answers;
}

export function LiveItems({ items, isOfAll }: { items: readonly LiveItem[]; isOfAll: boolean }) {
  if (items.length === 0) return null;
  return (
    <section aria-labelledby="so-far-heading">
      <Typography variant="h2" id="so-far-heading" sx={{ mb: 1 }}>
        {isOfAll ? t("Questions so far, in all classes") : t("Questions so far")}
      </Typography>
      <Paper component="ol" aria-labelledby="so-far-heading" sx={{ m: 0, p: 0, listStyle: "none", overflow: "hidden" }}>
        {items.map((item) => (
          <Box
            key={item.itemId}
            component="li"
            sx={{
              ...{ display: "grid", gap: 0.5, columnGap: 2, px: 2, py: 1 },
              gridTemplateColumns: { xs: "1fr", md: "minmax(0, 1fr) 340px" },
              "& + li": { borderTop: 1, borderColor: "divider" },
            }}
          >
            <Typography sx={{ overflowWrap: "anywhere" }}>
              {item.position}. {item.stem}
            </Typography>
            <Box>
              <Bar item={item} />
              <Typography variant="body2">{soFarInWords(item)}</Typography>
              {item.answered > 0 && item.choices.length > 0 && <Choices item={item} />}
            </Box>
          </Box>
        ))}
      </Paper>
    </section>
  );
}

const colours = { right: "primary.main", partly: "info.main", wrong: "error.main" } as const;

/** A picture of what the words beside it say. */
function Bar({ item: { marked, answered } }: { item: LiveItem }) {
  if (marked === null || answered === 0) return null;
  return (
    <Box
      aria-hidden
      sx={{ display: "flex", height: 8, borderRadius: 1, overflow: "hidden", bgcolor: "divider", mb: 0.5 }}
    >
      {(["right", "partly", "wrong"] as const).map((part) => (
        <Box key={part} sx={{ width: `${(100 * marked[part]) / answered}%`, bgcolor: colours[part] }} />
      ))}
    </Box>
  );
}

function Choices({ item }: { item: LiveItem }) {
  return (
    <Box component="details" sx={{ mt: 0.25, "& summary": { cursor: "pointer", color: "primary.main" } }}>
      <Box component="summary" aria-label={t("Who gave what to question {{position}}", { position: item.position })}>
        {t("Who gave what")}
      </Box>
      <Box component="ul" sx={{ m: 0, p: 0, listStyle: "none" }}>
        {item.choices.map((one) => (
          <Typography key={one.id} component="li" variant="body2" sx={{ fontWeight: one.isKey ? 700 : 400 }}>
            {one.count} · {one.text}
            {one.isKey && ` (${t("the key")})`}
          </Typography>
        ))}
      </Box>
    </Box>
  );
}
