import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import { useListClassesQuery, useListCoursesQuery } from "../courses/api.ts";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { ActivityPanel } from "./ActivityPanel.tsx";
import { InvitationsPanel } from "./InvitationsPanel.tsx";
import { MembersPanel } from "./MembersPanel.tsx";
import { NewClass } from "./NewClass.tsx";
import { ReviewRulesPanel } from "./ReviewRulesPanel.tsx";
import { SecondFactorPanel } from "./SecondFactorPanel.tsx";
import { useListMembersQuery, useShowSessionQuery } from "./api.ts";
import { inAList, t } from "../platform/words.ts";

/** The department: its members, its classes with their entry cards, its courses. */
export function TeamPage() {
  const session = useShowSessionQuery();
  const classes = useListClassesQuery();
  const courses = useListCoursesQuery();
  const members = useListMembersQuery();
  // All at once: one list coming after another would push buttons away from under a click.
  const lists = [classes, courses, members];
  const failed = lists.find((one) => one.error);
  const isHere = lists.every((one) => one.data);
  const isLead = session.data?.member?.role === "lead";
  return (
    <Page
      title={t("Team")}
      about={session.data?.member?.department}
      actions={
        isLead && (
          <>
            <Button component={Link} to="/characteristics">
              {t("Groups of students")}
            </Button>
            <Button component={Link} to="/privacy">
              {t("Students’ data")}
            </Button>
            <Button component={Link} to="/class-lists" variant="outlined">
              {t("Class lists")}
            </Button>
            <Button component={Link} to="/exchange" variant="outlined">
              {t("Import and export")}
            </Button>
          </>
        )
      }
    >
      {failed ? (
        <Failed
          error={failed.error}
          retry={() => {
            for (const one of lists) void one.refetch();
          }}
        />
      ) : isHere ? (
        <>
          {session.data?.member && <MembersPanel meId={session.data.member.personId} isLead={isLead} />}
          {isLead && <InvitationsPanel />}
          {isLead && <SecondFactorPanel />}
          <Typography variant="h2" sx={{ mt: 3, mb: 1.5 }}>
            {t("Classes")}
          </Typography>
          <Stack spacing={1}>
            {classes.data?.classes.map((one) => (
              <Paper
                key={one.id}
                sx={{
                  px: 2,
                  py: 1.5,
                  display: "flex",
                  flexWrap: "wrap",
                  alignItems: "center",
                  columnGap: 2,
                  rowGap: 1,
                }}
              >
                <Typography sx={{ flex: { xs: "1 1 100%", sm: 1 } }}>
                  <strong>{one.name}</strong> · {one.course} · {t("{{count}} students", { count: one.students })}
                  {one.rehearsal && (
                    <Box component="span" sx={{ display: "block", color: "text.secondary", fontSize: 14 }}>
                      {t("Rehearsal: invented students to try anything with. Nothing of it counts anywhere.")}
                    </Box>
                  )}
                  <Box component="span" sx={{ display: "block", color: "text.secondary", fontSize: 14 }}>
                    {one.teachers.length === 0
                      ? t("Nobody is said to teach it yet.")
                      : t("Taught by {{names}}", { names: inAList(one.teachers.map((teacher) => teacher.name)) })}
                  </Box>
                </Typography>
                <Button component={Link} to={`/classes/${one.id}`}>
                  {t("Students and calendar")}
                </Button>
                <Button component={Link} to={`/classes/${one.id}/cards`} variant="outlined">
                  {t("Entry cards")}
                </Button>
              </Paper>
            ))}
          </Stack>
          <NewClass courses={courses.data?.courses ?? []} />
          <ReviewRulesPanel isLead={isLead} />
          <Typography variant="h2" sx={{ mt: 3, mb: 1.5 }}>
            {t("Courses")}
          </Typography>
          <Stack spacing={1}>
            {courses.data?.courses.map((course) => (
              <Paper
                key={course.id}
                sx={{
                  px: 2,
                  py: 1.5,
                  display: "flex",
                  flexWrap: "wrap",
                  alignItems: "center",
                  columnGap: 2,
                  rowGap: 1,
                }}
              >
                <Typography sx={{ flex: { xs: "1 1 100%", sm: 1 } }}>
                  <strong>{course.name}</strong> ·{" "}
                  {course.units.map((unit) => unit.name).join(", ") || t("no units yet")}
                </Typography>
                <Button component={Link} to={`/courses/${course.id}`}>
                  {t("Units and topics")}
                </Button>
              </Paper>
            ))}
          </Stack>
          <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1, mt: 1.5 }}>
            <Button component={Link} to="/courses/new" variant="outlined">
              {t("New course")}
            </Button>
            <Button component={Link} to="/topics" variant="outlined">
              {t("Topics and standards")}
            </Button>
          </Box>
          {isLead && <ActivityPanel />}
        </>
      ) : (
        <Loading what={t("the department")} />
      )}
    </Page>
  );
}
