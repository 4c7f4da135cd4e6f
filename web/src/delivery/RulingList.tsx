/** What was decided about a key so far; each can be taken back. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { KeyRuling } from "@verdant/contract/rulings";
import { moment } from "../ui/dates.ts";
import { rulingWords } from "../ui/rulingWords.ts";
import { t } from "../platform/words.ts";

export function RulingList(props: { rulings: readonly KeyRuling[]; takeBack: (rulingId: string) => Promise<void> }) {
  const { rulings, takeBack } = props;
  if (rulings.length === 0) return null;
  return (
    <Paper sx={{ p: 2 }} component="section" aria-label={t("Decided so far")}>
      <Typography variant="h2">{t("Decided so far")}</Typography>
      <Box component="ul" sx={{ m: 0, p: 0, listStyle: "none" }}>
        {rulings.map((one) => (
          <Box component="li" key={one.id} sx={{ display: "flex", alignItems: "center", gap: 2, py: 0.5 }}>
            <Typography sx={{ flex: 1, ...(one.undone && { color: "text.secondary" }) }}>
              <strong>{rulingWords[one.ruling].name}</strong>
              {one.answer !== "" && `: ${one.answer}`} ·{" "}
              {one.release ? t("in “{{release}}”", { release: one.release }) : t("wherever it was released")} · {one.by}
              , {moment(one.at)}
              {one.undone && t(" · undone by {{by}}, {{at}}", { by: one.undone.by, at: moment(one.undone.at) })}
            </Typography>
            {!one.undone && (
              <Button size="small" onClick={() => void takeBack(one.id)}>
                {t("Undo")}
              </Button>
            )}
          </Box>
        ))}
      </Box>
    </Paper>
  );
}
