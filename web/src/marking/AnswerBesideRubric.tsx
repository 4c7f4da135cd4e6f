/** A written answer and what would earn everything, beside what it is marked by; below it on a phone. */
import Box from "@mui/material/Box";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { Written } from "@verdant/core/items/written";
import { useEffect, useRef, type KeyboardEvent, type ReactNode } from "react";
import { t } from "../platform/words.ts";
import { RichTextView } from "../player/RichTextView.tsx";

interface Props {
  readonly content: Written;
  readonly text: string;
  readonly takesFocus: boolean;
  readonly onKeyDown: (event: KeyboardEvent<HTMLElement>) => void;
  /** What stands beside the answer. */
  readonly children: ReactNode;
}

export function AnswerBesideRubric({ content, text, takesFocus, onKeyDown, children }: Props) {
  const article = useRef<HTMLElement>(null);
  // Once, when it comes: whoever types after that stays where they type.
  useEffect(() => {
    if (takesFocus) article.current?.focus();
  }, [takesFocus]);
  return (
    <Box
      onKeyDown={onKeyDown}
      sx={{
        display: "grid",
        gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 1.1fr) minmax(0, 1fr)" },
        gap: 3,
        alignItems: "start",
      }}
    >
      <Stack spacing={2}>
        <Paper
          sx={{ p: 2, whiteSpace: "pre-wrap", overflowWrap: "anywhere", fontSize: 17 }}
          component="article"
          aria-label={t("The answer")}
          tabIndex={-1}
          ref={article}
        >
          {text}
        </Paper>
        {content.modelAnswer && (
          <Box>
            <Typography variant="body2" color="textSecondary" sx={{ fontWeight: 700 }}>
              {t("An answer that would earn everything")}
            </Typography>
            <RichTextView text={content.modelAnswer} />
          </Box>
        )}
      </Stack>
      <Stack spacing={2} component="section" aria-label={t("The rubric")}>
        {children}
      </Stack>
    </Box>
  );
}
