import { useClassFilter } from "../courses/api.ts";
import { useListReleasesInfiniteQuery } from "../delivery/api.ts";
import { ClassSelect } from "../ui/ClassSelect.tsx";
import { moment } from "../ui/dates.ts";
import { LinkList } from "../ui/LinkList.tsx";
import { MorePages } from "../ui/MorePages.tsx";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { t } from "../platform/words.ts";

const openingWords: Readonly<Record<"notYet" | "open" | "shut", (at: string) => string>> = {
  open: (at) => t("open since {{at}}", { at }),
  shut: (at) => t("closed, opened {{at}}", { at }),
  notYet: (at) => t("opens {{at}}", { at }),
};

/** What was released, newest first; to one class, or to all. */
export function ReleasesPage() {
  const { classId, ...filter } = useClassFilter();
  const list = useListReleasesInfiniteQuery(classId === null ? {} : { classId });
  const { data, error, isLoading, refetch } = list;
  const releases = data?.pages.flatMap((page) => page.releases) ?? [];
  const total = data?.pages.at(-1)?.total ?? 0;
  return (
    <Page
      title={t("Results")}
      about={data && t("{{count}} releases", { count: total })}
      actions={<ClassSelect all value={classId} {...filter} />}
    >
      {isLoading && <Loading what={t("releases")} />}
      {error && <Failed error={error} retry={() => void refetch()} />}
      {data && releases.length === 0 && (
        <Empty>{t("Nothing has been released yet. Compose a quiz and release it to a class.")}</Empty>
      )}
      {releases.length > 0 && (
        <LinkList
          label={t("Releases")}
          columns="1fr 90px 200px 200px"
          rows={releases.map((release) => ({
            id: release.id,
            to: `/results/${release.id}`,
            name: release.name,
            after: [
              release.className,
              t("{{handedIn}} of {{students}} handed in", { handedIn: release.handedIn, students: release.students }),
              openingWords[release.opening](moment(release.opensAt)),
            ],
          }))}
        />
      )}
      <MorePages list={list} shown={releases.length} total={total} />
    </Page>
  );
}
