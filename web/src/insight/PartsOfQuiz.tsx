/** Part by part: what came out, with its uncertainty, in the order of the quiz. */
import Box from "@mui/material/Box";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { Results } from "@verdant/contract/insight";
import { Whisker, shareInWords } from "../ui/Whisker.tsx";
import { t } from "../platform/words.ts";

export function PartsOfQuiz({ parts }: { parts: Results["parts"] }) {
  return (
    <Paper component="section" aria-labelledby="parts-heading" sx={{ px: 2, py: 1.25, mb: 2 }}>
      <Typography variant="h3" id="parts-heading" sx={{ mb: 0.5 }}>
        {t("Part by part")}
      </Typography>
      <Box component="ol" sx={{ listStyle: "none", m: 0, p: 0 }}>
        {parts.map((part) => (
          <Box
            component="li"
            key={part.first}
            sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", columnGap: 2, rowGap: 0.25, py: 0.5 }}
          >
            <Box sx={{ flex: "1 1 220px", minWidth: 0 }}>
              <Typography sx={{ fontWeight: 700, overflowWrap: "anywhere" }}>
                {part.heading ?? t("Part {{n}}", { n: part.number })}
              </Typography>
              <Typography variant="caption" color="textSecondary">
                {part.first === part.last
                  ? t("question {{first}}", part)
                  : t("questions {{first}} to {{last}}", { first: part.first, last: part.last })}
              </Typography>
            </Box>
            {part.outcome.outOf === 0 ? (
              <Typography variant="body2" color="textSecondary" sx={{ flex: "1 1 420px" }}>
                {t("no answers yet")}
              </Typography>
            ) : (
              <Box sx={{ flex: "1 1 420px", display: "flex", flexWrap: "wrap", alignItems: "center", columnGap: 2 }}>
                <Whisker share={part.outcome} width={220} />
                <Typography variant="body2">{shareInWords(part.outcome)}</Typography>
              </Box>
            )}
          </Box>
        ))}
      </Box>
    </Paper>
  );
}
