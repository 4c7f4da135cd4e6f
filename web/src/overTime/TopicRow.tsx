/** A row of a list of topics: the topic with its bead, then what is said of it; on a phone one under the other. */
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { Strand } from "@verdant/contract/wire";
import type { ReactNode } from "react";
import { Bead } from "../ui/Bead.tsx";
import { t } from "../platform/words.ts";

export function TopicRow({
  topic,
  columns,
  children,
}: {
  /** Without an id: of topics that are not in the course. */
  topic: { readonly topicId: string | null; readonly name: string; readonly strand: Strand | null };
  /** Of the grid beside the topic, on a wide screen. */
  columns: string;
  children: ReactNode;
}) {
  return (
    <Box
      component="li"
      sx={{
        display: "grid",
        gridTemplateColumns: { xs: "minmax(0, 1fr)", md: `minmax(0, 250px) ${columns}` },
        alignItems: "center",
        columnGap: 2,
        rowGap: 0.5,
        px: 2,
        py: 1,
        "& + &": { borderTop: 1, borderColor: "divider" },
      }}
    >
      <Box sx={{ display: "flex", alignItems: "center", gap: 1, minWidth: 0 }}>
        {topic.strand && <Bead mark={topic.strand.letter} hue={topic.strand.hue} size={20} />}
        <Typography component="span" sx={{ fontWeight: 700, overflowWrap: "anywhere" }}>
          {topic.topicId === null ? t("Not in the course") : topic.name}
        </Typography>
      </Box>
      {children}
    </Box>
  );
}
