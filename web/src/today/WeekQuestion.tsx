/** From Friday on: one question for a class, whose answer keeps its plan true. */
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { TodayClass } from "@verdant/contract/today";
import { useSetTaughtMutation } from "../courses/api.ts";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";
import { t } from "../platform/words.ts";

export function WeekQuestion({ of: { id: classId, name, asked } }: { of: TodayClass }) {
  const [setTaught, { isLoading }] = useSetTaughtMutation();
  const say = useToast();
  if (!asked) return null;
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
      aria-label={t("This week in {{name}}", { name })}
      sx={{ alignItems: "center" }}
    >
      <Typography variant="body2" sx={{ flex: 1 }}>
        {t("Did {{name}} get through", { name })} <strong>{asked.name}</strong> {t("this week, as planned?")}
      </Typography>
      <Button
        size="small"
        variant="outlined"
        disabled={isLoading}
        onClick={() => void answer(asked.day, t("{{asked}} counts as taught.", { asked: asked.name }))}
      >
        {t("Yes")}
      </Button>
      <Button
        size="small"
        variant="outlined"
        disabled={isLoading}
        onClick={() =>
          void answer("notYet", t("{{asked}} waits until you say that it is taught.", { asked: asked.name }))
        }
      >
        {t("Not yet")}
      </Button>
    </Stack>
  );
}
