/** What counts as taught: what is scheduled, until somebody says otherwise; for the class, or for one student. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import Paper from "@mui/material/Paper";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Calendar } from "@verdant/contract/courses";
import { useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { Bead } from "../ui/Bead.tsx";
import { shortDate } from "../ui/dates.ts";
import { useToday } from "../team/api.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useSetTaughtMutation } from "./api.ts";
import type { Roster } from "./RosterPanel.tsx";
import { t } from "../platform/words.ts";

type Topic = Calendar["units"][number]["topics"][number];

export function TaughtPanel({ calendar, roster }: { calendar: Calendar; roster: Roster }) {
  const [studentId, setStudentId] = useState("");
  const [setTaught] = useSetTaughtMutation();
  const say = useToast();
  const student = roster.students.find((one) => one.studentId === studentId);
  const today = useToday();
  const send = async (topicId: string, body: Parameters<typeof setTaught>[0]["body"]) => {
    const { error } = await setTaught({
      params: { classId: calendar.classId, topicId },
      body: { ...body, ...(studentId !== "" && { studentId }) },
    });
    if (error) say({ text: problemOf(error).detail, isError: true });
  };
  return (
    <Paper component="section" aria-label={t("Taught")} sx={{ p: 2 }}>
      <Box sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", gap: 2, mb: 1 }}>
        <Typography variant="h2">{t("Taught")}</Typography>
        <Typography variant="body2" color="textSecondary" sx={{ flex: "1 1 200px" }}>
          {t("What is scheduled counts as taught, until you say otherwise.")}
        </Typography>
        <TextField
          select
          size="small"
          label={t("For")}
          value={studentId}
          onChange={(event) => {
            setStudentId(event.target.value);
          }}
          sx={{ width: { xs: "100%", sm: 220 } }}
        >
          <MenuItem value="">{t("the whole class")}</MenuItem>
          {roster.students.map((one) => (
            <MenuItem key={one.studentId} value={one.studentId}>
              {one.name}
            </MenuItem>
          ))}
        </TextField>
      </Box>
      {calendar.units.map(({ strand, topics }) =>
        topics.map((topic) => {
          const own = student?.topics.find((one) => one.topicId === topic.topicId);
          const taughtOn = own ? own.taughtOn : topic.taughtOn;
          const isSaid = student ? own !== undefined : topic.isSaid;
          return (
            <Box
              key={topic.topicId}
              role="group"
              aria-label={topic.name}
              sx={{
                display: { xs: "flex", lg: "grid" },
                flexWrap: "wrap",
                gridTemplateColumns: "24px 1fr 190px 300px 150px 160px",
                columnGap: 1.5,
                rowGap: 0.5,
                alignItems: "center",
                py: { xs: 1, lg: 0.5 },
                borderTop: 1,
                borderColor: "divider",
                fontSize: 15,
              }}
            >
              <Bead mark={strand.letter} hue={strand.hue} size={20} />
              <Box component="span" sx={{ flex: { xs: "1 1 calc(100% - 40px)", lg: "none" } }}>
                {topic.name}
              </Box>
              <Box component="span" sx={{ fontSize: 14, color: "text.secondary" }}>
                {inWords(taughtOn, today, own?.byCheck === true ? "check" : isSaid ? "you" : "schedule")}
              </Box>
              <Box sx={{ display: "flex", gap: 0.5 }}>
                {taughtOn !== null && taughtOn <= today ? (
                  <Button size="small" onClick={() => void send(topic.topicId, { taughtOn: "notYet" })}>
                    {t("Not taught yet")}
                  </Button>
                ) : (
                  <Button size="small" onClick={() => void send(topic.topicId, { taughtOn: today })}>
                    {t("Taught today")}
                  </Button>
                )}
                {isSaid && (
                  <Button size="small" onClick={() => void send(topic.topicId, { taughtOn: null })}>
                    {student ? t("As the class") : t("As scheduled")}
                  </Button>
                )}
              </Box>
              {student ? <span /> : <Stance topic={topic} set={(stance) => void send(topic.topicId, { stance })} />}
              {student ? (
                <span />
              ) : (
                <Importance topic={topic} set={(importance) => void send(topic.topicId, { importance })} />
              )}
            </Box>
          );
        }),
      )}
    </Paper>
  );
}

/** @param by who says so: a teacher, the schedule, or a check on a path that this student passed */
function inWords(taughtOn: string | null, today: string, by: "you" | "schedule" | "check"): string {
  if (taughtOn === null) return by === "you" ? t("not taught yet, as you said") : t("not scheduled");
  const day = shortDate(taughtOn);
  if (taughtOn > today) return t("planned for {{day}}", { day });
  if (by === "check") return t("taught {{day}}, by a check that was passed", { day });
  return by === "you" ? t("taught {{day}}, as you said", { day }) : t("taught {{day}}, as scheduled", { day });
}

function Stance({ topic, set }: { topic: Topic; set: (stance: Topic["stance"]) => void }) {
  return (
    <TextField
      select
      size="small"
      variant="standard"
      value={topic.stance}
      onChange={(event) => {
        set(event.target.value as Topic["stance"]);
      }}
      slotProps={{ htmlInput: { "aria-label": t("When {{topic}} comes back", { topic: topic.name }) } }}
    >
      <MenuItem value="auto">{t("back when due")}</MenuItem>
      <MenuItem value="always">{t("always due")}</MenuItem>
      <MenuItem value="never">{t("left out")}</MenuItem>
    </TextField>
  );
}

function Importance({ topic, set }: { topic: Topic; set: (importance: number) => void }) {
  return (
    <TextField
      select
      size="small"
      variant="standard"
      value={topic.importance}
      onChange={(event) => {
        set(Number(event.target.value));
      }}
      slotProps={{ htmlInput: { "aria-label": t("How much {{topic}} counts", { topic: topic.name }) } }}
    >
      <MenuItem value={0.5}>{t("counts half")}</MenuItem>
      <MenuItem value={1}>{t("counts as usual")}</MenuItem>
      <MenuItem value={2}>{t("counts double")}</MenuItem>
    </TextField>
  );
}
