import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { ItemResult, Results } from "@verdant/contract/insight";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { openerOf } from "./ItemTable.tsx";
import { counted, daysBetween, shortDate } from "../ui/dates.ts";

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
              ? `Question ${weakest.position} went badly.`
              : `Question ${weakest.position} was the weakest.`
          }
          action={
            <Box sx={{ display: "flex", gap: 1 }}>
              <Button component={Link} to={openerOf(results, weakest)} variant="outlined" size="small">
                Open tomorrow with this
              </Button>
              <Button component={Link} to={`/bank?item=${weakest.itemId}`} variant="outlined" size="small">
                Look at the item
              </Button>
            </Box>
          }
        >
          {Math.round(weakest.facility.right * 10) / 10} of {weakest.facility.outOf} right{wrongIdeaOf(weakest)}.
        </Sentence>
      ) : waiting > 0 ? (
        <Sentence
          title={`${counted(waiting, "answer")} to mark.`}
          action={
            <Button component={Link} to={`/results/${results.releaseId}/marking`} variant="outlined" size="small">
              Mark {waiting === 1 ? "it" : "them"}
            </Button>
          }
        >
          What went badly shows once they are marked.
        </Sentence>
      ) : (
        <Sentence title="No answers yet.">They show here as soon as the first student hands in.</Sentence>
      )}
      <Sentence
        title={
          results.waiting.length === 0
            ? "Everybody has handed in."
            : `${counted(results.waiting.length, "student")} ${results.waiting.length === 1 ? "has" : "have"} not handed in.`
        }
        action={
          results.waiting.length > 0 && (
            <Button href="#waiting" variant="outlined" size="small">
              Show them
            </Button>
          )
        }
      >
        {results.waiting.length === 0
          ? "The whole class is in."
          : writingInWords(results.waiting.filter((student) => student.state === "running").length)}
      </Sentence>
      <Sentence
        title={
          results.plan.length === 0
            ? "The plan waits for answers."
            : `${counted(results.plan.length, "topic")} came back.`
        }
        action={
          <Button component={Link} to={`/plans/${results.classId}`} variant="outlined" size="small">
            See the plan
          </Button>
        }
      >
        {results.plan.length === 0
          ? "When students hand in, their topics move."
          : results.plan.map(nextInWords).join(", ") + "."}
      </Sentence>
    </Box>
  );
}

/** "Rivers next 12 Nov, 6 days later than without it", from the days that the plan goes by. */
function nextInWords({ topic, dueOn, dueOnBefore, plannedOn }: Results["plan"][number]): string {
  if (dueOn === null) return topic;
  const days = dueOnBefore === null || plannedOn !== null ? 0 : daysBetween(dueOnBefore, dueOn);
  const moved = days === 0 ? "" : ` (${counted(Math.abs(days), "day")} ${days > 0 ? "later" : "earlier"})`;
  return `${topic} next ${shortDate(dueOn)}${plannedOn === null ? moved : " (planned)"}`;
}

const writingInWords = (n: number) =>
  n === 0 ? "None of them is writing at the moment." : `${n} of them ${n === 1 ? "is" : "are"} writing now.`;

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
  const what = worst.misconception ?? (worst.id === null ? "left it blank" : `chose “${worst.text}”`);
  return worst.misconception ? `; ${worst.count} may believe: “${what}”` : `; ${worst.count} ${what}`;
}
