import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import type { Sitting } from "@verdant/contract/delivery";
import { plainText } from "@verdant/core/richText";
import type { SittingHere } from "./useSitting.ts";
import { t } from "../platform/words.ts";

/** All questions by their first words, with what is open and what is marked. */
export function QuestionList({
  here,
  sitting,
  current,
  show,
}: {
  here: SittingHere;
  sitting: Sitting;
  current: number;
  show: (position: number) => void;
}) {
  return (
    <Paper component="nav" aria-label={t("Questions")} sx={{ p: 1, mb: 2 }}>
      {sitting.items.map((item) => (
        <Button
          key={item.position}
          fullWidth
          aria-current={item.position === current}
          onClick={() => {
            show(item.position);
          }}
          sx={{
            justifyContent: "flex-start",
            textAlign: "start",
            color: "text.primary",
            fontWeight: item.position === current ? 700 : 400,
            fontSize: "1rem",
            gap: 1,
          }}
        >
          <Box component="span" sx={{ minWidth: 24 }}>
            {item.position}
          </Box>
          <Box component="span" sx={{ flex: 1, overflow: "hidden", whiteSpace: "nowrap", textOverflow: "ellipsis" }}>
            {item.view && plainText(item.view.stem)}
          </Box>
          <Box component="span" sx={{ color: "text.secondary", fontSize: "0.875rem" }}>
            {here.given.get(item.position)?.revisit
              ? t("marked")
              : here.isAnswered(item.position)
                ? t("answered")
                : t("open")}
          </Box>
        </Button>
      ))}
    </Paper>
  );
}
