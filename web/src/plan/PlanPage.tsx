import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { lazy, Suspense } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { useListClassesQuery } from "../courses/api.ts";
import { ClassSelect } from "../ui/ClassSelect.tsx";
import { longDate } from "../ui/dates.ts";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { countFor, useCompose } from "../assembly/api.ts";
import { ChangeNotice } from "./ChangeNotice.tsx";
import { TopicRows } from "./TopicRows.tsx";
import { useListDueQuery, useShowPlanQuery } from "./api.ts";
import { ReturnGrid } from "./ReturnGrid.tsx";
import { t } from "../platform/words.ts";

// The chart library is large and stands at the foot of the page.
const Outlook = lazy(async () => ({ default: (await import("./Outlook.tsx")).Outlook }));

/** What is due in a class and why, then the topics that are not, each with the day it comes due. */
export function PlanPage() {
  const { classId = "" } = useParams();
  const navigate = useNavigate();
  const { data, error, isLoading, refetch } = useListDueQuery({ params: { classId } });
  const grid = useShowPlanQuery({ params: { classId } });
  const classes = useListClassesQuery();
  // The weeks stand above the topics: the page waits for both, or what is due would jump away from under a click.
  const isHere = data !== undefined && !grid.isLoading;
  const due = data?.topics.filter((topic) => topic.standing === "due") ?? [];
  const rest = data?.topics.filter((topic) => topic.standing !== "due") ?? [];
  return (
    <Page
      title={data ? t("Plan of {{className}}", { className: data.className }) : t("Plan")}
      about={
        data &&
        `${longDate(data.today)} · ${t("{{count}} students", { count: data.students })} · ${basisOf(data.answers)}`
      }
      actions={
        <>
          <ClassSelect
            classes={classes.data?.classes ?? []}
            value={classId}
            choose={(id) => void navigate(`/plans/${id ?? ""}`)}
          />
          <Button component={Link} to={`/classes/${classId}`} variant="outlined">
            {t("Calendar")}
          </Button>
          {data && <Compose classId={classId} due={due.length} />}
        </>
      }
    >
      {(isLoading || grid.isLoading) && <Loading what={t("the plan")} />}
      {error && <Failed error={error} retry={() => void refetch()} />}
      {isHere && (
        <Stack spacing={2.5}>
          {grid.data && <ReturnGrid plan={grid.data} />}
          <ChangeNotice plan={data} />
          <section aria-labelledby="due-heading">
            <Typography variant="h2" id="due-heading" sx={{ mb: 1 }}>
              {t("Due now: {{count}} topics", { count: due.length })}
            </Typography>
            <TopicRows
              classId={classId}
              topics={due}
              today={data.today}
              label={t("Topics that are due")}
              none={t("Nothing is due today. What was taught is still fresh, or has just come back.")}
            />
          </section>
          <section aria-labelledby="rest-heading">
            <Typography variant="h2" id="rest-heading" sx={{ mb: 1 }}>
              {t("Not due yet")}
            </Typography>
            <TopicRows
              classId={classId}
              topics={rest}
              today={data.today}
              label={t("Topics that are not due")}
              none={t("Every topic of the course is due.")}
            />
          </section>
          {grid.data && (
            <Suspense fallback={<Loading what={t("the forecast")} />}>
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
    ? t("estimates from the calendar only ({{count}} answers so far)", { count: answers })
    : t("estimates from {{answers}} answers", { answers });

/** Two questions for each topic that is due, six to twelve; the composer changes the number. */
function Compose({ classId, due }: { classId: string; due: number }) {
  const { composeFor, isComposing } = useCompose();
  const count = countFor(due);
  return (
    <Button variant="contained" disabled={isComposing} onClick={() => void composeFor(classId, count)}>
      {isComposing ? t("Composing…") : t("Compose {{number}}", { number: count })}
    </Button>
  );
}
