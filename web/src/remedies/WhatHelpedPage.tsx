/** Over all classes: which remedy was followed by right answers, all together and by wrong idea. */
import Alert from "@mui/material/Alert";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { t } from "../platform/words.ts";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { useListWhatHelpedQuery } from "./api.ts";
import { HelpedLines } from "./HelpedLines.tsx";

export function WhatHelpedPage() {
  const { data, error, refetch } = useListWhatHelpedQuery();
  const all = data?.ideas.find(({ idea }) => idea === null);
  const ideas = data?.ideas.filter(({ idea }) => idea !== null) ?? [];
  return (
    <Page
      title={t("What helped")}
      about={t("All classes with which something was done, this school year and the one before")}
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("the answers")} />}
      {all && all.helped.length === 0 && (
        <Empty>
          {t(
            "Nothing can be said yet: no question has come back after a starter or after a topic was taught again. Say what you did on “What helped” of a class, or on a starter.",
          )}
        </Empty>
      )}
      {data && all && all.helped.length > 0 && (
        <Stack spacing={2} sx={{ maxWidth: 900 }}>
          {data.isCut && (
            <Alert severity="info">{t("There are more answers than can be looked at: these are the newest.")}</Alert>
          )}
          <Paper component="section" aria-labelledby="all-heading" sx={{ p: 2 }}>
            <Typography variant="h2" id="all-heading" sx={{ mb: 1 }}>
              {t("All wrong answers, the next time they were asked")}
            </Typography>
            <HelpedLines helped={all.helped} without={all.without} />
            <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
              {t(
                "It does not prove what helped: teachers take up what went worst, and whoever slipped once is often right again anyhow.",
              )}
            </Typography>
          </Paper>
          {ideas.map(({ idea, helped, without }) => (
            <Paper component="section" aria-label={idea ?? ""} key={idea} sx={{ p: 2 }}>
              <Typography variant="h3" sx={{ mb: 1, overflowWrap: "anywhere" }}>
                {t("“{{idea}}”", { idea: idea ?? "" })}
              </Typography>
              <HelpedLines helped={helped} without={without} />
            </Paper>
          ))}
        </Stack>
      )}
    </Page>
  );
}
