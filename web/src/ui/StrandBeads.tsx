/** What is in a quiz at a glance: a bead for each question, in order; for those who do not see them, the units and how often. */
import Box from "@mui/material/Box";
import type { Strand } from "@verdant/contract/wire";
import { groupBy } from "@verdant/core/groupBy";
import { inAList, t } from "../platform/words.ts";
import { Bead } from "./Bead.tsx";

/** Beads that fit on a line of a list. */
const most = 8;

/** "3 on Rivers and 2 on Coasts". */
export const strandsInWords = (strands: readonly Strand[]): string =>
  inAList(
    [...groupBy(strands, (strand) => strand.name)].map(([name, of]) =>
      t("{{number}} on {{name}}", { number: of.length, name }),
    ),
  );

/** @param questions how many there are in all; `strands` may hold the first of them only */
export function StrandBeads({ strands, questions }: { strands: readonly Strand[]; questions: number }) {
  if (strands.length === 0) return t("{{count}} questions", { count: questions });
  const words = strandsInWords(strands);
  return (
    <Box
      component="span"
      role="img"
      aria-label={
        questions > strands.length
          ? t("{{count}} questions; the first: {{words}}", { count: questions, words })
          : t("{{count}} questions: {{words}}", { count: questions, words })
      }
      title={words}
      sx={{ display: "inline-flex", gap: "3px", alignItems: "center", whiteSpace: "nowrap" }}
    >
      {strands.slice(0, most).map((strand, i) => (
        <Bead key={i} mark={strand.letter} hue={strand.hue} size={20} />
      ))}
      {questions > most && (
        <Box component="span" sx={{ fontSize: 13 }}>
          {`+${String(questions - Math.min(most, strands.length))}`}
        </Box>
      )}
    </Box>
  );
}
