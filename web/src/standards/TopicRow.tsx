/** One topic of the tree. */
import { useDraggable, useDroppable } from "@dnd-kit/core";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import InputBase from "@mui/material/InputBase";
import type { Standard, Topic } from "@verdant/contract/standards";
import { ArrowDown, ArrowUp, GripVertical, Plus, Trash2 } from "lucide-react";
import { useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { Bead } from "../ui/Bead.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { useArchiveTopicMutation, useChangeTopicMutation, useRestoreTopicMutation } from "./api.ts";
import { TopicDetails } from "./TopicDetails.tsx";
import { t } from "../platform/words.ts";

export function TopicRow(props: {
  topic: Topic;
  depth: number;
  topics: readonly Topic[];
  standards: readonly Standard[];
  isOpen: boolean;
  toggle: () => void;
  addUnder: () => void;
}) {
  const { topic, depth, topics, standards, isOpen, toggle, addUnder } = props;
  const [name, setName] = useState(topic.name);
  const [change] = useChangeTopicMutation();
  const [archive] = useArchiveTopicMutation();
  const [restore] = useRestoreTopicMutation();
  const say = useToast();
  const { setNodeRef: setDragRef, listeners, isDragging } = useDraggable({ id: topic.id });
  const { setNodeRef: setDropRef, isOver, active } = useDroppable({ id: topic.id });
  const isTarget = isOver && active?.id !== topic.id;
  const params = { topicId: topic.id };
  const send = async (body: Parameters<typeof change>[0]["body"]) => {
    const { error } = await change({ params, body });
    if (error) say({ text: problemOf(error).detail, isError: true });
  };
  const rename = async (next: string) => {
    const { error } = await change({ params, body: { name: next } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else
      say({
        text: t("“{{topic}}” is called “{{next}}” now.", { topic: topic.name, next }),
        undo: () => {
          setName(topic.name);
          void send({ name: topic.name });
        },
      });
  };
  const putAway = async () => {
    const { error } = await archive({ params });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else say({ text: t("“{{topic}}” is archived.", { topic: topic.name }), undo: () => void restore({ params }) });
  };
  return (
    <Box
      role="treeitem"
      aria-level={depth + 1}
      aria-selected={isOpen}
      aria-expanded={isOpen}
      sx={{ pl: depth * 3, opacity: isDragging ? 0.5 : 1 }}
    >
      <Box
        ref={setDropRef}
        sx={{
          outline: isTarget ? 2 : 0,
          outlineColor: "primary.main",
          outlineStyle: "solid",
          display: "flex",
          alignItems: "center",
          gap: 0.5,
          "&:hover": { bgcolor: "action.hover" },
          borderRadius: 1,
        }}
      >
        <IconButton
          size="small"
          ref={setDragRef}
          {...listeners}
          tabIndex={-1}
          aria-hidden
          title={t("Drag onto its new parent topic")}
          sx={{ cursor: "grab", touchAction: "none", p: 0.25 }}
        >
          <GripVertical size={14} />
        </IconButton>
        {depth === 0 && <Bead mark={topic.letter} hue={topic.hue} size={20} />}
        <InputBase
          value={name}
          onChange={(event) => {
            setName(event.target.value);
          }}
          onBlur={() => {
            if (name.trim() === "") setName(topic.name);
            else if (name.trim() !== topic.name) void rename(name.trim());
          }}
          onKeyDown={(event) => {
            if (event.key === "Enter") (event.target as HTMLElement).blur();
            if (event.key === "Escape") setName(topic.name);
          }}
          inputProps={{ "aria-label": t("Name of the topic {{topic}}", { topic: topic.name }), maxLength: 120 }}
          sx={{ flex: 1, fontSize: 15, fontWeight: depth === 0 ? 700 : 400, px: 0.75 }}
        />
        <Button size="small" onClick={toggle} aria-expanded={isOpen}>
          {topic.standardIds.length === 0
            ? t("no standards")
            : topic.standardIds.length === 1
              ? t("1 standard")
              : t("{{standardIds}} standards", { standardIds: topic.standardIds.length })}
        </Button>
        <IconButton
          size="small"
          aria-label={t("Move {{topic}} up", { topic: topic.name })}
          onClick={() => void send({ step: -1 })}
        >
          <ArrowUp size={14} />
        </IconButton>
        <IconButton
          size="small"
          aria-label={t("Move {{topic}} down", { topic: topic.name })}
          onClick={() => void send({ step: 1 })}
        >
          <ArrowDown size={14} />
        </IconButton>
        <IconButton
          size="small"
          aria-label={t("Add a topic under {{topic}}", { topic: topic.name })}
          onClick={addUnder}
        >
          <Plus size={14} />
        </IconButton>
        <IconButton
          size="small"
          aria-label={t("Archive {{topic}}", { topic: topic.name })}
          onClick={() => void putAway()}
        >
          <Trash2 size={14} />
        </IconButton>
      </Box>
      {isOpen && <TopicDetails topic={topic} topics={topics} standards={standards} />}
    </Box>
  );
}
