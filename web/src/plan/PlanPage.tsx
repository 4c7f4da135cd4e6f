import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { lazy, Suspense } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { useListClassesQuery } from "../courses/api.ts";
import { ClassSelect } from "../ui/ClassSelect.tsx";
import { counted, longDate } from "../ui/dates.ts";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { countFor, useCompose } from "../assembly/api.ts";
import { ChangeNotice } from "./ChangeNotice.tsx";
import { TopicRows } from "./TopicRows.tsx";
import { useListDueQuery, useShowPlanQuery } from "./api.ts";
import { ReturnGrid } from "./ReturnGrid.tsx";

// The chart library is large and stands at the foot of the page.
const Outlook = lazy(async () => ({ default: (await import("./Outlook.tsx")).Outlook }));

/** What is due in a class and why, then the topics that are not, each with the day it comes due. */
export function PlanPage() {
  const { classId = "" } = useParams();
  const navigate = useNavigate();
  const { data, error, isLoading, refetch } = useListDueQuery({ params: { classId } });
  const grid = useShowPlanQuery({ params: { classId } });
  const classes = useListClassesQuery();
  const due = data?.topics.filter((topic) => topic.standing === "due") ?? [];
  const rest = data?.topics.filter((topic) => topic.standing !== "due") ?? [];
  return (
    <Page
      title={data ? `Plan of ${data.className}` : "Plan"}
      about={data && `${longDate(data.today)} · ${counted(data.students, "student")} · ${basisOf(data.answers)}`}
      actions={
        <>
          <ClassSelect
            classes={classes.data?.classes ?? []}
            value={classId}
            choose={(id) => void navigate(`/plans/${id ?? ""}`)}
          />
          <Button component={Link} to={`/classes/${classId}`} variant="outlined">
            Calendar
          </Button>
          {data && <Compose classId={classId} due={due.length} />}
        </>
      }
    >
      {isLoading && <Loading what="the plan" />}
      {error && <Failed error={error} retry={() => void refetch()} />}
      {data && (
        <Stack spacing={2.5}>
          {grid.data && <ReturnGrid plan={grid.data} />}
          <ChangeNotice plan={data} />
          <section aria-labelledby="due-heading">
            <Typography variant="h2" id="due-heading" sx={{ mb: 1 }}>
              Due now: {counted(due.length, "topic")}
            </Typography>
            <TopicRows
              classId={classId}
              topics={due}
              today={data.today}
              label="Topics that are due"
              none="Nothing is due today. What was taught is still fresh, or has just come back."
            />
          </section>
          <section aria-labelledby="rest-heading">
            <Typography variant="h2" id="rest-heading" sx={{ mb: 1 }}>
              Not due yet
            </Typography>
            <TopicRows
              classId={classId}
              topics={rest}
              today={data.today}
              label="Topics that are not due"
              none="Every topic of the course is due."
            />
          </section>
          {grid.data && (
            <Suspense fallback={<Loading what="the forecast" />}>
              <Outlook plan={grid.data} />
            </Suspense>
          )}
        </Stack>
      )}
    </Page>
  );
}

const basisOf = (answers: number) =>
  answers < 30
    ? `estimates from the calendar only (${counted(answers, "answer")} so far)`
    : `estimates from ${answers} answers`;

/** Two questions for each topic that is due, six to twelve; the composer changes the number. */
function Compose({ classId, due }: { classId: string; due: number }) {
  const { composeFor, isComposing } = useCompose();
  const count = countFor(due);
  return (
    <Button variant="contained" disabled={isComposing} onClick={() => void composeFor(classId, count)}>
      {isComposing ? "Composing…" : `Compose ${count}`}
    </Button>
  );
}
