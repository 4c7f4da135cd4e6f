/** Puts a student's name right, in all classes. */
import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import IconButton from "@mui/material/IconButton";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import type { Enrolment } from "@verdant/contract/courses";
import { Pencil } from "lucide-react";
import { useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { useChangeEnrolmentMutation } from "./api.ts";

export function RenameStudent({ classId, student }: { classId: string; student: Enrolment }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <IconButton
        size="small"
        aria-label={t("Change the name of {{student}}", { student: student.name })}
        onClick={() => {
          setOpen(true);
        }}
      >
        <Pencil size={15} aria-hidden />
      </IconButton>
      {isOpen && (
        <NameDialog
          classId={classId}
          student={student}
          onClose={() => {
            setOpen(false);
          }}
        />
      )}
    </>
  );
}

function NameDialog({ classId, student, onClose }: { classId: string; student: Enrolment; onClose: () => void }) {
  const { studentId, isListed } = student;
  const [givenName, setGivenName] = useState(student.givenName);
  const [familyName, setFamilyName] = useState(student.familyName);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [change, { isLoading }] = useChangeEnrolmentMutation();
  const save = async () => {
    const { error } = await change({ params: { classId, studentId }, body: { name: { givenName, familyName } } });
    if (error) setTrouble(problemOf(error).detail);
    else onClose();
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="rename-heading">
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <DialogTitle id="rename-heading">{t("Name of {{student}}", { student: student.name })}</DialogTitle>
        <DialogContent>
          <Stack spacing={2} sx={{ mt: 1 }}>
            <TextField
              autoFocus
              size="small"
              label={t("Given name")}
              value={givenName}
              onChange={(event) => {
                setGivenName(event.target.value);
              }}
            />
            <TextField
              size="small"
              label={t("Family name")}
              value={familyName}
              onChange={(event) => {
                setFamilyName(event.target.value);
              }}
            />
            {isListed && (
              <Alert severity="info">
                {t("The school’s class lists know this student: the next import shows their name again.")}
              </Alert>
            )}
            {trouble !== null && <Alert severity="error">{trouble}</Alert>}
          </Stack>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>{t("Cancel")}</Button>
          <Button type="submit" variant="contained" loading={isLoading} disabled={givenName.trim() === ""}>
            {t("Save the name")}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
