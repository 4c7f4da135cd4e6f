/** A class over the school year: what is new, the spread of marks, topics by returns, and who changes beside the class. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { ClassOverTime, StudentInClass } from "@verdant/contract/overTime";
import { Link as RouterLink, useParams } from "react-router";
import { longDate } from "../ui/dates.ts";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { inAList, t } from "../platform/words.ts";
import { useShowClassOverTimeQuery, useShowRecallThenQuery } from "./api.ts";
import { MarkDots } from "./MarkDots.tsx";
import { SaveAnswers } from "./SaveAnswers.tsx";
import { besideClassInWords, isOftenMissing, newsInWords } from "./overTimeInWords.ts";
import { TopicsOverTime } from "./TopicsOverTime.tsx";

export function ClassOverTimePage() {
  const { classId = "" } = useParams();
  const { currentData: data, error, refetch } = useShowClassOverTimeQuery({ params: { classId } });
  return (
    <Page
      title={data ? t("{{className}} over time", { className: data.className }) : t("Class over time")}
      actions={
        <>
          <Button component={RouterLink} to={`/classes/${classId}`} variant="outlined">
            {t("Class")}
          </Button>
          <Button component={RouterLink} to={`/classes/${classId}/marks`} variant="outlined">
            {t("Marks")}
          </Button>
          <Button component={RouterLink} to={`/classes/${classId}/comparison`} variant="outlined">
            {t("Compare")}
          </Button>
          <Button component={RouterLink} to={`/classes/${classId}/remedies`} variant="outlined">
            {t("What helped")}
          </Button>
          <Button component={RouterLink} to={`/classes/${classId}/report`} variant="outlined">
            {t("Report for a meeting")}
          </Button>
          <Button component={RouterLink} to={`/results?class=${classId}`} variant="outlined">
            {t("All its results")}
          </Button>
          {data && data.releases.length > 0 && <SaveAnswers of={data} />}
        </>
      }
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("the class")} />}
      {data?.releases.length === 0 && (
        <Empty>{t("Nothing was released to this class yet. This page fills with its first quiz.")}</Empty>
      )}
      {data && data.releases.length > 0 && <OverTime of={data} />}
    </Page>
  );
}

function OverTime({ of }: { of: ClassOverTime }) {
  const { currentData: then } = useShowRecallThenQuery({ params: { classId: of.classId } });
  const names = new Map(of.students.map(({ studentId, name }) => [studentId, name]));
  return (
    <Stack spacing={3}>
      <Paper component="section" aria-labelledby="news" sx={{ p: 2 }}>
        <Typography variant="h2" id="news" sx={{ mb: 0.5 }}>
          {of.lastLesson === null
            ? t("In the last week")
            : t("Since the last lesson, {{day}}", { day: longDate(of.lastLesson) })}
        </Typography>
        {of.news.map((news) => (
          <Typography key={news.code}>{newsInWords(news)}</Typography>
        ))}
      </Paper>
      {of.more > 0 && (
        <Alert severity="info">
          {t("The newest {{shown}} quizzes. {{count}} older ones are not in these figures; they stand under Results.", {
            shown: of.releases.length,
            count: of.more,
          })}
        </Alert>
      )}
      <section aria-labelledby="marks">
        <Typography variant="h2" id="marks">
          {t("Marks of each quiz")}
        </Typography>
        <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
          {t(
            "A dot for each student, by the rule of the quiz; the line is the mark in the middle. A date opens its results.",
          )}
        </Typography>
        <Paper sx={{ p: 1.5 }}>
          <MarkDots releases={of.releases} names={names} />
        </Paper>
      </section>
      <section aria-labelledby="topics">
        <Typography variant="h2" id="topics">
          {t("Topics, each time they came back")}
        </Typography>
        <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
          {t(
            "Right in first goes, with their uncertainty. “More than chance” holds the later half of the returns against the earlier half, for all topics here together. Grey: how many still knew it that morning, by the plan; guesses bring more right, slips fewer. At the right: recall today.",
          )}
        </Typography>
        {of.topics.length === 0 ? (
          <Empty>{t("No answer counts yet.")}</Empty>
        ) : (
          <TopicsOverTime of={of} then={then?.recall ?? []} />
        )}
      </section>
      <Students of={of} />
      <Typography variant="body2" color="textSecondary">
        <Link component={RouterLink} to="/help#figures">
          {t("How is this worked out?")}
        </Link>
      </Typography>
    </Stack>
  );
}

const isSlipping = ({ change }: StudentInClass) => change?.verdict === "fall";

function Students({ of: { classId, students } }: { of: ClassOverTime }) {
  const slipping = students.filter(isSlipping);
  const missing = students.filter(isOftenMissing);
  const first = [...students].sort(
    (a, b) =>
      Number(isSlipping(b)) - Number(isSlipping(a)) ||
      b.missing.length - a.missing.length ||
      Number(b.change?.verdict === "rise") - Number(a.change?.verdict === "rise"),
  );
  const namesOf = (some: readonly StudentInClass[]) => inAList(some.map(({ name }) => name));
  return (
    <section aria-labelledby="students">
      <Typography variant="h2" id="students">
        {t("Students")}
      </Typography>
      <Typography sx={{ mb: 0.5 }}>
        {slipping.length === 0
          ? t("Nobody slips beside the class by more than chance.")
          : t("Slipping beside the class, by more than chance: {{names}}.", { names: namesOf(slipping) })}{" "}
        {missing.length > 0 && t("Often missing: {{names}}.", { names: namesOf(missing) })}
      </Typography>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
        {t(
          "Each student’s last three quizzes against those before, question by question beside the rest of the class. Holds for all students together.",
        )}
      </Typography>
      <Paper component="ul" aria-label={t("Students")} sx={{ listStyle: "none", m: 0, p: 0 }}>
        {first.map((student) => (
          <Box
            component="li"
            key={student.studentId}
            sx={{
              display: "grid",
              gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "220px minmax(0, 1fr) minmax(0, 1fr)" },
              columnGap: 2,
              px: 2,
              py: 0.75,
              "& + &": { borderTop: 1, borderColor: "divider" },
            }}
          >
            <Link component={RouterLink} to={`/classes/${classId}/students/${student.studentId}`} sx={{ py: 0.25 }}>
              {student.name}
            </Link>
            <Typography variant="body2" sx={{ ...(isSlipping(student) && { fontWeight: 700 }) }}>
              {besideClassInWords(student.change)}
            </Typography>
            <Typography variant="body2" color="textSecondary">
              {missingInWords(student)}
            </Typography>
          </Box>
        ))}
      </Paper>
    </section>
  );
}

/** Quizzes that are named; of more, the newest. */
const mostNamed = 3;

function missingInWords({ missing, closed }: StudentInClass): string {
  if (closed === 0) return "";
  if (missing.length === 0) return t("took all {{closed}} that have closed", { closed });
  const named = missing.slice(-mostNamed).map(({ name }) => name);
  const more = missing.length - named.length;
  return t("missed {{missed}} of {{closed}}: {{names}}", {
    missed: missing.length,
    closed,
    names: inAList([...(more > 0 ? [t("{{more}} earlier", { more })] : []), ...named]),
  });
}
