import Button from "@mui/material/Button";
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { DueTopic } from "@verdant/contract/plan";
import { Link as RouterLink } from "react-router";
import { Bead } from "../ui/Bead.tsx";
import { shortDate } from "../ui/dates.ts";
import { RecallTint } from "../ui/RecallTint.tsx";
import { reasonFor } from "../ui/dueReason.ts";
import { useReturns } from "./api.ts";
import { t } from "../platform/words.ts";

/** Topics as rows: bead, name, one sentence of reasons, recall as a tint, items at hand. */
export function TopicRows({
  classId,
  topics,
  today,
  label,
  none,
}: {
  classId: string;
  topics: readonly DueTopic[];
  today: string;
  label: string;
  none: string;
}) {
  const { bringBack, isPlanning } = useReturns(classId);
  if (topics.length === 0) return <Typography color="textSecondary">{none}</Typography>;
  return (
    <Paper component="ul" aria-label={label} sx={{ m: 0, p: 0, listStyle: "none", overflow: "hidden" }}>
      {topics.map((topic) => (
        <Box
          component="li"
          key={topic.topicId}
          sx={{
            display: { xs: "flex", md: "grid" },
            flexWrap: "wrap",
            gridTemplateColumns: "28px 190px 1fr 132px 72px 116px",
            columnGap: 1.5,
            rowGap: 0.75,
            alignItems: "center",
            px: 2,
            py: 1.1,
            borderTop: 1,
            borderColor: "divider",
            "&:first-of-type": { borderTop: 0 },
          }}
        >
          <Bead
            mark={topic.strand.letter}
            hue={topic.strand.hue}
            state={topic.lastReturn ? "done" : "planned"}
            label={topic.strand.name}
          />
          <Link
            component={RouterLink}
            to={`/before/${topic.topicId}`}
            title={t("Before you teach: what was hard, and which wrong ideas to expect")}
            color="inherit"
            underline="hover"
            sx={{ fontWeight: 700, flex: { xs: "1 1 calc(100% - 48px)", md: "none" } }}
          >
            {topic.name}
          </Link>
          <Typography variant="body2" color="textSecondary" sx={{ flex: { xs: "1 1 100%", md: "none" } }}>
            {reasonFor(topic, today)}
          </Typography>
          <RecallTint
            band={topic.standing === "justSeen" ? null : topic.band}
            none={topic.standing === "justSeen" ? t("just came back") : t("no estimate")}
          />
          <Typography
            variant="caption"
            sx={{ textAlign: "right", color: topic.available === 0 ? "warning.dark" : "text.secondary" }}
          >
            {topic.available === 0 ? t("no items") : t("{{count}} items", { count: topic.available })}
          </Typography>
          {topic.standing === "notTaught" ? (
            <span />
          ) : topic.plannedOn ? (
            <Typography variant="caption" sx={{ textAlign: "right" }}>
              {t("planned {{plannedOn}}", { plannedOn: shortDate(topic.plannedOn) })}
            </Typography>
          ) : (
            <Button
              size="small"
              disabled={isPlanning}
              aria-label={t("Plan a return of {{topic}}", { topic: topic.name })}
              onClick={() => void bringBack(topic, null)}
            >
              {t("Plan a return")}
            </Button>
          )}
        </Box>
      ))}
    </Paper>
  );
}
