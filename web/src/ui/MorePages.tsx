/** Below a list that comes page by page: how much of it is shown, and the next page. */
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { t } from "../platform/words.ts";

interface Paged {
  readonly hasNextPage: boolean;
  readonly isFetchingNextPage: boolean;
  readonly fetchNextPage: () => unknown;
}

export function MorePages({ list, shown, total }: { list: Paged; shown: number; total: number }) {
  if (!list.hasNextPage) return null;
  return (
    <Stack direction="row" spacing={2} sx={{ alignItems: "center", mt: 2 }}>
      <Button variant="outlined" loading={list.isFetchingNextPage} onClick={() => list.fetchNextPage()}>
        {t("Show more")}
      </Button>
      <Typography color="textSecondary" role="status">
        {t("{{shown}} of {{total}} shown", { shown, total })}
      </Typography>
    </Stack>
  );
}
