/** What waits for me to look over, and what was said about items of mine. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { ReviewNews as News } from "@verdant/contract/review";
import { useState } from "react";
import { Link as RouterLink } from "react-router";
import { OnlyFirst } from "../ui/OnlyFirst.tsx";
import { t } from "../platform/words.ts";

const shown = 4;

export function ReviewNews({ news }: { news: News }) {
  const [showsAll, setShowsAll] = useState(false);
  const { waiting, sentBack } = news;
  const returned = new Set(sentBack.map((one) => one.itemId));
  const said = [
    ...sentBack.map((one) => ({ ...one, text: t("sent back: {{words}}", { words: one.words }) })),
    ...news.comments.filter((one) => !returned.has(one.itemId)).map((one) => ({ ...one, text: one.body })),
  ];
  if (waiting === 0 && said.length === 0) return null;
  return (
    <>
      <Typography variant="h2" sx={{ mb: 1, mt: 2.5 }}>
        {t("From colleagues")}
      </Typography>
      <Stack spacing={1}>
        {waiting > 0 && (
          <Paper sx={{ p: 1.5, display: "flex", alignItems: "center", gap: 1.5 }}>
            <Typography sx={{ flex: 1 }}>{t("{{count}} items wait to be checked", { count: waiting })}</Typography>
            <Button component={RouterLink} to="/review" variant="outlined" size="small">
              {t("Check")}
            </Button>
          </Paper>
        )}
        {said.slice(0, showsAll ? said.length : shown).map((one, i) => (
          <Paper key={`${one.itemId} ${i}`} sx={{ p: 1.5 }}>
            <Link component={RouterLink} to={`/bank?item=${one.itemId}`} underline="hover" sx={{ fontWeight: 700 }}>
              {t("Item {{number}}", { number: one.number })}
            </Link>
            <Box component="span" sx={{ color: "text.secondary" }}>
              {" "}
              · {one.by}
            </Box>
            <Typography sx={{ overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" }}>
              {one.text}
            </Typography>
          </Paper>
        ))}
        {said.length > shown && !showsAll && (
          <Button
            size="small"
            sx={{ alignSelf: "flex-start" }}
            onClick={() => {
              setShowsAll(true);
            }}
          >
            {t("Show {{said}} more", { said: said.length - shown })}
          </Button>
        )}
        {showsAll && (
          <OnlyFirst isMore={news.isMore} text={t("There is more. It comes here when some of this is done.")} />
        )}
      </Stack>
    </>
  );
}
