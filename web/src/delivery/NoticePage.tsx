/** The rules of a release as students read them: to copy, print and show; and who has opened them. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { Release } from "@verdant/contract/delivery";
import type { Result } from "@verdant/contract/endpoint";
import type { showNotice } from "@verdant/contract/notice";
import { Link, useParams } from "react-router";
import { t, timeOf } from "../platform/words.ts";
import { noticeInWords } from "../ui/noticeInWords.ts";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { useAddress } from "../platform/useAddress.ts";
import { useShowNoticeQuery, useShowReleaseQuery } from "./api.ts";

export function NoticePage() {
  const { releaseId = "" } = useParams();
  const params = { releaseId };
  const release = useShowReleaseQuery({ params });
  const notice = useShowNoticeQuery(
    { params },
    { pollingInterval: 10_000, skipPollingIfUnfocused: true, refetchOnMountOrArgChange: true },
  );
  const [search, change] = useAddress();
  const say = useToast();
  const isProjected = search.has("projector");
  const error = release.error ?? (notice.data ? undefined : notice.error);
  const sentences = release.data && notice.data && noticeInWords(notice.data.notice, timesInWords(release.data));
  const copy = async (name: string, lines: readonly string[]) => {
    try {
      await navigator.clipboard.writeText([name, ...lines.map((line) => `– ${line}`)].join("\n"));
      say({ text: t("The rules are copied.") });
    } catch {
      say({ text: t("Your browser does not let pages copy. Mark the text and copy it by hand."), isError: true });
    }
  };
  return (
    <Page
      title={release.data ? t("The rules of “{{name}}”", { name: release.data.name }) : t("The rules")}
      about={release.data?.className}
      actions={
        <>
          <Button
            variant="contained"
            aria-pressed={isProjected}
            onClick={() => {
              change((next) => {
                if (isProjected) next.delete("projector");
                else next.set("projector", "");
              });
            }}
          >
            {isProjected ? t("Show who has opened them") : t("For the projector")}
          </Button>
          {release.data && sentences && (
            <Button variant="outlined" onClick={() => void copy(release.data?.name ?? "", sentences)}>
              {t("Copy the text")}
            </Button>
          )}
          <Button
            variant="outlined"
            onClick={() => {
              window.print();
            }}
          >
            {t("Print")}
          </Button>
          <Button component={Link} to={`/results/${releaseId}`} variant="outlined">
            {t("See results")}
          </Button>
        </>
      }
    >
      {error ? (
        <Failed error={error} retry={() => void notice.refetch()} />
      ) : sentences && notice.data ? (
        <>
          <Paper component="section" aria-label={t("The rules, as students read them")} sx={{ p: 3, mb: 2 }}>
            <Box component="ul" sx={{ m: 0, pl: 3, maxWidth: 900 }}>
              {sentences.map((sentence) => (
                <Typography
                  key={sentence}
                  component="li"
                  sx={{ fontSize: isProjected ? { xs: 22, md: 30 } : 17, lineHeight: 1.5, mb: 0.5 }}
                >
                  {sentence}
                </Typography>
              ))}
            </Box>
          </Paper>
          {!isProjected && <Readers readers={notice.data.readers} />}
        </>
      ) : (
        <Loading what={t("the rules")} />
      )}
    </Page>
  );
}

/** When it opens and closes: once where it is the same for all, else for each. */
export function timesInWords({ targets }: Pick<Release, "targets">): string[] {
  const windows = targets.map(({ name, opensAt, shutsAt }) => ({
    name,
    times:
      shutsAt === null
        ? t("open from {{from}}", { from: timeOf(opensAt) })
        : t("open from {{from}} until {{until}}", { from: timeOf(opensAt), until: timeOf(shutsAt) }),
  }));
  const isSame = new Set(windows.map(({ times }) => times)).size === 1;
  return isSame && windows[0]
    ? [t("It is {{times}}.", { times: windows[0].times })]
    : windows.map(({ name, times }) => t("{{name}}: {{times}}.", { name, times }));
}

function Readers({ readers }: { readers: Result<typeof showNotice>["readers"] }) {
  const opened = readers.filter(({ openedAt }) => openedAt !== null);
  const left = readers.filter(({ openedAt }) => openedAt === null);
  const classes = new Set(readers.map(({ className }) => className));
  const nameOf = ({ name, className }: (typeof readers)[number]) =>
    classes.size > 1 ? t("{{name}} ({{className}})", { name, className }) : name;
  return (
    <Paper component="section" aria-labelledby="readers-heading" sx={{ p: 3, displayPrint: "none" }}>
      <Typography variant="h2" id="readers-heading" sx={{ mb: 1 }}>
        {t("{{opened}} of {{all}} have opened the rules", { opened: opened.length, all: readers.length })}
      </Typography>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1.5 }}>
        {t("Students open them from the card of the quiz on their page. The short form stands there in any case.")}
      </Typography>
      {left.length > 0 && (
        <>
          <Typography variant="body2" sx={{ fontWeight: 700 }}>
            {t("Not opened yet")}
          </Typography>
          <Typography sx={{ mb: 1.5 }}>{left.map(nameOf).join(" · ")}</Typography>
        </>
      )}
      {opened.length > 0 && (
        <>
          <Typography variant="body2" sx={{ fontWeight: 700 }}>
            {t("Opened")}
          </Typography>
          <Typography>
            {opened
              .map((one) => t("{{name}}, {{time}}", { name: nameOf(one), time: timeOf(one.openedAt ?? "") }))
              .join(" · ")}
          </Typography>
        </>
      )}
    </Paper>
  );
}
