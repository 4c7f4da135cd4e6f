/** The calendar of a class: meeting days, exam day, school year and holidays, and the dates of its units. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import Paper from "@mui/material/Paper";
import TextField from "@mui/material/TextField";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import Typography from "@mui/material/Typography";
import type { Calendar } from "@verdant/contract/courses";
import { Plus, Trash2 } from "lucide-react";
import { useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { Bead } from "../ui/Bead.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { useSetCalendarMutation } from "./api.ts";
import { t } from "../platform/words.ts";
import { DayField } from "../ui/DateFields.tsx";

const weekdays = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];

export function CalendarForm({ calendar }: { calendar: Calendar }) {
  const [meetingDays, setMeetingDays] = useState(calendar.meetingDays);
  const [examOn, setExamOn] = useState(calendar.examOn ?? "");
  const [year, setYear] = useState(calendar.schoolYear);
  const [units, setUnits] = useState(() =>
    calendar.units.map(({ strand, from, to }) => ({ strand, from: from ?? "", to: to ?? "" })),
  );
  const [keep, { isLoading, error }] = useSetCalendarMutation();
  const say = useToast();
  const submit = async () => {
    const { data } = await keep({
      params: { classId: calendar.classId },
      body: {
        meetingDays,
        examOn: examOn === "" ? null : examOn,
        schoolYear: {
          startsOn: year.startsOn,
          endsOn: year.endsOn,
          closed: year.closed.filter((one) => one.from && one.to),
        },
        units: units.flatMap(({ strand, from, to }) => (from && to ? [{ unitId: strand.unitId, from, to }] : [])),
      },
    });
    if (data) say({ text: t("The calendar is saved; the plan follows it.") });
  };
  const setClosed = (index: number, change: Partial<Calendar["schoolYear"]["closed"][number]>) => {
    setYear({ ...year, closed: year.closed.map((one, i) => (i === index ? { ...one, ...change } : one)) });
  };
  return (
    <Paper component="section" aria-label={t("Calendar")} sx={{ p: 2 }}>
      <Box sx={{ display: "flex", alignItems: "center", mb: 1.5 }}>
        <Typography variant="h2" sx={{ flex: 1 }}>
          {t("Calendar")}
        </Typography>
        <Button variant="outlined" loading={isLoading} onClick={() => void submit()}>
          {t("Save the calendar")}
        </Button>
      </Box>
      {error && (
        <Alert severity="error" sx={{ mb: 1.5 }}>
          {problemOf(error).detail}
        </Alert>
      )}
      <Box sx={{ display: "grid", gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "1fr 1fr 1fr" }, gap: 3 }}>
        <Box>
          <Typography variant="body2" sx={{ fontWeight: 700, mb: 0.5 }}>
            {t("Meets on")}
          </Typography>
          <ToggleButtonGroup
            size="small"
            value={meetingDays}
            onChange={(_, days: number[]) => {
              setMeetingDays(days);
            }}
            aria-label={t("Days on which the class meets")}
            sx={{ flexWrap: "wrap" }}
          >
            {weekdays.map((name, i) => (
              <ToggleButton key={name} value={i + 1}>
                {name}
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
          <DayField
            isSmall
            label={t("Exam day")}
            value={examOn}
            onChange={setExamOn}
            sx={{ mt: 2, display: "block" }}
          />
          <Box sx={{ display: "flex", gap: 1, mt: 2 }}>
            <DayField
              isSmall
              label={t("School year from")}
              value={year.startsOn}
              onChange={(startsOn) => {
                setYear({ ...year, startsOn });
              }}
            />
            <DayField
              isSmall
              label={t("to")}
              value={year.endsOn}
              onChange={(endsOn) => {
                setYear({ ...year, endsOn });
              }}
            />
          </Box>
        </Box>
        <Box>
          <Typography variant="body2" sx={{ fontWeight: 700, mb: 1 }}>
            {t("Units, when they are taught")}
          </Typography>
          {units.map(({ strand, from, to }, i) => (
            <Box
              key={strand.unitId}
              role="group"
              aria-label={strand.name}
              sx={{
                display: "grid",
                gridTemplateColumns: "24px minmax(0, 1fr) minmax(0, 1fr)",
                gap: 1,
                alignItems: "center",
                mb: 1,
              }}
            >
              <Bead mark={strand.letter} hue={strand.hue} size={22} />
              {(["from", "to"] as const).map((end) => (
                <DayField
                  isSmall
                  key={end}
                  label={end === "from" ? t("{{strand}} from", { strand: strand.name }) : t("to")}
                  value={end === "from" ? from : to}
                  onChange={(value) => {
                    setUnits(units.map((one, other) => (other === i ? { ...one, [end]: value } : one)));
                  }}
                />
              ))}
            </Box>
          ))}
          {units.length === 0 && (
            <Typography variant="body2" color="textSecondary">
              {t("The course has no units yet.")}
            </Typography>
          )}
        </Box>
        <Box>
          <Typography variant="body2" sx={{ fontWeight: 700, mb: 1 }}>
            {t("Holidays of the school")}
          </Typography>
          {year.closed.map((span, i) => (
            <Box
              key={i}
              sx={{
                display: "grid",
                gridTemplateColumns: "minmax(0, 1fr) minmax(0, 1fr) 32px",
                gap: 0.75,
                mb: 1.75,
              }}
            >
              <TextField
                size="small"
                sx={{ gridColumn: "1 / -1" }}
                label={t("Holiday {{i}}", { i: i + 1 })}
                value={span.label}
                onChange={(event) => {
                  setClosed(i, { label: event.target.value });
                }}
              />
              <DayField
                isSmall
                label={t("from")}
                value={span.from}
                onChange={(from) => {
                  setClosed(i, { from });
                }}
              />
              <DayField
                isSmall
                label={t("to")}
                value={span.to}
                onChange={(to) => {
                  setClosed(i, { to });
                }}
              />
              <IconButton
                size="small"
                aria-label={t("Remove holiday {{i}}", { i: i + 1 })}
                onClick={() => {
                  setYear({ ...year, closed: year.closed.filter((_, other) => other !== i) });
                }}
              >
                <Trash2 size={15} />
              </IconButton>
            </Box>
          ))}
          <Button
            size="small"
            startIcon={<Plus size={15} />}
            onClick={() => {
              setYear({ ...year, closed: [...year.closed, { from: "", to: "", label: "" }] });
            }}
          >
            {t("Add a holiday")}
          </Button>
        </Box>
      </Box>
    </Paper>
  );
}
