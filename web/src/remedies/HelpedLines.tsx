/** Each kind of remedy beside nothing: a picture and a sentence each. */
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { Helped } from "@verdant/contract/remedies";
import type { Share } from "@verdant/contract/wire";
import { Whisker } from "../ui/Whisker.tsx";
import { t } from "../platform/words.ts";
import { helpedInWords, kindWords, outcomeInWords } from "./helpedInWords.ts";

export function HelpedLines({ helped, without }: { helped: readonly Helped[]; without: Share }) {
  return (
    <Box component="ul" sx={{ listStyle: "none", m: 0, p: 0 }}>
      {helped.map(({ kind, outcome, change }) => (
        <Line key={kind} name={kindWords[kind]} outcome={outcome} says={helpedInWords({ change })} />
      ))}
      <Line name={t("With nothing in between")} outcome={without} />
    </Box>
  );
}

function Line({ name, outcome, says }: { name: string; outcome: Share; says?: string }) {
  return (
    <Box
      component="li"
      sx={{
        display: "grid",
        gridTemplateColumns: { xs: "minmax(0, 1fr)", sm: "190px 130px minmax(0, 1fr)" },
        columnGap: 2,
        alignItems: "center",
        py: 0.5,
      }}
    >
      <strong>{name}</strong>
      <Whisker share={outcome} width={120} />
      <Typography variant="body2">
        {[outcomeInWords(outcome), ...(says === undefined ? [] : [says])].join("; ")}
      </Typography>
    </Box>
  );
}
