/** A question answered in one's own words, with what counts, where that is shown. */
import Box from "@mui/material/Box";
import { longestWritten, type WrittenView } from "@verdant/core/items/written";
import { useId } from "react";
import { t } from "../platform/words.ts";
import { TypeField } from "../ui/TypeField.tsx";
import type { PlayerProps } from "./playerProps.ts";
import { RichTextView } from "./RichTextView.tsx";
import { Stem } from "./Stem.tsx";
import { useTyped } from "./useTyped.ts";

const TypeArea = TypeField.withComponent("textarea");
const wordsIn = (text: string) => text.split(/\s+/).filter(Boolean).length;

export function WrittenPlayer({ view, answer, onAnswer, verdict }: PlayerProps<WrittenView>) {
  const id = useId();
  const { text, type, flush } = useTyped(
    answer?.text ?? "",
    onAnswer && ((given) => onAnswer({ kind: view.kind, text: given })),
  );
  const total = view.criteria.reduce((sum, criterion) => sum + criterion.points, 0);
  const content = verdict?.content?.kind === "written" ? verdict.content : null;
  return (
    <Box>
      <Stem id={id} text={view.stem} />
      {view.criteria.length > 0 && (
        <Box sx={{ mt: 1, fontSize: "0.9em" }}>
          {t("What counts")}
          <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
            {view.criteria.map((criterion) => (
              <li key={criterion.id}>
                {t("{{name}}: {{points}} of {{total}}", { name: criterion.name, points: criterion.points, total })}
              </li>
            ))}
          </Box>
        </Box>
      )}
      {onAnswer ? (
        <>
          <TypeArea
            aria-labelledby={id}
            rows={view.lines}
            maxLength={longestWritten}
            value={text}
            onChange={(event) => {
              type(event.target.value);
            }}
            onBlur={flush}
            style={{ width: "100%", resize: "vertical", marginTop: 12 }}
          />
          <Box sx={{ fontSize: "0.85em", color: "text.secondary" }}>{t("{{n}} words", { n: wordsIn(text) })}</Box>
        </>
      ) : (
        <Box sx={{ mt: 1.5, p: 1.5, border: 1, borderColor: "divider", borderRadius: 1.5, whiteSpace: "pre-wrap" }}>
          {text === "" ? t("left blank") : text}
        </Box>
      )}
      {content?.modelAnswer && (
        <Box sx={{ mt: 1.5, fontSize: "0.95em" }}>
          <strong>{t("An answer that would earn everything")}</strong>
          <RichTextView text={content.modelAnswer} />
        </Box>
      )}
    </Box>
  );
}
