import Box from "@mui/material/Box";
import { useState } from "react";
import { releaseStates } from "@verdant/contract/insight";
import { useClassFilter } from "../courses/api.ts";
import { useAddress } from "../platform/useAddress.ts";
import { TopicField } from "../standards/TopicField.tsx";
import { ClassSelect } from "../ui/ClassSelect.tsx";
import { LinkList } from "../ui/LinkList.tsx";
import { ListFilter, useListFilter } from "../ui/ListFilter.tsx";
import { MorePages } from "../ui/MorePages.tsx";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { StrandBeads } from "../ui/StrandBeads.tsx";
import { ClassesNewest } from "./ClassesNewest.tsx";
import { KeysInDoubt } from "./KeysInDoubt.tsx";
import { HowFar, Outcome } from "./OutcomeOf.tsx";
import { useListDoubtsQuery, useListResultsInfiniteQuery, useListResultsOfClassesQuery } from "./api.ts";
import { t } from "../platform/words.ts";

/** What was released, with what came out; to one class, or to all. */
export function ReleasesPage() {
  const { classId, ...filter } = useClassFilter();
  const narrowed = useListFilter(releaseStates);
  const { text, state, order } = narrowed;
  const [address, change] = useAddress();
  const topicId = address.get("topic");
  const list = useListResultsInfiniteQuery({
    ...{ order, text },
    ...(state && { state }),
    ...(classId && { classId }),
    ...(topicId && { topicId }),
  });
  // What stands above the list comes in with it: later it would push away what one is about to press.
  const isNarrowed = narrowed.isNarrowed || topicId !== null;
  const isHome = classId === null && !isNarrowed;
  const newest = useListResultsOfClassesQuery({}, { skip: !isHome });
  const doubts = useListDoubtsQuery({}, { skip: !isHome });
  const [isIn, setIsIn] = useState(false);
  if (!isIn && !list.isLoading && !newest.isLoading && !doubts.isLoading) setIsIn(true);
  const { error, refetch } = list;
  const data = isIn ? list.data : undefined;
  const releases = data?.pages.flatMap((page) => page.releases) ?? [];
  const total = data?.pages.at(-1)?.total ?? 0;
  const states = data?.pages[0]?.states ?? { open: 0, closed: 0, toMark: 0 };
  return (
    <Page
      title={t("Results")}
      about={data && t("{{count}} releases", { count: total })}
      actions={<ClassSelect all value={classId} {...filter} />}
    >
      {isIn && isHome && (
        <>
          <KeysInDoubt />
          <ClassesNewest />
        </>
      )}
      {!isIn && <Loading what={t("releases")} />}
      {isIn && error && <Failed error={error} retry={() => void refetch()} />}
      {data && (releases.length > 0 || isNarrowed) && (
        <ListFilter
          filter={narrowed}
          label={t("Search releases")}
          states={[
            ["open", t("Open: {{number}}", { number: states.open })],
            ["toMark", t("To mark: {{number}}", { number: states.toMark })],
            ["closed", t("Closed: {{number}}", { number: states.closed })],
          ]}
        >
          <Box sx={{ flex: { xs: "1 1 100%", sm: "0 1 260px" } }}>
            <TopicField
              label={t("With a question on")}
              topicId={topicId}
              choose={(chosen) => {
                change((next) => {
                  if (chosen === null) next.delete("topic");
                  else next.set("topic", chosen);
                });
              }}
            />
          </Box>
        </ListFilter>
      )}
      {data && releases.length === 0 && isNarrowed && <Empty>{t("No release is like that.")}</Empty>}
      {data && releases.length === 0 && !isNarrowed && (
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
      {isIn && <MorePages list={list} shown={releases.length} total={total} />}
    </Page>
  );
}
