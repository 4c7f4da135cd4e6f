import Box from "@mui/material/Box";
import Paper from "@mui/material/Paper";
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import Typography from "@mui/material/Typography";
import type { ItemResult, Results } from "@verdant/contract/insight";
import { Bead } from "../ui/Bead.tsx";
import { Whisker, shareInWords } from "../ui/Whisker.tsx";

/** Each item with its share right, the uncertainty of it, and who chose what. */
export function ItemTable({ results }: { results: Results }) {
  return (
    <Paper sx={{ overflow: "hidden" }}>
      <Table size="small" aria-label="Items, weakest first">
        <TableHead>
          <TableRow>
            <TableCell sx={{ width: 48 }}>
              <span hidden>Question</span>
            </TableCell>
            <TableCell>Item</TableCell>
            <TableCell sx={{ width: 300 }}>Right, with its uncertainty</TableCell>
            <TableCell sx={{ width: 420 }}>Who chose what</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {results.items.map((item) => (
            <TableRow key={item.itemId} sx={{ verticalAlign: "top", "& td": { py: 1.5 } }}>
              <TableCell>
                <Bead
                  mark={item.position}
                  hue={item.strand?.hue ?? 7}
                  label={`Question ${item.position}, ${item.strand?.name ?? ""}`}
                />
              </TableCell>
              <TableCell>
                <Typography sx={{ fontWeight: 700 }}>{item.stem}</Typography>
                <Typography variant="caption" color="textSecondary">
                  {item.topic}
                </Typography>
              </TableCell>
              <TableCell>
                {item.facility.outOf === 0 ? (
                  <Typography variant="body2" color="textSecondary">
                    no answers yet
                  </Typography>
                ) : (
                  <>
                    <Whisker share={item.facility} width={240} />
                    <Typography variant="body2">{shareInWords(item.facility)}</Typography>
                  </>
                )}
              </TableCell>
              <TableCell>
                <Choices item={item} />
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Paper>
  );
}

function Choices({ item }: { item: ItemResult }) {
  return (
    <Box component="ul" sx={{ m: 0, p: 0, listStyle: "none" }}>
      {item.choices.map((choice) => (
        <Box component="li" key={choice.id ?? "blank"} sx={{ mb: 0.5 }}>
          <Box sx={{ display: "grid", gridTemplateColumns: "26px 90px 1fr", gap: 1, alignItems: "center" }}>
            <Typography variant="body2" sx={{ textAlign: "right", fontWeight: choice.count > 0 ? 700 : 400 }}>
              {choice.count}
            </Typography>
            <Whisker share={choice.share} width={90} />
            <Typography
              variant="body2"
              sx={{ color: choice.isKey ? "primary.main" : "text.primary", fontWeight: choice.isKey ? 700 : 400 }}
            >
              {choice.isKey && "✓ "}
              {choice.id === null ? "left blank" : choice.text}
            </Typography>
          </Box>
          {choice.misconception && choice.count > 0 && (
            <Typography variant="caption" sx={{ color: "error.main", pl: "132px", display: "block" }}>
              wrong idea: “{choice.misconception}”
            </Typography>
          )}
        </Box>
      ))}
    </Box>
  );
}
