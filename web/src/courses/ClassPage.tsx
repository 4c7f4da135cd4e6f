/** A class: its students and their cards, its groups, and its calendar. */
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import { Link, useParams } from "react-router";
import { PathsPanel } from "../paths/PathsPanel.tsx";
import { useListPathsQuery } from "../paths/api.ts";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { useListClassesQuery, useListEnrolmentsQuery, useShowCalendarQuery } from "./api.ts";
import { CalendarForm } from "./CalendarForm.tsx";
import { TeachersField } from "./TeachersField.tsx";
import { RosterPanel } from "./RosterPanel.tsx";
import { TaughtPanel } from "./TaughtPanel.tsx";
import { t } from "../platform/words.ts";

export function ClassPage() {
  const { classId = "" } = useParams();
  const roster = useListEnrolmentsQuery({ params: { classId } });
  const calendar = useShowCalendarQuery({ params: { classId } });
  // Who teaches it stands above its students, and is read from the list of classes.
  const classes = useListClassesQuery();
  const paths = useListPathsQuery({ params: { classId } });
  const here =
    roster.data && calendar.data && !classes.isLoading && !paths.isLoading
      ? { roster: roster.data, calendar: calendar.data }
      : null;
  const error = roster.error ?? calendar.error;
  return (
    <Page
      title={roster.data ? t("Class {{className}}", { className: roster.data.className }) : t("Class")}
      about={roster.data && t("{{count}} students", { count: roster.data.students.length })}
      actions={
        <>
          <Button component={Link} to={`/plans/${classId}`} variant="outlined">
            {t("Plan")}
          </Button>
          <Button component={Link} to={`/classes/${classId}/marks`} variant="outlined">
            {t("Marks")}
          </Button>
          <Button component={Link} to={`/classes/${classId}/over-time`} variant="outlined">
            {t("Over time")}
          </Button>
          <Button component={Link} to={`/classes/${classId}/characteristics`} variant="outlined">
            {t("Groups of students")}
          </Button>
          <Button component={Link} to={`/classes/${classId}/seating`} variant="outlined">
            {t("Seating plan")}
          </Button>
          <Button component={Link} to={`/classes/${classId}/cards`} variant="contained">
            {t("Entry cards")}
          </Button>
        </>
      }
    >
      {error && <Failed error={error} retry={() => void roster.refetch()} />}
      {!error && !here && <Loading what={t("the class")} />}
      {here && (
        <Stack spacing={2}>
          <TeachersField classId={classId} />
          <RosterPanel roster={here.roster} />
          <PathsPanel classId={classId} />
          <CalendarForm key={here.calendar.classId} calendar={here.calendar} />
          <TaughtPanel calendar={here.calendar} roster={here.roster} />
        </Stack>
      )}
    </Page>
  );
}
