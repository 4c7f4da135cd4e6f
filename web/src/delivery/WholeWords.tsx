/** The words of the notice about the whole: what it counts, and what students read at the end by how much they reached. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Closing, Rules } from "@verdant/core/delivery/rules";
import { Trash2 } from "lucide-react";
import { numberOf, t } from "../platform/words.ts";
import { Word } from "../ui/Word.tsx";

const outOfWords = [
  ["points", t("as many points as they have")],
  ...[5, 10, 20, 25, 30, 40, 50, 100].map((outOf) => [String(outOf), t("out of {{outOf}}", { outOf })] as const),
] as const;
const closingWords = [
  ["no", t("nothing more")],
  ["yes", t("a sentence of yours, by how much they reached")],
] as const;
const mostLines = 5;
const usualLines = [0, 50, 80, 65, 90];
const lineWords = Array.from({ length: 21 }, (_, i) => i * 5).map(
  (percent) => [String(percent), percent === 0 ? t("any part") : t("{{percent}}%", { percent })] as const,
);

/** True when every sentence was written. */
export const isClosingWhole = (closing: readonly Closing[]): boolean => closing.every(({ text }) => text.trim() !== "");

export function WholeWords(props: { points: number; rules: Rules; set: (change: Partial<Rules>) => void }) {
  const { points, rules, set } = props;
  const { outOf, closing, openness } = rules;
  const showsScore = openness !== "nothing";
  return (
    <>
      <Typography sx={{ fontSize: 19, lineHeight: 2, mt: 1 }}>
        {t("Its questions have {{count}} points; the whole counts", { count: points })}{" "}
        <Word
          label={t("What the whole counts")}
          value={outOf === null ? "points" : String(outOf)}
          choices={outOfWords}
          onChange={(next) => {
            set({ outOf: next === "points" ? null : Number(next) });
          }}
        />
        {outOf !== null && t(": all but one point is {{mark}}", { mark: markOf(points - 1, points, outOf) })}
        {showsScore && (
          <>
            {t(". With their score they read")}{" "}
            <Word
              label={t("What they read at the end")}
              value={closing.length === 0 ? "no" : "yes"}
              choices={closingWords}
              onChange={(wants) => {
                set({ closing: wants === "no" ? [] : [80, 50, 0].map((from) => ({ from, text: "" })) });
              }}
            />
          </>
        )}
        .
      </Typography>
      {showsScore && closing.length > 0 && (
        <ClosingEditor
          closing={closing}
          onChange={(next) => {
            set({ closing: next });
          }}
        />
      )}
    </>
  );
}

const markOf = (points: number, whole: number, outOf: number) =>
  t("{{points}} of {{outOf}}", { points: numberOf(whole === 0 ? 0 : (points * outOf) / whole), outOf });

function ClosingEditor(props: { closing: readonly Closing[]; onChange: (closing: readonly Closing[]) => void }) {
  const { closing, onChange } = props;
  const free = usualLines.find((one) => closing.every(({ from }) => from !== one));
  const change = (at: number, part: Partial<Closing>) => {
    onChange(closing.map((one, i) => (i === at ? { ...one, ...part } : one)));
  };
  return (
    <Box
      component="section"
      aria-label={t("What they read at the end")}
      sx={{ mt: 1, mb: 2, pl: 2, borderLeft: 3, borderColor: "divider" }}
    >
      {closing.map(({ from, text }, at) => (
        // A row is its line: no two have the same.
        <Box key={from} sx={{ display: "flex", flexWrap: "wrap", gap: 1, alignItems: "center", mb: 1 }}>
          <Typography variant="body2" sx={{ minWidth: 150 }}>
            {t("Who reached")}{" "}
            <Word
              label={t("Line of sentence {{number}}", { number: at + 1 })}
              value={String(from)}
              choices={lineWords.filter(
                ([percent]) => Number(percent) === from || closing.every((one) => one.from !== Number(percent)),
              )}
              onChange={(percent) => {
                change(at, { from: Number(percent) });
              }}
            />
            :
          </Typography>
          <TextField
            size="small"
            sx={{ flex: "1 1 260px" }}
            label={t("Sentence {{number}}", { number: at + 1 })}
            value={text}
            error={text.trim() === ""}
            helperText={text.trim() === "" ? t("Write the sentence, or remove it.") : undefined}
            onChange={(event) => {
              change(at, { text: event.target.value });
            }}
            slotProps={{ htmlInput: { maxLength: 300 } }}
          />
          <IconButton
            aria-label={t("Remove sentence {{number}}", { number: at + 1 })}
            onClick={() => {
              onChange(closing.filter((_, i) => i !== at));
            }}
          >
            <Trash2 size={18} />
          </IconButton>
        </Box>
      ))}
      <Typography variant="body2" color="textSecondary">
        {t("Everybody reads the sentence of the highest line that they reached; below all lines, none.")}
      </Typography>
      {closing.length < mostLines && free !== undefined && (
        <Button
          size="small"
          variant="outlined"
          sx={{ mt: 1 }}
          onClick={() => {
            onChange([...closing, { from: free, text: "" }].sort((a, b) => b.from - a.from));
          }}
        >
          {t("Add a sentence")}
        </Button>
      )}
    </Box>
  );
}
