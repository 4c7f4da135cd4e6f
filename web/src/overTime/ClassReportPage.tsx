/** A report about a class for a meeting: one page to print, without names unless they are asked for. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import FormControlLabel from "@mui/material/FormControlLabel";
import Paper from "@mui/material/Paper";
import Switch from "@mui/material/Switch";
import Typography from "@mui/material/Typography";
import type { ClassStandards } from "@verdant/contract/insight";
import type { ClassOverTime, StudentInClass } from "@verdant/contract/overTime";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { useShowClassStandardsQuery } from "../insight/api.ts";
import { inAList, t } from "../platform/words.ts";
import { dayWithYear } from "../ui/dates.ts";
import { bandInWords } from "../ui/dueReason.ts";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { OwnWords, OwnWordsField, Part } from "./ReportParts.tsx";
import { useShowClassOverTimeQuery } from "./api.ts";
import { classReport } from "./classReport.ts";
import { growthInWords } from "./overTimeInWords.ts";

export function ClassReportPage() {
  const { classId = "" } = useParams();
  const call = { params: { classId } };
  const over = useShowClassOverTimeQuery(call);
  const standards = useShowClassStandardsQuery(call);
  const error = over.error ?? standards.error;
  const [of, told] = [over.currentData, standards.currentData];
  return (
    <Page
      title={t("Report for a meeting")}
      actions={
        <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1, displayPrint: "none" }}>
          <Button component={Link} to={`/classes/${classId}/over-time`} variant="outlined">
            {t("Class over time")}
          </Button>
          <Button
            variant="contained"
            disabled={!of || !told || of.releases.length === 0}
            onClick={() => {
              window.print();
            }}
          >
            {t("Print")}
          </Button>
        </Box>
      }
    >
      {error && (
        <Failed
          error={error}
          retry={() => {
            void over.refetch();
            void standards.refetch();
          }}
        />
      )}
      {(!of || !told) && !error && <Loading what={t("the report")} />}
      {of?.releases.length === 0 && (
        <Empty>{t("Nothing was released to this class yet. There is nothing to report.")}</Empty>
      )}
      {of && told && of.releases.length > 0 && <Report of={of} told={told} />}
    </Page>
  );
}

function Report({ of, told }: { of: ClassOverTime; told: ClassStandards }) {
  const [hasNames, setHasNames] = useState(false);
  const [words, setWords] = useState("");
  const report = classReport(of, told);
  const { quizzes, older, handedIn, right, topics, rising, falling, standards, slipping, oftenMissing } = report;
  return (
    <Box sx={{ maxWidth: 820 }}>
      <Box sx={{ displayPrint: "none", mb: 2 }}>
        <FormControlLabel
          control={
            <Switch
              checked={hasNames}
              onChange={(_, shows) => {
                setHasNames(shows);
              }}
            />
          }
          label={t("With names of students")}
        />
        {hasNames && (
          <Alert severity="warning" sx={{ mb: 1 }}>
            {t("With names it is for those who teach these students only.")}
          </Alert>
        )}
        <OwnWordsField words={words} onChange={setWords} />
      </Box>
      <Paper
        component="article"
        aria-label={t("Report about {{name}}", { name: of.className })}
        sx={{ p: 3, "@media print": { border: 0, p: 0, color: "#000", background: "#fff" } }}
      >
        <Typography variant="h2" sx={{ mb: 1.5 }}>
          {t("{{className}}, {{day}}", { className: of.className, day: dayWithYear(of.today) })}
        </Typography>
        <Part title={t("In short")}>
          <Typography>
            {t(
              "{{quizzes}} quizzes: {{handed}}% of what was given was handed in, {{right}}% of the answers were right.",
              {
                ...{ quizzes, handed: percent(handedIn.n, handedIn.of), right: percent(right.right, right.outOf) },
              },
            )}
            {older > 0 && ` ${t("{{n}} older quizzes are not in it.", { n: older })}`}
          </Typography>
          <Typography>
            {rising.length === 0
              ? t("In no topic is the rise more than chance.")
              : t("More than chance better: {{topics}}.", { topics: inAList(rising.map((one) => one.name)) })}{" "}
            {falling.length > 0 &&
              t("More than chance worse: {{topics}}.", { topics: inAList(falling.map((one) => one.name)) })}
          </Typography>
        </Part>
        <Part title={t("Topics: recall today, and what came out each time")}>
          <Box component="table" sx={table}>
            <tbody>
              {topics.map((topic) => (
                <tr key={topic.topicId}>
                  <th scope="row">{topic.name}</th>
                  <td>{topic.band ? bandInWords(topic.band) : t("not taught")}</td>
                  <td>{topic.returns.length === 0 ? t("not come back yet") : growthInWords(topic)}</td>
                </tr>
              ))}
            </tbody>
          </Box>
        </Part>
        {standards.length > 0 && (
          <Part title={t("Standards: how many are secure, of those with answers")}>
            <Box component="table" sx={table}>
              <tbody>
                {standards.map(({ code, statement, secure, told: with_ }) => (
                  <tr key={code}>
                    <th scope="row">{code}</th>
                    <td>{t("{{secure}} of {{told}}", { secure, told: with_ })}</td>
                    <td>{statement}</td>
                  </tr>
                ))}
              </tbody>
            </Box>
          </Part>
        )}
        <Part title={t("Who needs attention")}>
          <Typography>
            {whoInWords(slipping, hasNames, {
              none: t("Nobody slips beside the class by more than chance."),
              some: (who) => t("Slipping beside the class, more than chance: {{who}}.", { who }),
            })}
          </Typography>
          <Typography>
            {whoInWords(oftenMissing, hasNames, {
              none: t("Nobody misses many quizzes."),
              some: (who) => t("Often missing: {{who}}.", { who }),
            })}
          </Typography>
        </Part>
        <OwnWords words={words} />
        <Typography variant="body2" color="textSecondary">
          {t("Made from first goes. Recall is an estimate; how each figure is worked out stands under Help.")}
        </Typography>
      </Paper>
    </Box>
  );
}

const percent = (part: number, whole: number) => (whole === 0 ? 0 : Math.round((part / whole) * 100));

const table = {
  borderCollapse: "collapse",
  width: "100%",
  "& th": { textAlign: "left", fontWeight: 700, pr: 2, py: 0.25, verticalAlign: "top" },
  "& td": { pr: 2, py: 0.25, verticalAlign: "top" },
  "& tr": { breakInside: "avoid" },
};

/** Names where they are asked for, otherwise how many. */
export function whoInWords(
  who: readonly Pick<StudentInClass, "name">[],
  hasNames: boolean,
  { none, some }: { readonly none: string; readonly some: (who: string) => string },
): string {
  if (who.length === 0) return none;
  return some(hasNames ? inAList(who.map(({ name }) => name)) : t("{{count}} students", { count: who.length }));
}
