/** A scheme of work as it stands in a department's table: pasted, looked over, and taken into the course. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { readScheme } from "@verdant/core/courses/schemeOfWork";
import { foldedText } from "@verdant/core/foldedText";
import { useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { useListTopicsQuery } from "../standards/api.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useBringSchemeMutation, useListClassesQuery } from "./api.ts";
import { t } from "../platform/words.ts";

export function SchemeDialog(props: { courseId: string; close: () => void; taken: () => void }) {
  const { courseId, close, taken } = props;
  const [text, setText] = useState("");
  const [classId, setClassId] = useState("");
  const { topics = [] } = useListTopicsQuery().data ?? {};
  const { classes = [] } = useListClassesQuery().data ?? {};
  const [bring, { isLoading, error }] = useBringSchemeMutation();
  const say = useToast();
  const { units, notes } = readScheme(text);
  const known = new Set(topics.map((topic) => foldedText(topic.name)));
  const lessons = units.flatMap((unit) => unit.lessons);
  const hasWeeks = lessons.some((lesson) => lesson.week !== null);
  const submit = async () => {
    const body = {
      classId: classId === "" ? null : classId,
      units: units.map((unit) => ({ ...unit, lessons: [...unit.lessons] })),
    };
    const { data } = await bring({ params: { courseId }, body });
    if (!data) return;
    say({
      text: t("{{units}} added: {{placed}} placed, {{added}} of them new.", {
        units: t("{{count}} units", { count: data.units }),
        placed: t("{{count}} topics", { count: data.placed }),
        added: data.added,
      }),
    });
    taken();
  };
  return (
    <Dialog open onClose={close} maxWidth="md" fullWidth>
      <DialogTitle>{t("Paste a scheme of work")}</DialogTitle>
      <DialogContent>
        <Typography variant="body2" color="textSecondary" sx={{ mb: 1.5 }}>
          {t(
            "A table with the columns week, unit and lesson, as it comes from a workbook or a document. Units and topics that are here already are found by their names and stay as they are.",
          )}
        </Typography>
        <Box sx={{ display: "grid", gridTemplateColumns: { xs: "minmax(0, 1fr)", sm: "1fr 1fr" }, gap: 2, pt: 0.75 }}>
          <TextField
            multiline
            minRows={12}
            maxRows={18}
            label={t("Week, unit, lesson")}
            value={text}
            slotProps={{ htmlInput: { maxLength: 100_000 } }}
            onChange={(event) => {
              setText(event.target.value);
            }}
          />
          <Box
            component="section"
            aria-label={t("What was understood")}
            sx={{ fontSize: 14, maxHeight: 430, overflow: "auto" }}
          >
            {units.length === 0 && <Typography color="textSecondary">{t("Nothing yet.")}</Typography>}
            {units.map((unit) => (
              <Box key={unit.name} sx={{ mb: 1 }}>
                <strong>{unit.name}</strong>
                <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
                  {unit.lessons.map((lesson) => (
                    <li key={lesson.name}>
                      {lesson.name}
                      {lesson.week !== null && t(", week {{week}}", { week: lesson.week })}
                      {!known.has(foldedText(lesson.name)) && (
                        <Box component="span" sx={{ color: "warning.dark", fontWeight: 700 }}>
                          {" "}
                          {t("new topic")}
                        </Box>
                      )}
                    </li>
                  ))}
                </Box>
              </Box>
            ))}
            {notes.slice(0, 12).map((note) => (
              <Alert key={note} severity="warning" icon={false} sx={{ py: 0, mb: 0.5 }}>
                {note}
              </Alert>
            ))}
          </Box>
        </Box>
        {hasWeeks && (
          <TextField
            select
            size="small"
            label={t("Weeks are those of")}
            value={classId}
            sx={{ mt: 2, minWidth: 240 }}
            slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
            helperText={t("Counted from the first week of the school year, holidays included.")}
            onChange={(event) => {
              setClassId(event.target.value);
            }}
          >
            <MenuItem value="">{t("no class: units only")}</MenuItem>
            {classes
              .filter((one) => one.courseId === courseId)
              .map((one) => (
                <MenuItem key={one.id} value={one.id}>
                  {one.name}
                </MenuItem>
              ))}
          </TextField>
        )}
        {error && (
          <Alert severity="error" sx={{ mt: 2 }}>
            {problemOf(error).detail}
          </Alert>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>{t("Cancel")}</Button>
        <Button variant="contained" loading={isLoading} disabled={units.length === 0} onClick={() => void submit()}>
          {t("Add {{count}} units", { count: units.length })}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
