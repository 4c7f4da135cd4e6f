/** What a shared text, map or chart said over time, which releases show which, and bringing a revision back. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import { plainText } from "@verdant/core/richText";
import { Link, useParams } from "react-router";
import { useAddress } from "../platform/useAddress.ts";
import { problemOf } from "../platform/problem.ts";
import { StimulusView } from "../player/StimulusView.tsx";
import { ComparedText } from "../ui/ComparedText.tsx";
import { moment } from "../ui/dates.ts";
import { Page } from "../ui/Page.tsx";
import { PickRow } from "../ui/PickRow.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { useListStimulusRevisionsQuery, useSaveStimulusMutation, useShowStimulusQuery } from "./api.ts";
import { t } from "../platform/words.ts";

export function StimulusHistoryPage() {
  const { stimulusId = "" } = useParams();
  const [search, change] = useAddress();
  const now = useShowStimulusQuery({ params: { stimulusId } });
  const { data, error, refetch } = useListStimulusRevisionsQuery(
    { params: { stimulusId } },
    { refetchOnMountOrArgChange: true },
  );
  const [save, { isLoading }] = useSaveStimulusMutation();
  const say = useToast();
  const revisions = data?.revisions ?? [];
  const newest = revisions[0];
  const chosen = revisions.find((one) => String(one.n) === search.get("revision")) ?? newest;
  const before = revisions.find((one) => one.n === (chosen?.n ?? 0) - 1);
  const bringBack = async () => {
    if (!chosen || !now.data) return;
    const answer = await save({ params: { stimulusId }, body: { version: now.data.version, content: chosen.content } });
    if (answer.error) say({ text: problemOf(answer.error).detail, isError: true });
    else
      say({
        text: t("Revision {{chosen}} is the newest again. What was released stays as it was.", {
          chosen: chosen.n,
        }),
      });
  };
  return (
    <Page
      title={newest ? t("History of “{{title}}”", { title: newest.content.title }) : t("History")}
      about={data && t("{{count}} revisions", { count: revisions.length })}
      actions={
        <Button component={Link} to={`/stimuli/${stimulusId}`} variant="outlined">
          {t("Back to the editor")}
        </Button>
      }
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("the history")} />}
      {chosen && (
        <Box
          sx={{
            display: "grid",
            gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "340px minmax(0, 1fr)" },
            gap: 3,
            alignItems: "start",
          }}
        >
          <Box component="ul" aria-label={t("Revisions")} sx={{ m: 0, p: 0, listStyle: "none" }}>
            {revisions.map((one) => (
              <PickRow
                key={one.id}
                isChosen={one === chosen}
                choose={() => {
                  change((next) => {
                    next.set("revision", String(one.n));
                  });
                }}
              >
                <strong>{t("Revision {{n}}", { n: one.n })}</strong>
                <Typography variant="body2" color="textSecondary">
                  {one.author}, {moment(one.at)}
                </Typography>
                <Typography variant="body2" color="textSecondary">
                  {one.releases > 0 ? t("in {{count}} releases", { count: one.releases }) : t("never used")}
                </Typography>
              </PickRow>
            ))}
          </Box>
          <Paper sx={{ p: 2 }} component="section" aria-label={t("Revision {{chosen}}", { chosen: chosen.n })}>
            <Box sx={{ display: "flex", alignItems: "center", gap: 2, mb: 1 }}>
              <Typography variant="h2" sx={{ flex: 1 }}>
                {before ? t("What revision {{chosen}} changed", { chosen: chosen.n }) : t("As it was first written")}
              </Typography>
              {chosen !== newest && (
                <Button variant="contained" disabled={isLoading || !now.data} onClick={() => void bringBack()}>
                  {t("Restore revision {{chosen}}", { chosen: chosen.n })}
                </Button>
              )}
            </Box>
            {before && (
              <Box
                sx={{
                  display: "grid",
                  gridTemplateColumns: { xs: "minmax(0, 1fr)", sm: "minmax(0, 1fr) minmax(0, 1fr)" },
                  gap: 2,
                  mb: 2,
                }}
              >
                {([before, chosen] as const).map((one) => (
                  <Box key={one.id}>
                    <Typography sx={{ fontWeight: 700 }}>{t("Revision {{n}}", { n: one.n })}</Typography>
                    <ComparedText
                      text={saying(one)}
                      other={saying(one === chosen ? before : chosen)}
                      is={one === chosen ? "added" : "removed"}
                    />
                  </Box>
                ))}
              </Box>
            )}
            <StimulusView stimulus={chosen.content} />
          </Paper>
        </Box>
      )}
    </Page>
  );
}

const saying = ({ content }: { content: Parameters<typeof StimulusView>[0]["stimulus"] }) =>
  `${content.title}\n${plainText(content.text)}`;
