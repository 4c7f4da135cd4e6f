/** Where an item is written, by colleagues and guests alike: what is asked at the left, what it looks like and lacks at the right. */
import Box from "@mui/material/Box";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { Finding, KeptFinding } from "@verdant/core/checker/finding";
import { kindOf, type Content } from "@verdant/core/items/kinds";
import type { ReactNode } from "react";
import { Player } from "../../player/Player.tsx";
import { ContentEditor } from "./ContentEditor.tsx";
import { FindingsPanel } from "./FindingsPanel.tsx";
import { t } from "../../platform/words.ts";

export function EditorDesk(props: {
  content: Content;
  isNew: boolean;
  change: (content: Content) => void;
  /** What keeps it from being used, in words. */
  missing: readonly string[];
  findings: readonly Finding[];
  kept: readonly KeptFinding[];
  keep: (kept: KeptFinding[]) => void;
  /** What whoever writes here may say besides: topic, demand, use. */
  tagging: ReactNode;
  /** What students see before the question. */
  stimulus: ReactNode;
  /** Beside the rendering: what it is to be compared with. */
  compared?: ReactNode;
}) {
  const { content, isNew, change, missing, findings, kept, keep, tagging, stimulus, compared } = props;
  const kind = kindOf(content);
  return (
    <Box
      sx={{
        display: "grid",
        gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 1.25fr) minmax(0, 1fr)" },
        gap: 3,
        alignItems: "start",
      }}
    >
      <Stack spacing={2.5}>
        <ContentEditor content={content} isNew={isNew} onChange={change} />
        {tagging}
      </Stack>
      <Stack spacing={2} sx={{ position: { md: "sticky" }, top: 16 }}>
        <Paper sx={{ p: 2.5 }} component="section" aria-label={t("As a student sees it")}>
          <Typography variant="caption" color="textSecondary" component="p" sx={{ mt: 0, mb: 1 }}>
            {t("As a student sees it")}
          </Typography>
          {stimulus}
          <Player view={kind.toStudentView(content, kind.arrange(content, null))} answer={null} name="rendering" />
        </Paper>
        {compared}
        <FindingsPanel
          missing={missing}
          findings={findings}
          kept={kept}
          mend={change}
          keep={(next) => {
            keep([...next]);
          }}
        />
      </Stack>
    </Box>
  );
}
