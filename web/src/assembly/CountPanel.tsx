import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { Quiz } from "@verdant/contract/assembly";
import { Minus, Plus } from "lucide-react";
import { useEffect, useState, type ReactNode } from "react";
import { Bead } from "../ui/Bead.tsx";
import { groupBy } from "@verdant/core/groupBy";

/** How many questions, and how they share out among the units; a change composes anew. */
export function CountPanel({
  quiz,
  isComposing,
  compose,
  name,
}: {
  quiz: Quiz;
  isComposing: boolean;
  compose: (count: number) => void;
  /** The field for the name, which stands at the end of the line. */
  name: ReactNode;
}) {
  const [count, setCount] = useState(quiz.places.length);
  useEffect(() => {
    setCount(quiz.places.length);
  }, [quiz.places.length]);
  const byUnit = [...groupBy(quiz.places, (place) => place.strand.unitId).values()];
  return (
    <Box sx={{ display: "flex", gap: 1, alignItems: "stretch", flexWrap: "wrap" }}>
      <Paper sx={{ px: 1.75, py: 1, display: "flex", alignItems: "center", gap: 1 }}>
        <Typography sx={{ fontWeight: 700, mr: 0.5 }}>Questions</Typography>
        <IconButton
          size="small"
          aria-label="One question fewer"
          disabled={count <= 1}
          onClick={() => {
            setCount(count - 1);
          }}
        >
          <Minus size={16} />
        </IconButton>
        <Box
          component="output"
          aria-label="Number of questions"
          sx={{ minWidth: 22, textAlign: "center", fontWeight: 700 }}
        >
          {count}
        </Box>
        <IconButton
          size="small"
          aria-label="One question more"
          disabled={count >= 60}
          onClick={() => {
            setCount(count + 1);
          }}
        >
          <Plus size={16} />
        </IconButton>
        <Button
          variant="outlined"
          size="small"
          disabled={isComposing}
          onClick={() => {
            compose(count);
          }}
          sx={{ ml: 1 }}
        >
          {isComposing ? "Composing…" : `Compose ${count} anew`}
        </Button>
      </Paper>
      {byUnit.map((places) => {
        const strand = places[0]?.strand;
        return (
          strand && (
            <Paper key={strand.unitId} sx={{ px: 1.75, py: 1, display: "flex", alignItems: "center", gap: 1 }}>
              <Bead mark={strand.letter} hue={strand.hue} size={22} />
              <Typography variant="body2">
                <strong>{strand.name}</strong> {places.length}
              </Typography>
            </Paper>
          )
        );
      })}
      <Box sx={{ flex: 1 }} />
      {name}
    </Box>
  );
}
