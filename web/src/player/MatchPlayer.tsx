/** The stem, and beside each thing a list to choose its answer from: the device's own, so that it works by touch, keys and ear. */
import Box from "@mui/material/Box";
import type { MatchView } from "@verdant/core/items/match";
import { useId } from "react";
import { t } from "../platform/words.ts";
import type { PlayerProps } from "./playerProps.ts";
import { RichTextView } from "./RichTextView.tsx";
import { Stem } from "./Stem.tsx";

export function MatchPlayer({ view, answer, onAnswer, verdict }: PlayerProps<MatchView>) {
  const id = useId();
  const chosen = new Map(answer?.chosen.map((one) => [one.pairId, one.rightId]));
  const content = verdict?.content?.kind === "match" ? verdict.content : null;
  const textOf = (rightId: string | undefined) => view.rights.find((one) => one.id === rightId)?.text;
  const choose = (pairId: string, rightId: string) => {
    const rest = (answer?.chosen ?? []).filter((one) => one.pairId !== pairId);
    onAnswer?.({ kind: "match", chosen: rightId === "" ? rest : [...rest, { pairId, rightId }] });
  };
  return (
    <Box>
      <Stem id={id} text={view.stem} />
      <Box role="group" aria-labelledby={id} sx={{ mt: 1.5, display: "grid", gap: 1.25 }}>
        {view.lefts.map((left, i) => {
          const rightId = chosen.get(left.id);
          const key = content?.pairs.find((pair) => pair.id === left.id)?.rightId;
          return (
            <Box
              key={left.id}
              sx={{
                display: "grid",
                gridTemplateColumns: "repeat(auto-fit, minmax(220px, 1fr))",
                columnGap: 1.5,
                rowGap: 0.75,
                alignItems: "center",
                border: 1,
                borderColor: "divider",
                borderRadius: 1,
                px: 1.5,
                py: 1,
              }}
            >
              <div id={`${id}left${i}`}>
                <RichTextView text={left.text} />
              </div>
              <Box>
                {onAnswer || !verdict ? (
                  <Box
                    component="select"
                    aria-labelledby={`${id}left${i}`}
                    disabled={!onAnswer}
                    value={rightId ?? ""}
                    onChange={(event) => {
                      choose(left.id, event.target.value);
                    }}
                    sx={{
                      font: "inherit",
                      color: "text.primary",
                      bgcolor: "background.paper",
                      border: 1,
                      borderColor: "text.secondary",
                      borderRadius: 1,
                      minHeight: 44,
                      width: "100%",
                      px: 1,
                    }}
                  >
                    <option value="">{t("choose…")}</option>
                    {view.rights.map((right) => (
                      <option key={right.id} value={right.id}>
                        {right.text}
                      </option>
                    ))}
                  </Box>
                ) : (
                  <Box component="span" sx={{ fontWeight: 700 }}>
                    {textOf(rightId) ?? t("left blank")}
                  </Box>
                )}
                {key !== undefined && (
                  <Box
                    sx={{ fontSize: "0.9em", fontWeight: 700, color: key === rightId ? "primary.main" : "error.main" }}
                  >
                    {key === rightId ? t("✓ right") : t("✗ right: {{key}}", { key: textOf(key) ?? "" })}
                  </Box>
                )}
              </Box>
            </Box>
          );
        })}
      </Box>
    </Box>
  );
}
