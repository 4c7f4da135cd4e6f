import Alert from "@mui/material/Alert";
import Link from "@mui/material/Link";
import type { DueList, DueTopic } from "@verdant/contract/plan";
import { Link as RouterLink } from "react-router";
import { ago, ahead, counted, daysBetween } from "../ui/dates.ts";

/** Says when answers of the last week have changed the list, which, and what became of the topics. */
export function ChangeNotice({ plan }: { plan: DueList }) {
  const recent = plan.topics.flatMap((topic) =>
    topic.lastReturn && daysBetween(topic.lastReturn.on, plan.today) <= 7 ? [{ topic, last: topic.lastReturn }] : [],
  );
  const newest = [...recent].sort((a, b) => (a.last.on < b.last.on ? 1 : -1))[0]?.last;
  if (!newest) return null;
  const moved = recent.filter(({ last }) => last.releaseId === newest.releaseId);
  const answers = moved.reduce((sum, { last }) => sum + last.answers, 0);
  return (
    <Alert severity="info" icon={false}>
      <strong>This list changed {ago(newest.on, plan.today)}</strong> because of {counted(answers, "answer")} in{" "}
      <Link component={RouterLink} to={`/results/${newest.releaseId}`}>
        {newest.name}
      </Link>
      : {moved.map(({ topic }) => becameOf(topic, plan.today)).join("; ")}.
    </Alert>
  );
}

function becameOf(topic: DueTopic, today: string): string {
  if (topic.standing === "due") return `${topic.name} is still due`;
  return topic.dueOn === null ? `${topic.name} came back` : `${topic.name} is next due ${ahead(topic.dueOn, today)}`;
}
