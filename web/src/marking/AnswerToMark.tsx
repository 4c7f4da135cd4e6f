/** One written answer beside its rubric, with others that say the same: a level for each criterion, and a word to the student. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { WrittenAnswers } from "@verdant/contract/marking";
import { creditOfLevels, type Levels, type Written } from "@verdant/core/items/written";
import { useState, type KeyboardEvent } from "react";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { useToast } from "../ui/Toasts.tsx";
import { AnswerBesideRubric } from "./AnswerBesideRubric.tsx";
import { useMarkWrittenAnswerMutation } from "./api.ts";
import { CommentField, sentenceByKey, withSentence } from "./CommentField.tsx";
import { isMarkKey, levelsByKey, percent, Rubric } from "./Rubric.tsx";

type Answer = WrittenAnswers["questions"][number]["answers"][number];

interface Props {
  readonly content: Written;
  readonly answer: Answer;
  /** Others that nobody has marked and that say the same. */
  readonly alike: readonly Answer[];
  readonly showsNames: boolean;
  readonly comments: WrittenAnswers["comments"];
  /** The answer is the next one of several: it has the focus, so that reading goes on there. */
  readonly takesFocus: boolean;
  readonly goBy: (steps: 1 | -1) => void;
  readonly next: (marked: readonly Answer[]) => void;
}

export function AnswerToMark({ content, answer, alike, showsNames, comments, takesFocus, goBy, next }: Props) {
  const [levels, setLevels] = useState<Levels>(answer.mark?.levels ?? {});
  const [comment, setComment] = useState(answer.mark?.comment ?? "");
  const [apart, setApart] = useState<ReadonlySet<string>>(new Set());
  const [mark, { isLoading, error }] = useMarkWrittenAnswerMutation();
  const say = useToast();
  const credit = creditOfLevels(content, levels);
  const together = alike.filter((one) => !apart.has(keyOf(one)));
  const keep = async () => {
    const { sittingId, position } = answer;
    const done = await mark({
      params: { sittingId, position },
      body: {
        ...{ levels: { ...levels }, comment, version: answer.mark?.version ?? 0 },
        alike: together.map((one) => ({ sittingId: one.sittingId, position: one.position, version: 0 })),
      },
    });
    if (done.error) return;
    const terms = { credit: percent(done.data.credit) };
    say({
      text:
        done.data.marked > 1
          ? t("{{n}} answers marked: {{credit}} of the points each.", { ...terms, n: done.data.marked })
          : t("Marked: {{credit}} of the points.", terms),
    });
    next([answer, ...together]);
  };
  const byKey = (event: KeyboardEvent<HTMLElement>) => {
    if (isMarkKey(event)) {
      event.preventDefault();
      if (credit !== null && !isLoading) void keep();
      return;
    }
    const sentence = sentenceByKey(event, comments);
    if (sentence !== null) {
      event.preventDefault();
      setComment(withSentence(comment, sentence));
      return;
    }
    const step = stepByKey(event);
    if (step !== null) goBy(step);
    const chosen = levelsByKey(event, content, levels);
    if (chosen) setLevels(chosen);
  };
  return (
    <AnswerBesideRubric content={content} text={answer.text} takesFocus={takesFocus} onKeyDown={byKey}>
      <Rubric content={content} levels={levels} onChange={setLevels} />
      {alike.length > 0 && (
        <Box component="section" aria-label={t("Answers that say the same")}>
          <Typography sx={{ fontWeight: 700 }}>
            {t("{{count}} more answers say the same and get the same mark:", { count: alike.length })}
          </Typography>
          <Stack>
            {alike.map((one) => (
              <FormControlLabel
                key={keyOf(one)}
                control={
                  <Checkbox
                    size="small"
                    checked={!apart.has(keyOf(one))}
                    onChange={(_, isTogether) => {
                      setApart(
                        isTogether
                          ? new Set([...apart].filter((key) => key !== keyOf(one)))
                          : new Set([...apart, keyOf(one)]),
                      );
                    }}
                  />
                }
                label={showsNames ? `${one.student}: ${one.text}` : one.text}
              />
            ))}
          </Stack>
        </Box>
      )}
      <CommentField comment={comment} onChange={setComment} kept={comments} />
      {error && <Alert severity="error">{problemOf(error).detail}</Alert>}
      <Box sx={{ display: "flex", alignItems: "center", flexWrap: "wrap", gap: 2 }}>
        <Button variant="contained" disabled={credit === null || isLoading} onClick={() => void keep()}>
          {together.length > 0 ? t("Mark {{n}} and go on", { n: together.length + 1 }) : t("Mark and go on")}
        </Button>
        <Typography color="textSecondary">
          {credit === null
            ? t("Choose a level for each criterion.")
            : t("{{credit}} of the points", { credit: percent(credit) })}
        </Typography>
      </Box>
    </AnswerBesideRubric>
  );
}

export const keyOf = ({ sittingId, position }: { readonly sittingId: string; readonly position: number }) =>
  `${sittingId} ${position}`;

/** J to the next answer, K to the one before; not while something is typed. */
function stepByKey(event: KeyboardEvent<HTMLElement>): 1 | -1 | null {
  const target = event.target as HTMLElement;
  if (target.tagName === "TEXTAREA" || event.ctrlKey || event.metaKey || event.altKey) return null;
  return event.key === "j" ? 1 : event.key === "k" ? -1 : null;
}
