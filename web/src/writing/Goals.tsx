/** What the department has set out to write: by topic and colleague, with how far it is. */
import { useDraggable } from "@dnd-kit/core";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import LinearProgress from "@mui/material/LinearProgress";
import Link from "@mui/material/Link";
import MenuItem from "@mui/material/MenuItem";
import Paper from "@mui/material/Paper";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Goal, WritingDay } from "@verdant/contract/writing";
import { GripVertical } from "lucide-react";
import { useState } from "react";
import { Link as RouterLink } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { TopicField } from "../standards/TopicField.tsx";
import { shortDate } from "../ui/dates.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useGiveGoal } from "./useGiveGoal.ts";
import { useDropGoalMutation, useSetGoalMutation, useShareGoalMutation } from "./api.ts";
import { t } from "../platform/words.ts";
import { DayField } from "../ui/DateFields.tsx";

export function Goals({ goals, people }: { goals: readonly Goal[]; people: WritingDay["people"] }) {
  return (
    <section aria-labelledby="goals-heading">
      <Typography variant="h2" id="goals-heading" sx={{ mb: 1 }}>
        {t("Goals")}
      </Typography>
      {goals.length === 0 && (
        <Typography color="textSecondary" sx={{ mb: 1 }}>
          {t("None yet. A goal says how many items a topic is to get, and from whom.")}
        </Typography>
      )}
      {goals.map((goal) => (
        <GoalRow key={goal.id} goal={goal} people={people} />
      ))}
      <NewGoal people={people} />
    </section>
  );
}

function GoalRow({ goal, people }: { goal: Goal; people: WritingDay["people"] }) {
  const give = useGiveGoal();
  const { setNodeRef: setDragRef, listeners, isDragging } = useDraggable({ id: goal.id });
  const [share, { isLoading }] = useShareGoalMutation();
  const [set] = useSetGoalMutation();
  const [drop] = useDropGoalMutation();
  const say = useToast();
  const { topicId, wanted, until, usable, inProgress } = goal;
  const params = { goalId: goal.id };
  const take = async () => {
    const answer = await drop({ params });
    if (answer.error) say({ text: problemOf(answer.error).detail, isError: true });
    else
      say({
        text: t("The goal is removed. What was written stays."),
        undo: () => void set({ params, body: { topicId, personId: goal.person?.personId ?? null, wanted, until } }),
      });
  };
  const shareOut = async () => {
    const answer = await share({ params });
    if (answer.error) say({ text: problemOf(answer.error).detail, isError: true });
  };
  return (
    <Paper
      sx={{ px: 2, py: 1.25, mb: 1 }}
      role="group"
      aria-label={t("Goal: {{topic}}, {{person}}", { topic: goal.topic, person: goal.person?.name ?? t("anybody") })}
    >
      <Box sx={{ display: "flex", alignItems: "center", gap: 1 }}>
        <IconButton
          size="small"
          ref={setDragRef}
          {...listeners}
          tabIndex={-1}
          aria-hidden
          title={t("Drag onto the colleague who is to write it")}
          sx={{ cursor: "grab", touchAction: "none", p: 0.25, opacity: isDragging ? 0.5 : 1 }}
        >
          <GripVertical size={14} />
        </IconButton>
        <Typography sx={{ flex: 1 }}>
          <Link component={RouterLink} to={`/bank/new?topic=${topicId}`} sx={{ fontWeight: 700 }}>
            {goal.topic}
          </Link>
          {until && t(" · by {{until}}", { until: shortDate(until) })}
        </Typography>
        <TextField
          select
          variant="standard"
          size="small"
          value={goal.person?.personId ?? "anybody"}
          slotProps={{ htmlInput: { "aria-label": t("Who writes {{topic}}", { topic: goal.topic }) } }}
          onChange={(event) => void give(goal, event.target.value === "anybody" ? null : event.target.value)}
        >
          <MenuItem value="anybody">{t("anybody")}</MenuItem>
          {people.map((one) => (
            <MenuItem key={one.personId} value={one.personId}>
              {one.name}
            </MenuItem>
          ))}
        </TextField>
        {people.length > 1 && goal.person === null && (
          <Button size="small" disabled={isLoading} onClick={() => void shareOut()}>
            {t("Share evenly")}
          </Button>
        )}
        <Button size="small" color="inherit" onClick={() => void take()}>
          {t("Remove")}
        </Button>
      </Box>
      <LinearProgress
        variant="determinate"
        aria-label={t("{{usable}} of {{wanted}}", { usable, wanted })}
        value={Math.min(100, (100 * usable) / wanted)}
        sx={{ my: 0.75, height: 8, borderRadius: 4, bgcolor: "divider" }}
      />
      <Typography variant="body2" color="textSecondary">
        {t("{{usable}} of {{wanted}}", { usable, wanted })}
        {inProgress > 0 && t(", {{inProgress}} in progress", { inProgress })}
        {usable >= wanted && t(" · done")}
      </Typography>
    </Paper>
  );
}

function NewGoal({ people }: { people: WritingDay["people"] }) {
  const [topicId, setTopicId] = useState<string | null>(null);
  const [personId, setPersonId] = useState("anybody");
  const [wanted, setWanted] = useState("20");
  const [until, setUntil] = useState("");
  const [set, { isLoading }] = useSetGoalMutation();
  const say = useToast();
  const keep = async () => {
    if (topicId === null) return;
    const answer = await set({
      params: { goalId: crypto.randomUUID() },
      body: {
        topicId,
        personId: personId === "anybody" ? null : personId,
        wanted: Number(wanted),
        until: until === "" ? null : until,
      },
    });
    if (answer.error) say({ text: problemOf(answer.error).detail, isError: true });
    else setTopicId(null);
  };
  return (
    <Box
      sx={{
        display: "grid",
        gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 1fr) 150px 90px 150px auto" },
        gap: 1,
        mt: 1,
      }}
    >
      <TopicField label={t("Topic of a new goal")} topicId={topicId} choose={setTopicId} />
      <TextField
        select
        size="small"
        label={t("From")}
        value={personId}
        onChange={(event) => {
          setPersonId(event.target.value);
        }}
      >
        <MenuItem value="anybody">{t("anybody")}</MenuItem>
        {people.map((one) => (
          <MenuItem key={one.personId} value={one.personId}>
            {one.name}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        size="small"
        type="number"
        label={t("Items")}
        value={wanted}
        slotProps={{ htmlInput: { min: 1, max: 1000 } }}
        onChange={(event) => {
          setWanted(event.target.value);
        }}
      />
      <DayField label={t("By")} value={until} onChange={setUntil} />
      <Button
        variant="outlined"
        disabled={isLoading || topicId === null || Number(wanted) < 1}
        onClick={() => void keep()}
      >
        {t("Set")}
      </Button>
    </Box>
  );
}
