/** How each question went for one student: a sign each, in the order of the quiz; in words for those who do not see them. */
import Box from "@mui/material/Box";
import type { StudentMark } from "@verdant/contract/insight";
import { inAList, t } from "../platform/words.ts";

const kinds = ["right", "partly", "wrong", "waits", "notReached"] as const;
type Kind = (typeof kinds)[number];

const kindOf = ({ credit, isReached }: StudentMark): Kind =>
  !isReached ? "notReached" : credit === null ? "waits" : credit >= 1 ? "right" : credit > 0 ? "partly" : "wrong";

const signs: Record<Kind, string> = { right: "✓", partly: "½", wrong: "✗", waits: "…", notReached: "–" };
const words: Record<Kind, (numbers: string) => string> = {
  right: (numbers) => t("right: {{numbers}}", { numbers }),
  partly: (numbers) => t("partly right: {{numbers}}", { numbers }),
  wrong: (numbers) => t("wrong: {{numbers}}", { numbers }),
  waits: (numbers) => t("not marked yet: {{numbers}}", { numbers }),
  notReached: (numbers) => t("not reached: {{numbers}}", { numbers }),
};
const colours: Record<Kind, { color: string; bgcolor: string }> = {
  right: { color: "primary.contrastText", bgcolor: "primary.main" },
  partly: { color: "text.primary", bgcolor: "warning.light" },
  wrong: { color: "common.white", bgcolor: "error.main" },
  waits: { color: "text.secondary", bgcolor: "action.hover" },
  notReached: { color: "text.secondary", bgcolor: "transparent" },
};

/** "right: 1, 2 and 5; wrong: 3". */
export function marksInWords(marks: readonly StudentMark[]): string {
  return kinds
    .flatMap((kind) => {
      const numbers = marks.filter((mark) => kindOf(mark) === kind).map((mark) => String(mark.position));
      return numbers.length === 0 ? [] : [words[kind](inAList(numbers))];
    })
    .join("; ");
}

export function MarkStrip({ marks }: { marks: readonly StudentMark[] }) {
  if (marks.length === 0) return null;
  const said = marksInWords(marks);
  return (
    <Box role="img" aria-label={said} title={said} sx={{ display: "inline-flex", gap: "2px" }}>
      {marks.map((mark) => (
        <Box
          key={mark.position}
          component="span"
          aria-hidden
          sx={{
            ...colours[kindOf(mark)],
            width: 22,
            height: 22,
            borderRadius: 0.5,
            fontSize: 13,
            fontWeight: 700,
            lineHeight: "22px",
            textAlign: "center",
          }}
        >
          {signs[kindOf(mark)]}
        </Box>
      ))}
    </Box>
  );
}
