/** What stands before a question: the heading and instruction of its part, and words between questions. */
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { Sitting } from "@verdant/contract/delivery";

export function WordsBefore({ words, position }: { words: Sitting["words"]; position: number }) {
  const here = words.filter((one) => one.position === position);
  if (here.length === 0) return null;
  return (
    <Box sx={{ mb: 2 }}>
      {here.map(({ heading, text }, i) => (
        <Box key={i} sx={{ mb: 1 }}>
          {heading !== null && <Typography variant="h2">{heading}</Typography>}
          {text !== null && <Typography sx={{ whiteSpace: "pre-line" }}>{text}</Typography>}
        </Box>
      ))}
    </Box>
  );
}
