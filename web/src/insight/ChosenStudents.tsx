/** What can be done at once for the students that were ticked: their sheets, and another go. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import type { Results } from "@verdant/contract/insight";
import { Link as RouterLink } from "react-router";
import { useGiveExtraGoMutation, useTakeBackExtraGoMutation } from "../delivery/api.ts";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { useToast } from "../ui/Toasts.tsx";

interface Props {
  readonly results: Pick<Results, "releaseId" | "classId">;
  readonly studentIds: readonly string[];
  readonly onDone: () => void;
}

export function ChosenStudents({ results: { releaseId, classId }, studentIds, onDone }: Props) {
  const [give, { isLoading, error }] = useGiveExtraGoMutation();
  const [takeBack] = useTakeBackExtraGoMutation();
  const say = useToast();
  const call = { params: { releaseId }, body: { studentIds: [...studentIds] } };
  const giveGo = async () => {
    const done = await give(call);
    if (done.error) return;
    say({
      text: t("{{count}} students have another go.", { count: studentIds.length }),
      undo: () =>
        void takeBack(call).then(({ error: refused }) => {
          if (refused) say({ text: problemOf(refused).detail, isError: true });
        }),
    });
    onDone();
  };
  return (
    <Box role="region" aria-label={t("For those ticked")} sx={{ mb: 1 }}>
      <Box sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", gap: 1.5, minHeight: 40 }}>
        <Typography sx={{ fontWeight: 700 }}>{t("{{count}} students ticked", { count: studentIds.length })}</Typography>
        <Button
          component={RouterLink}
          to={`/results/${releaseId}/sheets?class=${classId}&for=${studentIds.join(",")}`}
          variant="outlined"
          size="small"
        >
          {t("Their revision sheets")}
        </Button>
        <Button variant="outlined" size="small" disabled={isLoading} onClick={() => void giveGo()}>
          {t("Give another go")}
        </Button>
        <Button size="small" onClick={onDone}>
          {t("Untick all")}
        </Button>
      </Box>
      {error && <Alert severity="error">{problemOf(error).detail}</Alert>}
    </Box>
  );
}
