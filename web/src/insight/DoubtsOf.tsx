/** What speaks against one item, and what can be done about it. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import type { Doubts } from "@verdant/contract/doubts";
import { Link } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { shortDate } from "../ui/dates.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useLookAtDoubtsMutation } from "./api.ts";
import { doubtInWords } from "./doubtInWords.ts";

export function DoubtsOf({ itemId, doubts: { found, lookedAt } }: { itemId: string; doubts: Doubts }) {
  const [look, { isLoading }] = useLookAtDoubtsMutation();
  const say = useToast();
  const put = async (isLookedAt: boolean) => {
    const { error } = await look({ params: { itemId }, body: { isLookedAt } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else if (isLookedAt)
      say({
        text: t("It comes back when it is revised, or has twice the answers."),
        undo: () => void put(false),
      });
  };
  const isKey = found.some(({ code }) => code === "keyDoubtful");
  return (
    <>
      <Box component="ul" sx={{ m: 0, my: 1, pl: 2.5 }}>
        {found.map((doubt, i) => {
          const { name, why } = doubtInWords(doubt);
          return (
            <Typography component="li" variant="body2" key={i} sx={{ overflowWrap: "anywhere" }}>
              <Box component="strong" sx={{ display: "block" }}>
                {name}
              </Box>
              {why}
            </Typography>
          );
        })}
      </Box>
      <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap", alignItems: "center" }}>
        <Button
          component={Link}
          to={isKey ? `/bank/${itemId}/key` : `/bank/${itemId}`}
          size="small"
          variant={lookedAt ? "text" : "outlined"}
        >
          {isKey ? t("Check the key") : t("Edit the item")}
        </Button>
        {lookedAt ? (
          <>
            <Button size="small" disabled={isLoading} onClick={() => void put(false)}>
              {t("To be looked at again")}
            </Button>
            <Typography variant="body2" color="textSecondary">
              {t("{{by}} looked at it on {{day}}", { by: lookedAt.by, day: shortDate(lookedAt.at) })}
            </Typography>
          </>
        ) : (
          <Button size="small" disabled={isLoading} onClick={() => void put(true)}>
            {t("It is fine as it is")}
          </Button>
        )}
      </Box>
    </>
  );
}
