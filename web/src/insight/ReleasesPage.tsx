import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import { releaseStates, type ReleaseOutcome } from "@verdant/contract/insight";
import { Link as RouterLink } from "react-router";
import { useClassFilter } from "../courses/api.ts";
import { ClassSelect } from "../ui/ClassSelect.tsx";
import { momentNear } from "../ui/dates.ts";
import { LinkList } from "../ui/LinkList.tsx";
import { ListFilter, useListFilter } from "../ui/ListFilter.tsx";
import { MorePages } from "../ui/MorePages.tsx";
import { outcomeInWords } from "../ui/outcomeInWords.ts";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { StrandBeads } from "../ui/StrandBeads.tsx";
import { Whisker } from "../ui/Whisker.tsx";
import { useListResultsInfiniteQuery } from "./api.ts";
import { t } from "../platform/words.ts";
import { useServerNow } from "../team/api.ts";

/** What was released, with what came out; to one class, or to all. */
export function ReleasesPage() {
  const { classId, ...filter } = useClassFilter();
  const narrowed = useListFilter(releaseStates);
  const { text, state, order } = narrowed;
  const list = useListResultsInfiniteQuery({ order, text, ...(state && { state }), ...(classId && { classId }) });
  const { data, error, isLoading, refetch } = list;
  const releases = data?.pages.flatMap((page) => page.releases) ?? [];
  const total = data?.pages.at(-1)?.total ?? 0;
  const states = data?.pages[0]?.states ?? { open: 0, closed: 0, toMark: 0 };
  return (
    <Page
      title={t("Results")}
      about={data && t("{{count}} releases", { count: total })}
      actions={<ClassSelect all value={classId} {...filter} />}
    >
      {isLoading && <Loading what={t("releases")} />}
      {error && <Failed error={error} retry={() => void refetch()} />}
      {data && (releases.length > 0 || narrowed.isNarrowed) && (
        <ListFilter
          filter={narrowed}
          label={t("Search releases")}
          states={[
            ["open", t("Open: {{number}}", { number: states.open })],
            ["toMark", t("To mark: {{number}}", { number: states.toMark })],
            ["closed", t("Closed: {{number}}", { number: states.closed })],
          ]}
        />
      )}
      {data && releases.length === 0 && narrowed.isNarrowed && <Empty>{t("No release is like that.")}</Empty>}
      {data && releases.length === 0 && !narrowed.isNarrowed && (
        <Empty>{t("Nothing has been released yet. Compose a quiz and release it to a class.")}</Empty>
      )}
      {releases.length > 0 && (
        <LinkList
          label={t("Releases")}
          columns="minmax(0, 1fr) 60px 220px 270px minmax(0, 1fr)"
          rows={releases.map((release) => ({
            id: release.id,
            to: `/results/${release.id}`,
            name: release.name,
            after: [
              release.className,
              <StrandBeads key="beads" strands={release.strands} questions={release.questions} />,
              <Outcome key="outcome" of={release} />,
              <HowFar key="far" of={release} />,
            ],
          }))}
        />
      )}
      <MorePages list={list} shown={releases.length} total={total} />
    </Page>
  );
}

const Outcome = ({ of: { outcome } }: { of: ReleaseOutcome }) => (
  <Box component="span" sx={{ display: "inline-flex", alignItems: "center", gap: 1 }}>
    {outcome.outOf > 0 && <Whisker share={outcome} width={90} />}
    {outcomeInWords(outcome)}
  </Box>
);

/** How many are in, until when, and what waits for the teacher. */
function HowFar({ of: { id, handedIn, students, opening, opensAt, shutsAt, toMark } }: { of: ReleaseOutcome }) {
  const now = useServerNow()();
  const until =
    opening === "notYet"
      ? t("opens {{at}}", { at: momentNear(opensAt, now) })
      : shutsAt === null
        ? t("open without an end")
        : opening === "open"
          ? t("open until {{at}}", { at: momentNear(shutsAt, now) })
          : t("closed {{at}}", { at: momentNear(shutsAt, now) });
  return (
    <>
      {t("{{handedIn}} of {{students}} handed in", { handedIn, students })}, {until}
      {toMark > 0 && (
        <>
          {" · "}
          <Link component={RouterLink} to={`/results/${id}/marking`}>
            {t("{{count}} answers to mark", { count: toMark })}
          </Link>
        </>
      )}
    </>
  );
}
