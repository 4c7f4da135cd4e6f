/** The topic tree: rename by typing, move among siblings or under another, add and put away. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import InputBase from "@mui/material/InputBase";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import type { Standard, Topic } from "@verdant/contract/standards";
import { ArrowDown, ArrowUp, Plus, Trash2 } from "lucide-react";
import { useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { Bead } from "../ui/Bead.tsx";
import { useToast } from "../ui/Toasts.tsx";
import {
  useAddTopicMutation,
  useArchiveTopicMutation,
  useChangeTopicMutation,
  useRestoreTopicMutation,
} from "./api.ts";

export function TopicTree({ topics, standards }: { topics: readonly Topic[]; standards: readonly Standard[] }) {
  const [add] = useAddTopicMutation();
  const [openId, setOpenId] = useState<string | null>(null);
  const say = useToast();
  const addUnder = async (parentId: string | null) => {
    const { data, error } = await add({ body: { parentId, name: "New topic" } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else setOpenId(data.id);
  };
  const depthOf = (topic: Topic): number => {
    const parent = topics.find((one) => one.id === topic.parentId);
    return parent ? depthOf(parent) + 1 : 0;
  };
  return (
    <>
      <Box role="tree" aria-label="Topic tree">
        {topics.map((topic) => (
          <TopicRow
            key={topic.id}
            topic={topic}
            depth={depthOf(topic)}
            topics={topics}
            standards={standards}
            isOpen={openId === topic.id}
            toggle={() => {
              setOpenId(openId === topic.id ? null : topic.id);
            }}
            addUnder={() => void addUnder(topic.id)}
          />
        ))}
      </Box>
      <Button startIcon={<Plus size={16} />} size="small" sx={{ mt: 1 }} onClick={() => void addUnder(null)}>
        Add a topic
      </Button>
    </>
  );
}

function TopicRow(props: {
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
  const params = { topicId: topic.id };
  const send = async (body: Parameters<typeof change>[0]["body"]) => {
    const { error } = await change({ params, body });
    if (error) say({ text: problemOf(error).detail, isError: true });
  };
  const putAway = async () => {
    const { error } = await archive({ params });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else say({ text: `“${topic.name}” is put away.`, undo: () => void restore({ params }) });
  };
  return (
    <Box role="treeitem" aria-level={depth + 1} aria-selected={isOpen} aria-expanded={isOpen} sx={{ pl: depth * 3 }}>
      <Box
        sx={{
          display: "flex",
          alignItems: "center",
          gap: 0.5,
          "&:hover": { bgcolor: "action.hover" },
          borderRadius: 1,
        }}
      >
        {depth === 0 && <Bead mark={topic.letter} hue={topic.hue} size={20} />}
        <InputBase
          value={name}
          onChange={(event) => {
            setName(event.target.value);
          }}
          onBlur={() => {
            if (name.trim() === "") setName(topic.name);
            else if (name.trim() !== topic.name) void send({ name: name.trim() });
          }}
          onKeyDown={(event) => {
            if (event.key === "Enter") (event.target as HTMLElement).blur();
            if (event.key === "Escape") setName(topic.name);
          }}
          inputProps={{ "aria-label": `Name of the topic ${topic.name}`, maxLength: 120 }}
          sx={{ flex: 1, fontSize: 15, fontWeight: depth === 0 ? 700 : 400, px: 0.75 }}
        />
        <Button size="small" onClick={toggle} aria-expanded={isOpen}>
          {topic.standardIds.length === 0
            ? "no standards"
            : topic.standardIds.length === 1
              ? "1 standard"
              : `${topic.standardIds.length} standards`}
        </Button>
        <IconButton size="small" aria-label={`Move ${topic.name} up`} onClick={() => void send({ step: -1 })}>
          <ArrowUp size={14} />
        </IconButton>
        <IconButton size="small" aria-label={`Move ${topic.name} down`} onClick={() => void send({ step: 1 })}>
          <ArrowDown size={14} />
        </IconButton>
        <IconButton size="small" aria-label={`Add a topic under ${topic.name}`} onClick={addUnder}>
          <Plus size={14} />
        </IconButton>
        <IconButton size="small" aria-label={`Put ${topic.name} away`} onClick={() => void putAway()}>
          <Trash2 size={14} />
        </IconButton>
      </Box>
      {isOpen && (
        <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: 1, py: 1 }}>
          <TextField
            select
            size="small"
            label="Lies under"
            value={topic.parentId ?? ""}
            onChange={(event) => void send({ parentId: event.target.value === "" ? null : event.target.value })}
          >
            <MenuItem value="">nothing: it is a topic of its own</MenuItem>
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
            label="Standards it serves"
            value={topic.standardIds}
            slotProps={{ select: { multiple: true } }}
            onChange={(event) => void send({ standardIds: event.target.value as unknown as string[] })}
          >
            {standards.map((standard) => (
              <MenuItem key={standard.id} value={standard.id}>
                {standard.code} {standard.statement.slice(0, 60)}
              </MenuItem>
            ))}
          </TextField>
        </Box>
      )}
    </Box>
  );
}
