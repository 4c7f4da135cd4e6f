/** A report about a student for the family: plain words to print, no ranks, and no figure that promises more than it knows. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { StudentOverTime } from "@verdant/contract/overTime";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { dayWithYear } from "../ui/dates.ts";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { inAList, t } from "../platform/words.ts";
import { OwnWords, OwnWordsField, Part } from "./ReportParts.tsx";
import { useShowStudentOverTimeQuery } from "./api.ts";
import { reportOf } from "./familyReport.ts";

export function FamilyReportPage() {
  const { classId = "", studentId = "" } = useParams();
  const { currentData: data, error, refetch } = useShowStudentOverTimeQuery({ params: { classId, studentId } });
  return (
    <Page
      title={t("Report for the family")}
      actions={
        <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1, displayPrint: "none" }}>
          {data?.after && (
            <Button component={Link} to={`/classes/${classId}/students/${data.after.id}/report`} variant="outlined">
              {t("Next student")}
            </Button>
          )}
          <Button component={Link} to={`/classes/${classId}/students/${studentId}`} variant="outlined">
            {t("Back to the student")}
          </Button>
          <Button
            variant="contained"
            disabled={!data}
            onClick={() => {
              window.print();
            }}
          >
            {t("Print")}
          </Button>
        </Box>
      }
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("the report")} />}
      {data && <Report key={data.studentId} of={data} />}
    </Page>
  );
}

function Report({ of }: { of: StudentOverTime }) {
  const [words, setWords] = useState("");
  const { taken, given, missing, well, fairly, little, secure, onTheWay, notYet, tooEarly, next } = reportOf(of);
  return (
    <Box sx={{ maxWidth: 760 }}>
      <OwnWordsField words={words} onChange={setWords} />
      <Paper
        component="article"
        aria-label={t("Report about {{name}}", { name: of.name })}
        sx={{ p: 3, fontSize: 17, "@media print": { border: 0, p: 0, color: "#000", background: "#fff" } }}
      >
        <Typography variant="h2">{of.name}</Typography>
        <Typography sx={{ mb: 2 }}>
          {t("{{className}}, {{day}}", { className: of.className, day: dayWithYear(of.today) })}
        </Typography>
        <Part title={t("Quizzes")}>
          {given === 0
            ? t("There was no quiz yet.")
            : missing.length === 0
              ? t("{{name}} took every quiz so far, {{given}} in all.", { name: of.name, given })
              : t("{{name}} took {{taken}} of {{given}} so far. Not taken: {{missing}}.", {
                  ...{ name: of.name, taken, given, missing: inAList(missing) },
                })}
        </Part>
        <Lines
          title={t("What stays in memory")}
          lines={[
            [t("Remembered well"), well],
            [t("Remembered fairly well"), fairly],
            [t("Much is forgotten by now"), little],
          ]}
        />
        <Lines
          title={t("What has been shown")}
          lines={[
            [t("Shown again and again"), secure],
            [t("On the way"), onTheWay],
            [t("Not yet"), notYet],
          ]}
        />
        {tooEarly > 0 && (
          <Typography sx={{ mb: 2 }}>
            {t("Of {{more}} more there are too few answers to say.", { more: tooEarly })}
          </Typography>
        )}
        {next.length > 0 && (
          <Part title={t("What helps most now")}>{t("To go over again: {{topics}}.", { topics: inAList(next) })}</Part>
        )}
        <OwnWords words={words} />
        <Typography variant="body2" color="textSecondary">
          {t(
            "Short mixed reviews bring topics back before they are forgotten. What is said here comes from the first answers to them; a test on one day may turn out otherwise.",
          )}
        </Typography>
      </Paper>
    </Box>
  );
}

function Lines({
  title,
  lines,
}: {
  title: string;
  lines: readonly (readonly [title: string, names: readonly string[]])[];
}) {
  const said = lines.filter(([, names]) => names.length > 0);
  if (said.length === 0) return null;
  return (
    <Part title={title}>
      {said.map(([how, names]) => (
        <Box key={how} sx={{ mt: 0.5 }}>
          <strong>{how}</strong>
          <Box component="ul" sx={{ m: 0, pl: 3 }}>
            {names.map((name) => (
              <li key={name}>{name}</li>
            ))}
          </Box>
        </Box>
      ))}
    </Part>
  );
}
