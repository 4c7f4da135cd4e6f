import Box from "@mui/material/Box";
import Collapse from "@mui/material/Collapse";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { Place, Quiz } from "@verdant/contract/assembly";
import { Check, TriangleAlert } from "lucide-react";
import { useState } from "react";
import { Braid, type BraidStrand } from "../ui/Braid.tsx";

/** The braid with the line of checks over it. */
export function BraidPanel(props: {
  quiz: Quiz;
  places: readonly Place[];
  selectedId: string | null;
  select: (itemId: string) => void;
  move: (from: number, to: number) => void;
}) {
  const { quiz, places, selectedId, select, move } = props;
  const [isOpen, setOpen] = useState(false);
  const strands = new Map<string, BraidStrand>();
  for (const { strand } of places)
    strands.set(strand.unitId, { id: strand.unitId, name: strand.name, hue: strand.hue });
  const toLookAt = quiz.checks.length;
  return (
    <Paper sx={{ px: 2, py: 1.5 }}>
      <Box sx={{ display: "flex", gap: 2, alignItems: "center", mb: 1, flexWrap: "wrap" }}>
        <Typography variant="body2">{wovenInWords(quiz.woven)}</Typography>
        <Box sx={{ flex: 1 }} />
        {toLookAt === 0 ? (
          <Typography
            variant="body2"
            color="primary"
            sx={{ fontWeight: 700, display: "flex", alignItems: "center", gap: 0.5 }}
          >
            <Check size={16} aria-hidden /> All well
          </Typography>
        ) : (
          <Link
            component="button"
            type="button"
            variant="body2"
            aria-expanded={isOpen}
            onClick={() => {
              setOpen(!isOpen);
            }}
            sx={{ color: "warning.dark", fontWeight: 700, display: "flex", alignItems: "center", gap: 0.5 }}
          >
            <TriangleAlert size={16} aria-hidden /> {toLookAt} to look at
          </Link>
        )}
        {quiz.gap !== null && (
          <Typography variant="body2" color="textSecondary">
            {quiz.gap === 0
              ? "the best this bank can give today"
              : `within ${gapInWords(quiz.gap)} of the best this bank can give`}
          </Typography>
        )}
      </Box>
      <Collapse in={isOpen && toLookAt > 0}>
        <Box component="ul" sx={{ m: 0, mb: 1, pl: 2.5 }}>
          {quiz.checks.map((check, i) => (
            <Typography key={i} component="li" variant="body2">
              {check.text}
            </Typography>
          ))}
        </Box>
      </Collapse>
      <Braid
        strands={[...strands.values()]}
        beads={places.map((place) => ({
          id: place.itemId,
          strandId: place.strand.unitId,
          label: `${place.stem} (${place.strand.name})`,
        }))}
        selectedId={selectedId}
        onSelect={select}
        onMove={move}
      />
    </Paper>
  );
}

const wovenInWords = (woven: number | null) =>
  woven === null ? "Nothing to weave: any order is as good" : `Woven ${woven.toFixed(2)} of 1`;

/** Rounded up, so that the promise holds. */
const gapInWords = (gap: number) => (gap < 0.001 ? "0.1 %" : `${(Math.ceil(gap * 1000) / 10).toFixed(1)} %`);
