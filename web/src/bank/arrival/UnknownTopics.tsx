import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import { problemOf } from "../../platform/problem.ts";
import { useAddTopicMutation, useListTopicsQuery } from "../../standards/api.ts";
import { useToast } from "../../ui/Toasts.tsx";
import { topicPath, type Row } from "./pasting.ts";
import { t } from "../../platform/words.ts";

/** Topics that are named and not there: made with one yes, in the order in which they come, one under the other where a way is written. */
export function UnknownTopics({ rows }: { rows: readonly Row[] }) {
  const { data } = useListTopicsQuery();
  const [addTopic, { isLoading }] = useAddTopicMutation();
  const say = useToast();
  const names = [...new Set(rows.flatMap((row) => row.unknownTopic ?? []))];
  if (names.length === 0 || !data) return null;
  const count = rows.filter((row) => row.unknownTopic !== null).length;
  const make = async () => {
    const known = new Map(data.topics.map((topic) => [topic.name.trim().toLowerCase(), topic.id]));
    for (const written of names) {
      let parentId: string | null = null;
      for (const name of topicPath(written)) {
        const there = known.get(name.toLowerCase());
        if (there !== undefined) {
          parentId = there;
          continue;
        }
        const answer: Awaited<ReturnType<typeof addTopic>> = await addTopic({
          body: { parentId, name: name.slice(0, 120) },
        });
        if (!answer.data) {
          say({ text: problemOf(answer.error).detail, isError: true });
          return;
        }
        parentId = answer.data.id;
        known.set(name.toLowerCase(), parentId);
      }
    }
    say({ text: t("{{count}} topics made.", { count: names.length }) });
  };
  return (
    <Alert
      severity="warning"
      sx={{ mb: 2 }}
      action={
        <Button color="inherit" disabled={isLoading} onClick={() => void make()}>
          {t("Make {{count}} topics", { count: names.length })}
        </Button>
      }
    >
      {t(
        "{{count}} items name topics that the bank does not have yet: {{names}}. Unless you make these topics first, the items are imported without a topic, as drafts.",
        { count, names: names.map((name) => `“${name}”`).join(", ") },
      )}
    </Alert>
  );
}
