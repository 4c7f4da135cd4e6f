/** The topic tree and the standards, edited in place. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import { Fragment, useState } from "react";
import { useShowSessionQuery } from "../team/api.ts";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { useListTopicsQuery } from "./api.ts";
import { ImportDialog } from "./ImportDialog.tsx";
import { SaveStandards } from "./SaveStandards.tsx";
import { SecureLines } from "./SecureLines.tsx";
import { StandardRow } from "./StandardRow.tsx";
import { TopicTree } from "./TopicTree.tsx";
import { WithdrawnStandards } from "./WithdrawnStandards.tsx";
import { t } from "../platform/words.ts";

export function TopicsPage() {
  const { data, error, isLoading, refetch } = useListTopicsQuery();
  const isLead = useShowSessionQuery().data?.member?.role === "lead";
  const hasSeveral = new Set(data?.standards.map((standard) => standard.framework)).size > 1;
  const [isImporting, setImporting] = useState(false);
  return (
    <Page
      title={t("Topics and standards")}
      about={
        data &&
        `${t("{{count}} topics", { count: data.topics.length })}, ${t("{{count}} standards", { count: data.standards.length })}`
      }
      actions={
        <>
          {data && data.standards.length > 0 && <SaveStandards />}
          {isLead && (
            <Button
              variant="contained"
              onClick={() => {
                setImporting(true);
              }}
            >
              {t("Import standards")}
            </Button>
          )}
        </>
      }
    >
      {isLoading && <Loading what={t("topics")} />}
      {error && <Failed error={error} retry={() => void refetch()} />}
      {data && (
        <Box
          sx={{
            display: "grid",
            gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 1fr) minmax(0, 1.25fr)" },
            gap: 2,
            alignItems: "start",
          }}
        >
          <Paper component="section" aria-label={t("Topics")} sx={{ p: 2 }}>
            <Typography variant="h2" sx={{ mb: 1 }}>
              {t("Topics")}
            </Typography>
            <TopicTree topics={data.topics} standards={data.standards} withdrawn={data.withdrawn} />
          </Paper>
          <Paper component="section" aria-label={t("Standards")} sx={{ p: 2 }}>
            <Typography variant="h2" sx={{ mb: 1 }}>
              {t("Standards")}
            </Typography>
            <SecureLines mayEdit={isLead} />
            {data.standards.length === 0 && (
              <Typography color="textSecondary">
                {t("No standards yet. Paste an indented list, or import a CASE file; items can do without.")}
              </Typography>
            )}
            {data.standards.map((standard, i) => (
              <Fragment key={standard.id}>
                {hasSeveral && standard.framework !== data.standards[i - 1]?.framework && (
                  <Typography component="h3" sx={{ fontWeight: 700, mt: 2, color: "primary.main" }}>
                    {standard.framework}
                  </Typography>
                )}
                <StandardRow standard={standard} standards={data.standards} mayEdit={isLead} />
              </Fragment>
            ))}
            <WithdrawnStandards withdrawn={data.withdrawn} standards={data.standards} mayEdit={isLead} />
          </Paper>
        </Box>
      )}
      {isImporting && (
        <ImportDialog
          close={() => {
            setImporting(false);
          }}
        />
      )}
    </Page>
  );
}
