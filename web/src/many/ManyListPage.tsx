/** The department's patterns and lists, and the two ways to begin one. */
import Button from "@mui/material/Button";
import { Link } from "react-router";
import { LinkList } from "../ui/LinkList.tsx";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { useListManyQuery } from "./api.ts";
import { t } from "../platform/words.ts";

export function ManyListPage() {
  const { data, error, refetch } = useListManyQuery();
  return (
    <Page
      title={t("Many from few")}
      about={t("one table or list, and its items with their keys are computed")}
      actions={
        <>
          <Button component={Link} to="/bank">
            {t("Back to the bank")}
          </Button>
          <Button component={Link} to="/many/new?kind=list" variant="outlined">
            {t("New list")}
          </Button>
          <Button component={Link} to="/many/new?kind=pattern" variant="contained">
            {t("New pattern")}
          </Button>
        </>
      }
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("patterns and lists")} />}
      {data?.many.length === 0 && (
        <Empty>
          {t(
            "A pattern is a question with a table of values: six map scales by ten distances give sixty questions. A list is pairs of term and meaning, asked in either direction.",
          )}
        </Empty>
      )}
      {data && data.many.length > 0 && (
        <LinkList
          label={t("Patterns and lists")}
          columns="1fr 120px 120px"
          rows={data.many.map((one) => ({
            id: one.id,
            to: `/many/${one.id}`,
            name: one.name,
            after: [one.kind, t("{{count}} items", { count: one.items })],
          }))}
        />
      )}
    </Page>
  );
}
