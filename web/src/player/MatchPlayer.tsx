/** The stem, and beside each thing a list to choose its answer from. */
import Box from "@mui/material/Box";
import type { MatchView } from "@verdant/core/items/match";
import { useId } from "react";
import { t } from "../platform/words.ts";
import type { PlayerProps } from "./playerProps.ts";
import { ChoiceList } from "./ChoiceList.tsx";
import { RightOrNot } from "./RightOrNot.tsx";
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
                gridTemplateColumns: "repeat(auto-fit, minmax(min(220px, 100%), 1fr))",
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
                  <ChoiceList
                    isWide
                    labelledBy={`${id}left${i}`}
                    choices={view.rights}
                    chosen={rightId}
                    choose={
                      onAnswer &&
                      ((chosenId) => {
                        choose(left.id, chosenId);
                      })
                    }
                  />
                ) : (
                  <Box component="span" sx={{ fontWeight: 700 }}>
                    {textOf(rightId) ?? t("left blank")}
                  </Box>
                )}
                {key !== undefined && <RightOrNot isRight={key === rightId} right={textOf(key) ?? ""} />}
              </Box>
            </Box>
          );
        })}
      </Box>
    </Box>
  );
}
