import { useClassFilter } from "../courses/api.ts";
import { useListReleasesInfiniteQuery } from "../delivery/api.ts";
import { ClassSelect } from "../ui/ClassSelect.tsx";
import { counted, moment } from "../ui/dates.ts";
import { LinkList } from "../ui/LinkList.tsx";
import { MorePages } from "../ui/MorePages.tsx";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";

const openings = { open: "open since", shut: "shut, opened", notYet: "opens" } as const;

/** What was released, newest first; to one class, or to all. */
export function ReleasesPage() {
  const { classId, ...filter } = useClassFilter();
  const list = useListReleasesInfiniteQuery(classId === null ? {} : { classId });
  const { data, error, isLoading, refetch } = list;
  const releases = data?.pages.flatMap((page) => page.releases) ?? [];
  const total = data?.pages.at(-1)?.total ?? 0;
  return (
    <Page
      title="Results"
      about={data && counted(total, "release")}
      actions={<ClassSelect all value={classId} {...filter} />}
    >
      {isLoading && <Loading what="releases" />}
      {error && <Failed error={error} retry={() => void refetch()} />}
      {data && releases.length === 0 && (
        <Empty>Nothing has been released yet. Compose a quiz and release it to a class.</Empty>
      )}
      {releases.length > 0 && (
        <LinkList
          label="Releases"
          columns="1fr 90px 200px 200px"
          rows={releases.map((release) => ({
            id: release.id,
            to: `/results/${release.id}`,
            name: release.name,
            after: [
              release.className,
              `${release.handedIn} of ${release.students} handed in`,
              `${openings[release.opening]} ${moment(release.opensAt)}`,
            ],
          }))}
        />
      )}
      <MorePages list={list} shown={releases.length} total={total} />
    </Page>
  );
}
