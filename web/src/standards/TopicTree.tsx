/** The topic tree: rename by typing, drag a topic onto another or move it by its buttons, add, merge, split, put away. */
import { DndContext, PointerSensor, useDroppable, useSensor, useSensors, type DragEndEvent } from "@dnd-kit/core";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { Standard, Topic } from "@verdant/contract/standards";
import { Plus } from "lucide-react";
import { useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";
import { TopicRow } from "./TopicRow.tsx";
import { useAddTopicMutation } from "./api.ts";
import { useMoveTopic } from "./useMoveTopic.ts";
import { t } from "../platform/words.ts";

/** Where a topic is dropped to lie under nothing. */
const top = "top";

export function TopicTree(props: {
  topics: readonly Topic[];
  standards: readonly Standard[];
  /** Only topics that serve them already show them. */
  withdrawn: readonly Standard[];
}) {
  const { topics, standards, withdrawn } = props;
  const [add] = useAddTopicMutation();
  const [openId, setOpenId] = useState<string | null>(null);
  const move = useMoveTopic();
  const say = useToast();
  // A click on the handle is no drag.
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const addUnder = async (parentId: string | null) => {
    const { data, error } = await add({ body: { parentId, name: t("New topic") } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else setOpenId(data.id);
  };
  const depthOf = (topic: Topic): number => {
    const parent = topics.find((one) => one.id === topic.parentId);
    return parent ? depthOf(parent) + 1 : 0;
  };
  const drop = ({ active, over }: DragEndEvent) => {
    const topic = topics.find((one) => one.id === active.id);
    if (!topic || !over || over.id === topic.id) return;
    const parentId = over.id === top ? null : String(over.id);
    if (parentId !== topic.parentId) void move(topic, parentId);
  };
  return (
    <DndContext sensors={sensors} onDragEnd={drop}>
      <Box role="tree" aria-label={t("Topic tree")}>
        {topics.map((topic) => (
          <TopicRow
            key={topic.id}
            topic={topic}
            depth={depthOf(topic)}
            topics={topics}
            standards={[...standards, ...withdrawn.filter((one) => topic.standardIds.includes(one.id))]}
            isOpen={openId === topic.id}
            toggle={() => {
              setOpenId(openId === topic.id ? null : topic.id);
            }}
            addUnder={() => void addUnder(topic.id)}
          />
        ))}
      </Box>
      <TopLevel />
      <Button startIcon={<Plus size={16} />} size="small" sx={{ mt: 1 }} onClick={() => void addUnder(null)}>
        {t("Add a topic")}
      </Button>
    </DndContext>
  );
}

/** Shows only while something is dragged. */
function TopLevel() {
  const { setNodeRef, isOver, active } = useDroppable({ id: top });
  return (
    <Box
      ref={setNodeRef}
      sx={{
        mt: 0.5,
        p: 1,
        border: 1,
        borderStyle: "dashed",
        borderColor: isOver ? "primary.main" : "divider",
        borderRadius: 1,
        color: "text.secondary",
        visibility: active ? "visible" : "hidden",
      }}
    >
      {t("Drop here: no parent topic")}
    </Box>
  );
}
