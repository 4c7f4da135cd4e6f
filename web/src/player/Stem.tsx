/** The question of an item, in the weight of a heading. */
import Box from "@mui/material/Box";
import type { RichText } from "@verdant/core/richText";
import { RichTextView } from "./RichTextView.tsx";

export function Stem({ id, text }: { id: string; text: RichText }) {
  return (
    <Box
      id={id}
      sx={{
        fontWeight: 700,
        fontSize: "1.15em",
        lineHeight: 1.35,
        fontFamily: "h2.fontFamily",
        "& table, & ul, & ol": { fontWeight: 400, fontSize: "0.87em" },
      }}
    >
      <RichTextView text={text} />
    </Box>
  );
}
