import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Collapse from "@mui/material/Collapse";
import IconButton from "@mui/material/IconButton";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { Place } from "@verdant/contract/assembly";
import { ArrowDown, ArrowUp } from "lucide-react";
import { Link as RouterLink } from "react-router";
import { Player } from "../player/Player.tsx";
import { Bead } from "../ui/Bead.tsx";
import { shortDate } from "../ui/dates.ts";

/** The items in order; the one picked opens as the student will see it. */
export function PlaceList(props: {
  places: readonly Place[];
  selectedId: string | null;
  select: (itemId: string | null) => void;
  move: (from: number, to: number) => void;
  takeOut: (itemId: string) => void;
}) {
  const { places, selectedId, select, move, takeOut } = props;
  return (
    <Paper component="ol" aria-label="Questions in order" sx={{ m: 0, p: 0, listStyle: "none", overflow: "hidden" }}>
      {places.map((place, i) => {
        const isOpen = place.itemId === selectedId;
        return (
          <Box
            component="li"
            key={place.itemId}
            sx={{
              borderTop: 1,
              borderColor: "divider",
              "&:first-of-type": { borderTop: 0 },
              bgcolor: isOpen ? "warning.light" : undefined,
            }}
          >
            <Box
              sx={{
                display: "grid",
                gridTemplateColumns: "28px minmax(0, 1fr) 170px 130px 170px",
                gap: 1.5,
                alignItems: "center",
                px: 1.5,
                py: 0.9,
              }}
            >
              <Bead mark={i + 1} hue={place.strand.hue} label={`Question ${i + 1}, ${place.strand.name}`} />
              <Link
                component="button"
                type="button"
                color="inherit"
                underline="hover"
                aria-expanded={isOpen}
                onClick={() => {
                  select(isOpen ? null : place.itemId);
                }}
                sx={{ textAlign: "left", fontSize: 15, fontFamily: "inherit" }}
              >
                {place.stem}
              </Link>
              <Typography variant="body2" color="textSecondary">
                {place.topic}
              </Typography>
              <Typography variant="body2" color="textSecondary">
                {place.lastOn ? `last met ${shortDate(place.lastOn)}` : "never met"}
              </Typography>
              <Box sx={{ display: "flex", justifyContent: "flex-end", alignItems: "center" }}>
                <IconButton
                  size="small"
                  aria-label={`Move question ${i + 1} up`}
                  disabled={i === 0}
                  onClick={() => {
                    move(i, i - 1);
                  }}
                >
                  <ArrowUp size={16} />
                </IconButton>
                <IconButton
                  size="small"
                  aria-label={`Move question ${i + 1} down`}
                  disabled={i === places.length - 1}
                  onClick={() => {
                    move(i, i + 1);
                  }}
                >
                  <ArrowDown size={16} />
                </IconButton>
                <Button
                  size="small"
                  aria-label={`Take out question ${i + 1}`}
                  onClick={() => {
                    takeOut(place.itemId);
                  }}
                >
                  Take out
                </Button>
              </Box>
            </Box>
            <Collapse in={isOpen} unmountOnExit>
              <Box sx={{ px: 6.5, pb: 2, maxWidth: 720 }}>
                <Player view={place.view} answer={null} name={`preview ${place.itemId}`} />
                <Typography variant="caption" color="textSecondary">
                  As a student sees it; options mix for each student.{" "}
                  <Link component={RouterLink} to={`/bank/${place.itemId}`}>
                    Open item {place.number}
                  </Link>
                </Typography>
              </Box>
            </Collapse>
          </Box>
        );
      })}
    </Paper>
  );
}
