/** From Friday on: one question for a class, whose answer keeps its plan true. */
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { dayOf, weekdayOf } from "@verdant/core/plan/day";
import { askedThisWeek } from "@verdant/core/plan/weekQuestion";
import { useSetTaughtMutation, useShowCalendarQuery } from "../courses/api.ts";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";

export function WeekQuestion({ classId, today }: { classId: string; today: string }) {
  const { data } = useShowCalendarQuery({ params: { classId } }, { skip: weekdayOf(dayOf(today)) < 5 });
  const [setTaught, { isLoading }] = useSetTaughtMutation();
  const say = useToast();
  const topics = data?.units.flatMap((unit) => unit.topics) ?? [];
  const asked = askedThisWeek(
    topics.map((topic) => ({
      ...topic,
      day: topic.taughtOn,
      taughtOn: topic.taughtOn === null ? null : dayOf(topic.taughtOn),
    })),
    dayOf(today),
  );
  if (!data || !asked) return null;
  const answer = async (taughtOn: string | null, text: string) => {
    const send = (value: string | null) =>
      setTaught({ params: { classId, topicId: asked.topicId }, body: { taughtOn: value } });
    const { error } = await send(taughtOn);
    if (error) say({ text: problemOf(error).detail, isError: true });
    else say({ text, undo: () => void send(null) });
  };
  return (
    <Stack
      direction="row"
      spacing={1}
      role="group"
      aria-label={`This week in ${data.className}`}
      sx={{ alignItems: "center" }}
    >
      <Typography variant="body2" sx={{ flex: 1 }}>
        Did {data.className} get through <strong>{asked.name}</strong> this week, as planned?
      </Typography>
      <Button
        size="small"
        variant="outlined"
        disabled={isLoading}
        onClick={() => void answer(asked.day, `${asked.name} counts as taught.`)}
      >
        Yes
      </Button>
      <Button
        size="small"
        variant="outlined"
        disabled={isLoading}
        onClick={() => void answer("notYet", `${asked.name} waits until you say that it is taught.`)}
      >
        Not yet
      </Button>
    </Stack>
  );
}
