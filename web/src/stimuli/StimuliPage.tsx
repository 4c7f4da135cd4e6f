/** The department's shared texts, maps and charts. */
import Button from "@mui/material/Button";
import { Link } from "react-router";
import { moment } from "../ui/dates.ts";
import { LinkList } from "../ui/LinkList.tsx";
import { OnlyFirst } from "../ui/OnlyFirst.tsx";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { useListStimuliQuery } from "./api.ts";
import { t } from "../platform/words.ts";

export function StimuliPage() {
  const { data, error, refetch } = useListStimuliQuery();
  return (
    <Page
      title={t("Texts, maps and charts")}
      about={t("shared by several items; it stands before them in a quiz")}
      actions={
        <>
          <Button component={Link} to="/bank">
            {t("Back to the bank")}
          </Button>
          <Button component={Link} to="/media" variant="outlined">
            {t("Media shelf")}
          </Button>
          <Button component={Link} to="/stimuli/new" variant="contained">
            {t("New text, map or chart")}
          </Button>
        </>
      }
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("texts, maps and charts")} />}
      {data?.stimuli.length === 0 && (
        <Empty>
          {t(
            "A passage, a map or a table that several items ask about is kept once. In a quiz its items stand together, and it stands before them.",
          )}
        </Empty>
      )}
      {data && data.stimuli.length > 0 && (
        <LinkList
          label={t("Texts, maps and charts")}
          columns="1fr 120px 160px"
          rows={data.stimuli.map((one) => ({
            id: one.id,
            to: `/stimuli/${one.id}`,
            name: one.title,
            after: [t("{{count}} items", { count: one.items }), moment(one.changedAt)],
          }))}
        />
      )}
      <OnlyFirst
        isMore={data?.isMore}
        text={t("There are more than are listed here. An item linked to one of them leads to it.")}
      />
    </Page>
  );
}
