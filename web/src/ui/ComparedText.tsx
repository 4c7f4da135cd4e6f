/** One of two texts that are compared. */
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { diffWordsWithSpace } from "diff";
import { t } from "../platform/words.ts";

/** One of two texts side by side; its words that the other has not are marked, as what they are, not by colour alone. */
export function ComparedText({ text, other, is }: { text: string; other: string; is: "removed" | "added" }) {
  const Tag = is === "removed" ? "del" : "ins";
  return (
    <Box
      sx={{
        whiteSpace: "pre-wrap",
        p: 1,
        borderRadius: 1,
        border: 1,
        borderColor: "divider",
        bgcolor: "background.paper",
        "& del": { color: "error.main", fontWeight: 700 },
        "& ins": { color: "primary.main", fontWeight: 700 },
      }}
    >
      {text === "" && (
        <Typography component="span" variant="body2" color="textSecondary">
          {t("nothing")}
        </Typography>
      )}
      {diffWordsWithSpace(other, text)
        .filter((part) => !part.removed)
        .map((part, i) => (part.added ? <Tag key={i}>{part.value}</Tag> : <span key={i}>{part.value}</span>))}
    </Box>
  );
}
