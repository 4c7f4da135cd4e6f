/** A student's own topics and standards: what to do next, what is remembered, what is secure. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { OwnProgress, showOwnProgress } from "@verdant/contract/ownProgress";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { api, calls } from "../platform/contractApi.ts";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { bandInWords } from "../ui/dueReason.ts";
import { masteryTextTone } from "../ui/masteryInWords.ts";
import { RecallTint } from "../ui/RecallTint.tsx";
import { standardInWords, standardWords, topicInWords } from "./ownProgressInWords.ts";
import { routes } from "./routes.generated.ts";
import { StudentFrame } from "./StudentFrame.tsx";
import { Waiting } from "./Waiting.tsx";

// Asked by this page only: nothing of it is loaded before.
const { useShowOwnProgressQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    showOwnProgress: build.query(calls<typeof showOwnProgress>(routes.showOwnProgress)),
  }),
});

export function ProgressPage() {
  const { data, error, refetch } = useShowOwnProgressQuery(undefined, { refetchOnMountOrArgChange: true });
  return (
    <StudentFrame
      title={t("Your topics")}
      bar={
        <>
          <Typography variant="h2" component="h1" sx={{ flex: 1 }}>
            {t("Your topics")}
          </Typography>
          <Button component={Link} to="/">
            {t("Your quizzes")}
          </Button>
        </>
      }
    >
      {!data && !error && <Waiting />}
      {error && (
        <Alert
          severity="warning"
          action={
            <Button color="inherit" onClick={() => void refetch()}>
              {t("Try again")}
            </Button>
          }
        >
          {problemOf(error).detail}
        </Alert>
      )}
      {data && data.waiting > 0 && (
        <Typography sx={{ mb: 2 }}>
          {t("{{count}} quizzes you handed in are not counted here: their results are not shown yet.", {
            count: data.waiting,
          })}
        </Typography>
      )}
      {data?.classes.map((one) => (
        <InClass key={one.className} of={one} isOnly={data.classes.length === 1} />
      ))}
      {data?.classes.length === 0 && <Typography>{t("You are in no class at the moment.")}</Typography>}
    </StudentFrame>
  );
}

function InClass({ of, isOnly }: { of: OwnProgress["classes"][number]; isOnly: boolean }) {
  return (
    <>
      {!isOnly && (
        <Typography variant="h2" sx={{ mb: 1 }}>
          {of.className}
        </Typography>
      )}
      {of.next.length > 0 && (
        <Part title={t("Worth another look")}>
          <Typography variant="body2" sx={{ mb: 0.5 }}>
            {t("Practising these would help you most:")}
          </Typography>
          <Box component="ol" sx={{ m: 0, pl: 3 }}>
            {of.next.map(({ name, band }) => (
              <li key={name}>{t("{{name}}: today you would get {{band}}", { name, band: bandInWords(band) })}</li>
            ))}
          </Box>
        </Part>
      )}
      <Part title={t("What you remember")}>
        {of.topics.length === 0 && <Typography>{t("Nothing has been taught yet that could come back.")}</Typography>}
        <Box component="ul" sx={list}>
          {of.topics.map((topic) => (
            <Box component="li" key={topic.name} sx={{ py: 0.75 }}>
              <Box sx={{ display: "flex", gap: 1.5, alignItems: "center", justifyContent: "space-between" }}>
                <Typography sx={{ fontWeight: 700, minWidth: 0 }}>{topic.name}</Typography>
                {topic.band && <RecallTint band={topic.band} none="" />}
              </Box>
              <Typography variant="body2" color="textSecondary">
                {topicInWords(topic)}
              </Typography>
            </Box>
          ))}
        </Box>
      </Part>
      {of.standards.length > 0 && (
        <Part title={t("What you can do")}>
          <Box component="ul" sx={list}>
            {of.standards.map((standard) => (
              <Box component="li" key={standard.wording} sx={{ py: 0.75 }}>
                <Typography>{standard.wording}</Typography>
                <Typography variant="body2">
                  <Box component="strong" sx={{ color: masteryTextTone(standard.label) }}>
                    {standardWords[standard.label]}
                  </Box>
                  {": "}
                  {standardInWords(standard)}
                </Typography>
              </Box>
            ))}
          </Box>
        </Part>
      )}
    </>
  );
}

const list = { m: 0, p: 0, listStyle: "none" };

const Part = ({ title, children }: { title: string; children: ReactNode }) => (
  <Paper component="section" aria-label={title} sx={{ p: 1.75, mb: 1.5 }}>
    <Typography variant="h2" sx={{ fontSize: "1.1rem", mb: 0.5 }}>
      {title}
    </Typography>
    {children}
  </Paper>
);
