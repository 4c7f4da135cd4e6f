/** What was done with a class about wrong answers, and what came out when the questions came back. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import MenuItem from "@mui/material/MenuItem";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { ClassRemedies, Remedy } from "@verdant/contract/remedies";
import { useState } from "react";
import { Link as RouterLink, useParams } from "react-router";
import { t } from "../platform/words.ts";
import { shortDate } from "../ui/dates.ts";
import { OnlyFirst } from "../ui/OnlyFirst.tsx";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { Whisker } from "../ui/Whisker.tsx";
import { useShowClassRemediesQuery } from "./api.ts";
import { HelpedLines } from "./HelpedLines.tsx";
import { outcomeInWords } from "./helpedInWords.ts";
import { useRemedy } from "./useRemedy.ts";

export function ClassRemediesPage() {
  const { classId = "" } = useParams();
  const { data, error, refetch } = useShowClassRemediesQuery({ params: { classId } });
  return (
    <Page
      title={data ? t("What helped in {{className}}", { className: data.className }) : t("What helped")}
      actions={
        <>
          <Button component={RouterLink} to="/what-helped">
            {t("In all classes")}
          </Button>
          <Button component={RouterLink} to={`/classes/${classId}/over-time`} variant="outlined">
            {t("Class over time")}
          </Button>
        </>
      }
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("the class")} />}
      {data && <Helped of={data} />}
    </Page>
  );
}

function Helped({ of }: { of: ClassRemedies }) {
  return (
    <Stack spacing={2} sx={{ maxWidth: 900 }}>
      <TaughtAgain of={of} />
      {of.remedies.length === 0 ? (
        <Empty>
          {t(
            "Nothing is kept yet. In the results of a quiz, “Use as tomorrow’s starter” takes up a question that went badly; say there that you did it, or say above what you taught again.",
          )}
        </Empty>
      ) : (
        <>
          <Paper component="section" aria-labelledby="helped-heading" sx={{ p: 2 }}>
            <Typography variant="h2" id="helped-heading" sx={{ mb: 1 }}>
              {t("Wrong answers, the next time they were asked")}
            </Typography>
            <HelpedLines helped={of.helped} without={of.without} />
            <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
              {t(
                "It does not prove what helped: whoever slipped once is often right again anyhow. That is why those with nothing in between stand beside.",
              )}
            </Typography>
          </Paper>
          <Paper component="ul" aria-label={t("What was done")} sx={{ listStyle: "none", m: 0, p: 0 }}>
            {of.remedies.map((one) => (
              <Done key={one.id} classId={of.classId} remedy={one} />
            ))}
          </Paper>
          <OnlyFirst
            isMore={of.isMore}
            text={t("Only the newest {{shown}} are listed.", { shown: of.remedies.length })}
          />
        </>
      )}
    </Stack>
  );
}

function TaughtAgain({ of: { classId, topics } }: { of: ClassRemedies }) {
  const { put, isLoading } = useRemedy(classId);
  const [topicId, setTopicId] = useState("");
  if (topics.length === 0) return null;
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        void put({ kind: "taughtAgain", topicId }).then((done) => {
          if (done) setTopicId("");
        });
      }}
      sx={{ display: "flex", flexWrap: "wrap", gap: 1, alignItems: "center" }}
    >
      <TextField
        select
        size="small"
        label={t("Taught again today")}
        value={topicId}
        onChange={(event) => {
          setTopicId(event.target.value);
        }}
        sx={{ minWidth: 260 }}
      >
        {topics.map(({ id, name }) => (
          <MenuItem key={id} value={id}>
            {name}
          </MenuItem>
        ))}
      </TextField>
      <Button type="submit" variant="outlined" loading={isLoading} disabled={topicId === ""}>
        {t("Keep it")}
      </Button>
    </Box>
  );
}

function Done({ classId, remedy }: { classId: string; remedy: Remedy }) {
  const { takeBack } = useRemedy(classId);
  const { id, kind, topic, item, at, by, outcome } = remedy;
  return (
    <Box
      component="li"
      sx={{
        display: "flex",
        flexWrap: "wrap",
        gap: 1.5,
        alignItems: "center",
        px: 2,
        py: 1,
        borderTop: 1,
        borderColor: "divider",
      }}
    >
      <Box sx={{ flex: "1 1 300px", minWidth: 0, overflowWrap: "anywhere" }}>
        <Typography>
          {kind === "starter" && item ? (
            <>
              {t("Starter:")}{" "}
              <Link component={RouterLink} to={`/bank?item=${item.id}`}>
                {item.number}
              </Link>{" "}
              {item.stem}
            </>
          ) : (
            t("Taught again: {{topic}}", { topic: topic?.name ?? "" })
          )}
        </Typography>
        <Typography variant="body2" color="textSecondary">
          {t("{{day}}, {{by}}", { day: shortDate(at), by })}
        </Typography>
      </Box>
      <Whisker share={outcome} width={100} />
      <Typography variant="body2" sx={{ flex: "1 1 220px" }}>
        {outcomeInWords(outcome)}
      </Typography>
      <Button
        size="small"
        onClick={() =>
          void takeBack(
            id,
            item
              ? { kind: "starter", itemId: item.id, at }
              : topic
                ? { kind: "taughtAgain", topicId: topic.id, at }
                : undefined,
          )
        }
      >
        {t("Take back")}
      </Button>
    </Box>
  );
}
