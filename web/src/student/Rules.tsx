/** The rules of a quiz in full, opened from its card; and a try of what may be new about them. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import type { Notice } from "@verdant/contract/notice";
import { useEffect } from "react";
import { Link } from "react-router";
import { t } from "../platform/words.ts";
import { noticeInWords } from "../ui/noticeInWords.ts";
import { useOpenNoticeMutation } from "./api.ts";
import { closesInWords } from "./closesInWords.ts";

export function Rules({ releaseId, notice }: { releaseId: string; notice: Notice }) {
  const [open] = useOpenNoticeMutation();
  useEffect(() => {
    void open({ params: { releaseId } });
  }, [open, releaseId]);
  const isNew = notice.paging === "forwardOnly" || notice.timeLimitMinutes !== null;
  const how = new URLSearchParams({
    ...(notice.paging === "forwardOnly" && { forwardOnly: "" }),
    ...(notice.timeLimitMinutes !== null && { timed: "" }),
  });
  return (
    <Box sx={{ mt: 1 }}>
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {noticeInWords(notice, closesInWords(notice.shutsAt)).map((sentence) => (
          <Typography key={sentence} component="li" sx={{ overflowWrap: "anywhere" }}>
            {sentence}
          </Typography>
        ))}
      </Box>
      {isNew && (
        <Button component={Link} to={`/try?${how}`} variant="outlined" sx={{ mt: 1 }}>
          {t("Try it for 30 seconds")}
        </Button>
      )}
    </Box>
  );
}
