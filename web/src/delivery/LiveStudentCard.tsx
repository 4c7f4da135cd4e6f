/** One student of a release that runs: how far, where, and what can be done for them. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { LiveStudent } from "@verdant/contract/live";
import { useState } from "react";
import { Link } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { Ring, type Segment } from "../ui/Ring.tsx";
import { useToast } from "../ui/Toasts.tsx";
import {
  useGiveExtraGoMutation,
  useGiveMinutesMutation,
  useHandInForMutation,
  useLetBackInMutation,
  useTakeBackExtraGoMutation,
} from "./api.ts";
import { isQuiet, whereInWords } from "./liveInWords.ts";

const minuteChoices = [5, 10] as const;
const segmentOf: Record<LiveStudent["questions"][number], Segment> = { answered: "done", seen: "open", open: "open" };

export function LiveStudentCard(props: {
  releaseId: string;
  student: LiveStudent;
  now: number;
  /** There is a time limit, of which somebody can have more. */
  isTimed: boolean;
  /** Goes have an end, beyond which one can be given. */
  isLimited: boolean;
}) {
  const { releaseId, student, now, isTimed, isLimited } = props;
  const { name, questions, at, state } = student;
  const answered = questions.filter((one) => one === "answered").length;
  return (
    <Paper
      component="li"
      sx={{
        display: "flex",
        alignItems: "center",
        gap: 1.25,
        px: 1.25,
        py: 1,
        ...(student.helpAt !== null && { borderColor: "warning.main" }),
      }}
    >
      <Ring
        segments={questions.map((one) => segmentOf[one])}
        size={44}
        {...(state === "running" && at !== null && { centre: at })}
        label={t("{{answered}} of {{questions}} answered", { answered, questions: questions.length })}
      />
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Typography sx={{ fontWeight: 700, overflowWrap: "anywhere" }}>{name}</Typography>
        <Typography variant="body2" sx={{ color: isQuiet(student, now) ? "warning.dark" : "text.secondary" }}>
          {whereInWords(student, now)}
        </Typography>
      </Box>
      <Deeds releaseId={releaseId} student={student} isTimed={isTimed} isLimited={isLimited} />
    </Paper>
  );
}

function Deeds(props: { releaseId: string; student: LiveStudent; isTimed: boolean; isLimited: boolean }) {
  const { releaseId, student, isTimed, isLimited } = props;
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [give] = useGiveMinutesMutation();
  const [handIn] = useHandInForMutation();
  const [letIn] = useLetBackInMutation();
  const [giveGo] = useGiveExtraGoMutation();
  const [takeGo] = useTakeBackExtraGoMutation();
  const say = useToast();
  const { studentId, sittingId, name } = student;
  if (sittingId === null) return null;
  const params = { releaseId, sittingId };
  const close = () => {
    setAnchor(null);
  };
  const told = async (deed: Promise<{ error?: unknown }>, text: string, undo?: () => void) => {
    close();
    const { error } = await deed;
    say(error ? { text: problemOf(error).detail, isError: true } : { text, ...(undo && { undo }) });
  };
  const letBackIn = () =>
    told(letIn({ params }), t("{{name}} can go on. What they have read of their results they have read.", { name }));
  const goes = { params: { releaseId }, body: { studentIds: [studentId] } };
  const anotherGo = () =>
    told(
      giveGo(goes),
      t("{{name}} may take one go more than the rules give.", { name }),
      () => void told(takeGo(goes), t("The other go of {{name}} is taken back.", { name })),
    );
  return (
    <>
      <Button
        size="small"
        aria-haspopup="menu"
        aria-expanded={anchor !== null}
        aria-label={t("What to do for {{name}}", { name })}
        onClick={(event) => {
          setAnchor(event.currentTarget);
        }}
      >
        {t("Do…")}
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={close}>
        {student.state === "running" &&
          isTimed &&
          minuteChoices.map((minutes) => (
            <MenuItem
              key={minutes}
              onClick={() =>
                void told(
                  give({ params: { releaseId }, body: { studentIds: [studentId], minutes } }),
                  t("{{name}} has {{minutes}} minutes more.", { name, minutes }),
                )
              }
            >
              {t("Give {{minutes}} minutes", { minutes })}
            </MenuItem>
          ))}
        {student.state === "running" && (
          <MenuItem
            onClick={() =>
              void told(
                handIn({ params }),
                t("Handed in for {{name}}. Answers that have not left the device by now do not count.", { name }),
                () => void letBackIn(),
              )
            }
          >
            {t("Hand in for {{name}}", { name })}
          </MenuItem>
        )}
        {student.state === "handedIn" && <MenuItem onClick={() => void letBackIn()}>{t("Let back in")}</MenuItem>}
        {student.state === "handedIn" && isLimited && (
          <MenuItem onClick={() => void anotherGo()}>{t("Give another go")}</MenuItem>
        )}
        <MenuItem component={Link} to={`/results/${releaseId}/running`}>
          {t("Take this go out, with a reason")}
        </MenuItem>
      </Menu>
    </>
  );
}
