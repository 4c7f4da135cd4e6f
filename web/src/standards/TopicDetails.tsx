/** What a topic lies under and serves; merging it into another, and taking a part of it out. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import type { Standard, Topic } from "@verdant/contract/standards";
import { useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useChangeTopicMutation, useMergeTopicsMutation, useSplitTopicMutation, useUndoMergeMutation } from "./api.ts";
import { useMoveTopic } from "./useMoveTopic.ts";
import { t } from "../platform/words.ts";

interface Part {
  readonly topic: Topic;
  readonly topics: readonly Topic[];
  readonly standards: readonly Standard[];
}

export function TopicDetails({ topic, topics, standards }: Part) {
  const [change] = useChangeTopicMutation();
  const move = useMoveTopic();
  const say = useToast();
  const serve = async (standardIds: string[]) => {
    const { error } = await change({ params: { topicId: topic.id }, body: { standardIds } });
    if (error) say({ text: problemOf(error).detail, isError: true });
  };
  return (
    <Box sx={{ display: "grid", gridTemplateColumns: { xs: "minmax(0, 1fr)", sm: "1fr 1fr" }, gap: 1, py: 1 }}>
      <TextField
        select
        size="small"
        label={t("Parent topic")}
        value={topic.parentId ?? ""}
        onChange={(event) => void move(topic, event.target.value === "" ? null : event.target.value)}
      >
        <MenuItem value="">{t("none")}</MenuItem>
        {topics
          .filter((one) => one.id !== topic.id)
          .map((one) => (
            <MenuItem key={one.id} value={one.id}>
              {one.name}
            </MenuItem>
          ))}
      </TextField>
      <TextField
        select
        size="small"
        label={t("Standards it serves")}
        value={topic.standardIds}
        slotProps={{ select: { multiple: true } }}
        onChange={(event) => void serve(event.target.value as unknown as string[])}
      >
        {standards.map((standard) => (
          <MenuItem key={standard.id} value={standard.id}>
            {standard.code} {standard.statement.slice(0, 60)}
          </MenuItem>
        ))}
      </TextField>
      <Merge topic={topic} topics={topics} standards={standards} />
      {topic.standardIds.length > 1 && <Split topic={topic} topics={topics} standards={standards} />}
    </Box>
  );
}

function Merge({ topic, topics }: Part) {
  const [intoId, setIntoId] = useState("");
  const [merge, { isLoading }] = useMergeTopicsMutation();
  const [undo] = useUndoMergeMutation();
  const say = useToast();
  const takeApart = async (batchId: string) => {
    const { error } = await undo({ params: { batchId } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else say({ text: t("“{{topic}}” is on its own again, with all it had.", { topic: topic.name }) });
  };
  const submit = async () => {
    const { data, error } = await merge({ params: { topicId: topic.id }, body: { intoId } });
    if (error) {
      say({ text: problemOf(error).detail, isError: true });
      return;
    }
    const into = topics.find((one) => one.id === intoId)?.name ?? "";
    const recall =
      data.classes > 0 ? t(" Recall of {{count}} classes is worked out again.", { count: data.classes }) : "";
    say({
      text: t("“{{topic}}” is part of “{{into}}” now, with {{count}} items.{{recall}}", {
        count: data.items,
        topic: topic.name,
        into,
        recall,
      }),
      undo: () => void takeApart(data.batchId),
    });
  };
  return (
    <Box sx={{ display: "flex", gap: 1, gridColumn: "1 / -1" }}>
      <TextField
        select
        size="small"
        label={t("Merge it into")}
        value={intoId}
        sx={{ flex: 1 }}
        onChange={(event) => {
          setIntoId(event.target.value);
        }}
      >
        {topics
          .filter((one) => one.id !== topic.id)
          .map((one) => (
            <MenuItem key={one.id} value={one.id}>
              {one.name}
            </MenuItem>
          ))}
      </TextField>
      <Button disabled={intoId === "" || isLoading} onClick={() => void submit()}>
        {t("Merge")}
      </Button>
    </Box>
  );
}

/** The items that serve some of its standards go, with their evidence, into a new topic beside it. */
function Split({ topic, standards }: Part) {
  const [name, setName] = useState("");
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const [split, { isLoading }] = useSplitTopicMutation();
  const [merge] = useMergeTopicsMutation();
  const say = useToast();
  const submit = async () => {
    const { data, error } = await split({ params: { topicId: topic.id }, body: { name, standardIds: [...chosen] } });
    if (error) {
      say({ text: problemOf(error).detail, isError: true });
      return;
    }
    say({
      text: t("{{count}} items moved from “{{topic}}” to “{{name}}”.", { count: data.items, topic: topic.name, name }),
      undo: () => void merge({ params: { topicId: data.topicId }, body: { intoId: topic.id } }),
    });
    setName("");
    setChosen([]);
  };
  return (
    <Box sx={{ display: "flex", gap: 1, gridColumn: "1 / -1" }}>
      <TextField
        size="small"
        label={t("New topic for a part of it")}
        value={name}
        sx={{ flex: 1 }}
        slotProps={{ htmlInput: { maxLength: 120 } }}
        onChange={(event) => {
          setName(event.target.value);
        }}
      />
      <TextField
        select
        size="small"
        label={t("Items that serve")}
        value={chosen}
        sx={{ flex: 1 }}
        slotProps={{ select: { multiple: true } }}
        onChange={(event) => {
          setChosen(event.target.value as unknown as string[]);
        }}
      >
        {standards
          .filter((one) => topic.standardIds.includes(one.id))
          .map((one) => (
            <MenuItem key={one.id} value={one.id}>
              {one.code} {one.statement.slice(0, 60)}
            </MenuItem>
          ))}
      </TextField>
      <Button disabled={name.trim() === "" || chosen.length === 0 || isLoading} onClick={() => void submit()}>
        {t("Split")}
      </Button>
    </Box>
  );
}
