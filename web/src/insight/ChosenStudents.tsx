/** What can be done at once for the students that were ticked: their sheets, another go, and a word to them. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Results } from "@verdant/contract/insight";
import { useState } from "react";
import { Link as RouterLink } from "react-router";
import {
  useGiveExtraGoMutation,
  useSayToStudentsMutation,
  useTakeBackExtraGoMutation,
  useTakeBackMessageMutation,
} from "../delivery/api.ts";
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
  const [isTelling, setTelling] = useState(false);
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
        <Button
          variant="outlined"
          size="small"
          aria-expanded={isTelling}
          onClick={() => {
            setTelling(!isTelling);
          }}
        >
          {t("Tell them something")}
        </Button>
        <Button size="small" onClick={onDone}>
          {t("Untick all")}
        </Button>
      </Box>
      {isTelling && <TellThem releaseId={releaseId} studentIds={studentIds} onDone={onDone} />}
      {error && <Alert severity="error">{problemOf(error).detail}</Alert>}
    </Box>
  );
}

function TellThem({ releaseId, studentIds, onDone }: Pick<Props, "studentIds" | "onDone"> & { releaseId: string }) {
  const [text, setText] = useState("");
  const [send, { isLoading, error }] = useSayToStudentsMutation();
  const [takeBack] = useTakeBackMessageMutation();
  const say = useToast();
  const tell = async () => {
    const { data } = await send({ params: { releaseId }, body: { text, studentIds: [...studentIds] } });
    if (!data) return;
    const told = data.messages.find((one) => one.to !== null && one.text === text.trim());
    say({
      text: t("{{count}} students read it on their list of quizzes.", { count: studentIds.length }),
      ...(told && {
        undo: () =>
          void takeBack({ params: { releaseId, messageId: told.id } }).then(({ error: refused }) => {
            if (refused) say({ text: problemOf(refused).detail, isError: true });
          }),
      }),
    });
    onDone();
  };
  return (
    <Box
      component="form"
      sx={{ display: "flex", flexWrap: "wrap", gap: 1, alignItems: "flex-start", mt: 1 }}
      onSubmit={(event) => {
        event.preventDefault();
        void tell();
      }}
    >
      <TextField
        size="small"
        autoFocus
        label={t("What they are to know")}
        value={text}
        error={error !== undefined}
        helperText={
          error
            ? problemOf(error).detail
            : t("Only they read it: beside this quiz on their list, and above it while they are in it.")
        }
        onChange={(event) => {
          setText(event.target.value);
        }}
        slotProps={{ htmlInput: { maxLength: 300 } }}
        sx={{ flex: "1 1 260px" }}
      />
      <Button type="submit" variant="contained" disabled={isLoading || text.trim() === ""}>
        {t("Tell them")}
      </Button>
    </Box>
  );
}
