/** The topic tree and the standards, edited in place. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { useShowSessionQuery } from "../team/api.ts";
import { counted } from "../ui/dates.ts";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { useListTopicsQuery } from "./api.ts";
import { ImportDialog } from "./ImportDialog.tsx";
import { StandardRow } from "./StandardRow.tsx";
import { TopicTree } from "./TopicTree.tsx";

export function TopicsPage() {
  const { data, error, isLoading, refetch } = useListTopicsQuery();
  const isLead = useShowSessionQuery().data?.member?.role === "lead";
  const [isImporting, setImporting] = useState(false);
  return (
    <Page
      title="Topics and standards"
      about={data && `${counted(data.topics.length, "topic")}, ${counted(data.standards.length, "standard")}`}
      actions={
        isLead && (
          <Button
            variant="contained"
            onClick={() => {
              setImporting(true);
            }}
          >
            Bring standards
          </Button>
        )
      }
    >
      {isLoading && <Loading what="topics" />}
      {error && <Failed error={error} retry={() => void refetch()} />}
      {data && (
        <Box
          sx={{ display: "grid", gridTemplateColumns: "minmax(0, 1fr) minmax(0, 1.25fr)", gap: 2, alignItems: "start" }}
        >
          <Paper component="section" aria-label="Topics" sx={{ p: 2 }}>
            <Typography variant="h2" sx={{ mb: 1 }}>
              Topics
            </Typography>
            <TopicTree topics={data.topics} standards={data.standards} />
          </Paper>
          <Paper component="section" aria-label="Standards" sx={{ p: 2 }}>
            <Typography variant="h2" sx={{ mb: 1 }}>
              Standards
            </Typography>
            {data.standards.length === 0 && (
              <Typography color="textSecondary">
                No standards yet. Paste an indented list, or bring a CASE file; items can do without.
              </Typography>
            )}
            {data.standards.map((standard) => (
              <StandardRow key={standard.id} standard={standard} mayEdit={isLead} />
            ))}
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
