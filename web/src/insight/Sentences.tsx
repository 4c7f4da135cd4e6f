import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { ItemResult, Results } from "@verdant/contract/insight";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { openerOf } from "./ItemTable.tsx";
import { daysBetween, shortDate } from "../ui/dates.ts";
import { t } from "../platform/words.ts";

/** Three sentences: what went badly, who needs me, what the plan makes of it. */
export function Sentences({ results }: { results: Results }) {
  // What waits for its mark says nothing yet.
  const weakest = results.items.find((item) => item.waiting === 0 && item.facility.outOf > 0);
  const waiting = results.items.reduce((sum, item) => sum + item.waiting, 0);
  return (
    <Box
      sx={{ display: "grid", gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "repeat(3, minmax(0, 1fr))" }, gap: 1.5 }}
    >
      {weakest ? (
        <Sentence
          title={
            weakest.facility.low !== null && (weakest.facility.high ?? 1) < 0.6
              ? t("Question {{position}} went badly.", { position: weakest.position })
              : t("Question {{position}} was the weakest.", { position: weakest.position })
          }
          action={
            <Box sx={{ display: "flex", gap: 1 }}>
              <Button component={Link} to={openerOf(results, weakest)} variant="outlined" size="small">
                {t("Use as tomorrow's starter")}
              </Button>
              <Button component={Link} to={`/bank?item=${weakest.itemId}`} variant="outlined" size="small">
                {t("Look at the item")}
              </Button>
            </Box>
          }
        >
          {t("{{right}} of {{outOf}} right{{weakest}}.", {
            right: Math.round(weakest.facility.right * 10) / 10,
            outOf: weakest.facility.outOf,
            weakest: wrongIdeaOf(weakest),
          })}
        </Sentence>
      ) : waiting > 0 ? (
        <Sentence
          title={t("{{count}} answers to mark.", { count: waiting })}
          action={
            <Button component={Link} to={`/results/${results.releaseId}/marking`} variant="outlined" size="small">
              {t("Mark {{count}} answers", { count: waiting })}
            </Button>
          }
        >
          {t("What went badly shows once they are marked.")}
        </Sentence>
      ) : (
        <Sentence title={t("No answers yet.")}>
          {results.handedIn === 0
            ? t("They show here as soon as the first student hands in.")
            : t("{{count}} students handed in without an answer.", { count: results.handedIn })}
        </Sentence>
      )}
      <Sentence
        title={
          results.waiting.length === 0
            ? t("Everybody has handed in.")
            : t("{{count}} students have not handed in.", { count: results.waiting.length })
        }
        action={
          results.waiting.length > 0 && (
            <Button href="#waiting" variant="outlined" size="small">
              {t("Show them")}
            </Button>
          )
        }
      >
        {results.waiting.length === 0
          ? t("The whole class is in.")
          : writingInWords(results.waiting.filter((student) => student.state === "running").length)}
      </Sentence>
      <Sentence
        title={
          results.planNews === "updates"
            ? t("{{count}} topics reviewed; the plan updates.", { count: results.plan.length })
            : results.planNews === "waits"
              ? t("The plan waits for answers.")
              : t("The plan stays as it is.")
        }
        action={
          <Button component={Link} to={`/plans/${results.classId}`} variant="outlined" size="small">
            {t("See the plan")}
          </Button>
        }
      >
        {results.planNews === "updates" ? results.plan.map(nextInWords).join(", ") + "." : unmovedInWords(results)}
      </Sentence>
    </Box>
  );
}

/** Why no topic has moved. */
function unmovedInWords({ planNews, className }: Pick<Results, "planNews" | "className">): string {
  switch (planNews) {
    case "noUnit":
      return t("None of its topics is in a unit of {{className}}.", { className });
    case "byRule":
      return t("It was answered before the teaching, so its answers change no plan.");
    case "rehearsal":
      return t("{{className}} is for rehearsal: nothing of it counts anywhere else.", { className });
    default:
      return t("When students hand in, the plan updates.");
  }
}

/** "Rivers next 12 Nov, 6 days later than without it", from the days that the plan goes by. */
function nextInWords({ topic, dueOn, dueOnBefore, plannedOn }: Results["plan"][number]): string {
  if (dueOn === null) return topic;
  const days = dueOnBefore === null || plannedOn !== null ? 0 : daysBetween(dueOnBefore, dueOn);
  const moved =
    days === 0 ? "" : ` (${t("{{count}} days", { count: Math.abs(days) })} ${days > 0 ? "later" : "earlier"})`;
  return t("{{topic}} next {{dueOn}}{{plannedOn}}", {
    topic,
    dueOn: shortDate(dueOn),
    plannedOn: plannedOn === null ? moved : t(" (planned)"),
  });
}

const writingInWords = (n: number) =>
  n === 0 ? t("Nobody is in progress at the moment.") : t("{{count}} of them are in progress now.", { count: n });

function Sentence({ title, children, action }: { title: string; children: ReactNode; action?: ReactNode }) {
  return (
    <Paper sx={{ p: 2, display: "flex", flexDirection: "column", alignItems: "flex-start", gap: 1 }}>
      <Typography variant="h2">{title}</Typography>
      <Typography variant="body2" sx={{ flex: 1 }}>
        {children}
      </Typography>
      {action}
    </Paper>
  );
}

/** What the most chosen wrong answer shows, when it names a wrong idea. */
function wrongIdeaOf(item: ItemResult): string {
  const [worst] = item.choices.filter((choice) => !choice.isKey && choice.count > 0).sort((a, b) => b.count - a.count);
  if (!worst) return "";
  const what =
    worst.misconception ?? (worst.id === null ? t("left it blank") : t("chose “{{text}}”", { text: worst.text }));
  return worst.misconception
    ? t("; {{number}} may believe: “{{what}}”", { number: worst.count, what })
    : `; ${worst.count} ${what}`;
}
