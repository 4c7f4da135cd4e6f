import Alert from "@mui/material/Alert";
import Link from "@mui/material/Link";
import type { DueList, DueTopic } from "@verdant/contract/plan";
import { Link as RouterLink } from "react-router";
import { ago, ahead, daysBetween } from "../ui/dates.ts";
import { t } from "../platform/words.ts";

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
      <strong>{t("This list changed {{on}}", { on: ago(newest.on, plan.today) })}</strong>{" "}
      {t("because of {{count}} answers in", { count: answers })}{" "}
      <Link component={RouterLink} to={`/results/${newest.releaseId}`}>
        {newest.name}
      </Link>
      : {moved.map(({ topic }) => becameOf(topic, plan.today)).join("; ")}.
    </Alert>
  );
}

function becameOf(topic: DueTopic, today: string): string {
  if (topic.standing === "due") return t("{{topic}} is still due", { topic: topic.name });
  return topic.dueOn === null
    ? t("{{topic}} came back", { topic: topic.name })
    : t("{{topic}} is next due {{dueOn}}", { topic: topic.name, dueOn: ahead(topic.dueOn, today) });
}
