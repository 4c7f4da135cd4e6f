/** What could stand in a question's place: the best first, each with what would change. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import { shortDate } from "../ui/dates.ts";
import { Failed, Loading } from "../ui/States.tsx";
import { shareInWords } from "../ui/Whisker.tsx";
import { useListSwapsQuery } from "./api.ts";
import { t } from "../platform/words.ts";

export function SwapList({
  quizId,
  itemId,
  choose,
}: {
  quizId: string;
  itemId: string;
  choose: (itemId: string) => void;
}) {
  const { data, error } = useListSwapsQuery({ params: { quizId, itemId } });
  if (error) return <Failed error={error} />;
  if (!data) return <Loading what={t("what could stand here")} />;
  return (
    <Box component="ul" aria-label={t("Could stand here instead")} sx={{ m: 0, px: 6.5, pb: 1.25, listStyle: "none" }}>
      {data.swaps.length === 0 && (
        <Typography component="li" variant="body2" color="textSecondary">
          {t("The bank has nothing else on this topic that is no look-alike of another question here.")}
        </Typography>
      )}
      {data.swaps.map((swap) => (
        <Box component="li" key={swap.itemId} sx={{ display: "flex", gap: 1.5, alignItems: "center", py: 0.25 }}>
          <Box sx={{ flex: 1, minWidth: 0, fontSize: 14 }}>
            {swap.stem}{" "}
            <Box component="span" sx={{ color: "text.secondary", fontSize: 12.5 }}>
              {[
                swap.facility ? shareInWords(swap.facility) : t("no answers yet"),
                swap.lastOn ? t("seen {{lastOn}}", { lastOn: shortDate(swap.lastOn) }) : t("never seen"),
                ...swap.changes,
              ].join(" · ")}
            </Box>
          </Box>
          <Button
            size="small"
            onClick={() => {
              choose(swap.itemId);
            }}
          >
            {t("Put it here")}
          </Button>
        </Box>
      ))}
    </Box>
  );
}
