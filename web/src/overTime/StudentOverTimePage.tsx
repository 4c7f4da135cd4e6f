/** A student over the school year, for staff: what to do next, marks, topics, standards, wrong ideas, own words. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { StudentOverTime } from "@verdant/contract/overTime";
import type { ReactNode } from "react";
import { Link as RouterLink, useParams } from "react-router";
import { Bead } from "../ui/Bead.tsx";
import { shortDate } from "../ui/dates.ts";
import { bandInWords } from "../ui/dueReason.ts";
import { masteryTextTone, masteryWords, rightOf } from "../ui/masteryInWords.ts";
import { Page } from "../ui/Page.tsx";
import { RecallTint } from "../ui/RecallTint.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { numberOf, t, tenthOf } from "../platform/words.ts";
import { useShowStudentOverTimeQuery } from "./api.ts";
import { besideClassInWords, betweenGoesInWords } from "./overTimeInWords.ts";
import { StudentNote } from "./StudentNote.tsx";

export function StudentOverTimePage() {
  const { classId = "", studentId = "" } = useParams();
  const { currentData: data, error, refetch } = useShowStudentOverTimeQuery({ params: { classId, studentId } });
  const beside = (other: StudentOverTime["before"], label: string) =>
    other && (
      <Button
        component={RouterLink}
        to={`/classes/${classId}/students/${other.id}`}
        variant="outlined"
        title={other.name}
      >
        {label}
      </Button>
    );
  return (
    <Page
      title={data?.name ?? t("Student")}
      about={data && aboutOf(data)}
      actions={
        <>
          {beside(data?.before ?? null, t("Previous student"))}
          {beside(data?.after ?? null, t("Next student"))}
          <Button component={RouterLink} to={`/classes/${classId}/students/${studentId}/report`} variant="outlined">
            {t("Report for the family")}
          </Button>
          <Button component={RouterLink} to={`/classes/${classId}/over-time`} variant="outlined">
            {t("Class over time")}
          </Button>
        </>
      }
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("the student")} />}
      {data && <Student key={data.studentId} of={data} />}
    </Page>
  );
}

const aboutOf = ({ className, mark, counted, change }: StudentOverTime): string =>
  [
    className,
    mark === null
      ? t("no mark counts yet")
      : t("{{percent}}% in the mean of {{counted}} that count", { percent: Math.round(mark * 100), counted }),
    ...(change === null ? [] : [t("beside the class {{how}}", { how: besideClassInWords(change) })]),
  ].join(" · ");

function Student({ of }: { of: StudentOverTime }) {
  const missing = of.releases.filter(({ state }) => state === "absent");
  return (
    <Stack spacing={3}>
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 1fr) minmax(0, 1fr)" },
          gap: 2,
          alignItems: "start",
        }}
      >
        <Section id="next" title={t("Next to do")}>
          {of.next.length === 0 && <Typography>{t("Nothing has been taught yet that could come back.")}</Typography>}
          <Box component="ol" sx={{ m: 0, pl: 2.5 }}>
            {of.next.map(({ topicId, name, band }) => (
              <li key={topicId}>
                {t("{{name}}: recall {{band}}", { name, band: bandInWords(band) })}{" "}
                <Link component={RouterLink} to={`/bank?topic=${topicId}`}>
                  {t("Items on it")}
                </Link>
              </li>
            ))}
          </Box>
          {missing.length > 0 && (
            <Typography sx={{ mt: 1 }}>
              {t("Missing work:")}{" "}
              {missing.map(({ id, name }, i) => (
                <span key={id}>
                  {i > 0 && ", "}
                  <Link component={RouterLink} to={`/results/${id}/running`}>
                    {name}
                  </Link>
                </span>
              ))}
            </Typography>
          )}
        </Section>
        <StudentNote of={of} />
      </Box>
      <Marks of={of} />
      <Topics of={of} />
      <Standards of={of} />
      {of.ideas.length > 0 && (
        <Section id="ideas" title={t("Wrong ideas shown more than once")}>
          {of.ideas.map(({ name, shown, chances }) => (
            <Typography key={name}>
              <strong>{name}</strong>: {t("in {{shown}} of {{chances}} answers that could show it", { shown, chances })}
            </Typography>
          ))}
        </Section>
      )}
      {of.words.length > 0 && (
        <Section id="words" title={t("In own words")}>
          {of.words.map(({ text, at, itemId, stem }) => (
            <Typography key={`${itemId}${at}`} sx={{ mb: 0.5, overflowWrap: "anywhere" }}>
              “{text}”{" "}
              <Typography component="span" variant="body2" color="textSecondary">
                {shortDate(at)},{" "}
                <Link component={RouterLink} to={`/bank/${itemId}`}>
                  {stem}
                </Link>
              </Typography>
            </Typography>
          ))}
        </Section>
      )}
    </Stack>
  );
}

const Section = ({ id, title, children }: { id: string; title: string; children: ReactNode }) => (
  <Paper component="section" aria-labelledby={id} sx={{ p: 2 }}>
    <Typography variant="h2" id={id} sx={{ mb: 1 }}>
      {title}
    </Typography>
    {children}
  </Paper>
);

type Release = StudentOverTime["releases"][number];

const stateWords: Record<Release["state"], string> = {
  notGiven: "",
  open: t("not begun, still open"),
  running: t("in progress"),
  absent: t("not handed in"),
  excused: t("excused"),
  marked: "",
};

/** "7 of 10, 70%", and what of it is still to come. */
function markInWords({ state, points, outOf, waitingPoints }: Release): string {
  if (points === null || outOf === null) return stateWords[state];
  const mark = t("{{points}} of {{outOf}}", { points: numberOf(points), outOf: numberOf(outOf) });
  const percent = outOf === 0 ? "" : t(", {{percent}}%", { percent: Math.round((points / outOf) * 100) });
  return `${mark}${percent}${waitingPoints > 0 ? t(", {{points}} not marked yet", { points: numberOf(waitingPoints) }) : ""}`;
}

/** All quizzes on a line, the newest last; what counts in the mean is filled. */
function Marks({ of: { releases, more } }: { of: StudentOverTime }) {
  return (
    <Section id="quizzes" title={t("All quizzes")}>
      {releases.length === 0 && <Typography>{t("Nothing was released to this student yet.")}</Typography>}
      {more > 0 && (
        <Alert severity="info" sx={{ mb: 1 }}>
          {t("The newest {{shown}} quizzes of the class; {{count}} older ones are not here.", {
            shown: releases.length,
            count: more,
          })}
        </Alert>
      )}
      <Box
        component="ol"
        aria-label={t("Quizzes, the newest first")}
        sx={{ m: 0, p: 0, listStyle: "none", columns: { xs: 1, md: 2 }, columnGap: 4 }}
      >
        {[...releases].reverse().map((release) => (
          <Box
            component="li"
            key={release.id}
            sx={{
              display: "grid",
              gridTemplateColumns: "56px minmax(0, 1fr) auto",
              columnGap: 1,
              breakInside: "avoid",
              py: 0.25,
            }}
          >
            <Typography variant="body2" color="textSecondary">
              {shortDate(release.on)}
            </Typography>
            <Link component={RouterLink} to={`/results/${release.id}`} sx={{ overflowWrap: "anywhere" }}>
              {release.name}
            </Link>
            <Box sx={{ textAlign: "end" }}>
              <Typography component="span" variant="body2" sx={{ ...(release.weight > 0 && { fontWeight: 700 }) }}>
                {markInWords(release)}
              </Typography>
              <MarkBar of={release} />
            </Box>
            {release.between && (
              <Typography variant="body2" color="textSecondary" sx={{ gridColumn: "2 / -1" }}>
                {betweenGoesInWords(release.between)}
              </Typography>
            )}
          </Box>
        ))}
      </Box>
      <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
        {t("Bold: it counts in the mean.")}
      </Typography>
    </Section>
  );
}

function MarkBar({ of: { points, outOf } }: { of: Release }) {
  if (points === null || outOf === null || outOf === 0) return null;
  return (
    <Box
      aria-hidden
      sx={{
        width: { xs: 90, sm: 150 },
        height: 5,
        borderRadius: 3,
        bgcolor: "divider",
        ml: "auto",
        overflow: "hidden",
      }}
    >
      <Box sx={{ width: `${Math.round((points / outOf) * 100)}%`, height: 1, bgcolor: "primary.main" }} />
    </Box>
  );
}

const row = {
  display: "grid",
  gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 1fr) 150px 260px" },
  alignItems: "center",
  columnGap: 2,
  py: 0.5,
} as const;

function Topics({ of: { topics } }: { of: StudentOverTime }) {
  return (
    <Section id="topics" title={t("Topics")}>
      {topics.length === 0 && <Typography>{t("Nothing has been taught yet.")}</Typography>}
      {topics.map(({ topicId, name, strand, band, share }) => (
        <Box key={topicId} sx={row}>
          <Box sx={{ display: "flex", alignItems: "center", gap: 1, minWidth: 0 }}>
            <Bead mark={strand.letter} hue={strand.hue} size={20} />
            <Typography component="span">{name}</Typography>
          </Box>
          <RecallTint band={band} none={t("not taught")} />
          <Typography variant="body2" color="textSecondary">
            {share.outOf === 0
              ? t("not asked yet")
              : t("{{right}} of {{outOf}} right in first goes", { right: tenthOf(share.right), outOf: share.outOf })}
          </Typography>
        </Box>
      ))}
    </Section>
  );
}

function Standards({ of: { standards } }: { of: StudentOverTime }) {
  if (standards.length === 0) return null;
  return (
    <Section id="standards" title={t("Standards")}>
      {standards.map(({ standardId, code, statement, label, toSecure, ...tally }) => (
        <Box key={standardId} sx={row}>
          <Typography component="span">
            <strong>{code}</strong> {statement}
          </Typography>
          <Typography variant="body2" sx={{ fontWeight: 700, color: masteryTextTone(label) }}>
            {masteryWords[label]}
          </Typography>
          <Typography variant="body2" color="textSecondary">
            {rightOf(tally)}
            {label !== "secure" &&
              `; ${
                toSecure === null
                  ? t("secure with more than a dozen more right")
                  : t("secure with {{toSecure}} more right", { toSecure })
              }`}
          </Typography>
        </Box>
      ))}
    </Section>
  );
}
