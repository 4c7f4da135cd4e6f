/** One written answer beside its rubric: a level for each criterion, and a word to the student. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import FormControl from "@mui/material/FormControl";
import FormControlLabel from "@mui/material/FormControlLabel";
import FormLabel from "@mui/material/FormLabel";
import Paper from "@mui/material/Paper";
import Radio from "@mui/material/Radio";
import RadioGroup from "@mui/material/RadioGroup";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { WrittenAnswers } from "@verdant/contract/marking";
import { creditOfLevels, type Levels, type Written } from "@verdant/core/items/written";
import { useState, type KeyboardEvent } from "react";
import { problemOf } from "../platform/problem.ts";
import { RichTextView } from "../player/RichTextView.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { useMarkWrittenAnswerMutation } from "./api.ts";
import { t } from "../platform/words.ts";

type Answer = WrittenAnswers["questions"][number]["answers"][number];

interface Props {
  readonly content: Written;
  readonly answer: Answer;
  /** The answer is the next one of several: it has the focus, so that reading goes on there. */
  readonly takesFocus: boolean;
  readonly next: () => void;
}

export function AnswerToMark({ content, answer, takesFocus, next }: Props) {
  const [levels, setLevels] = useState<Levels>(answer.mark?.levels ?? {});
  const [comment, setComment] = useState(answer.mark?.comment ?? "");
  const [mark, { isLoading, error }] = useMarkWrittenAnswerMutation();
  const say = useToast();
  const credit = creditOfLevels(content, levels);
  const keep = async () => {
    const { sittingId, position } = answer;
    const version = answer.mark?.version ?? 0;
    const done = await mark({ params: { sittingId, position }, body: { levels: { ...levels }, comment, version } });
    if (done.error) return;
    say({ text: t("Marked: {{credit}} of the points.", { credit: percent(done.data.credit) }) });
    next();
  };
  /** 1, 2, 3 … choose a level of the first criterion that has none, or of the one in which the focus is. */
  const byKey = (event: KeyboardEvent<HTMLElement>) => {
    if (event.key === "Enter" && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      if (credit !== null && !isLoading) void keep();
      return;
    }
    const target = event.target as HTMLElement;
    if (target.tagName === "TEXTAREA" || event.ctrlKey || event.metaKey || event.altKey || !/^[1-9]$/.test(event.key))
      return;
    const inFocus = target.closest("[data-criterion]")?.getAttribute("data-criterion");
    const criterion =
      content.criteria.find((one) => one.id === inFocus) ??
      content.criteria.find((one) => levels[one.id] === undefined);
    const level = criterion?.levels[Number(event.key) - 1];
    if (criterion && level) setLevels({ ...levels, [criterion.id]: level.id });
  };
  return (
    <Box
      onKeyDown={byKey}
      sx={{
        display: "grid",
        gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 1.1fr) minmax(0, 1fr)" },
        gap: 3,
        alignItems: "start",
      }}
    >
      <Stack spacing={2}>
        <Paper
          sx={{ p: 2, whiteSpace: "pre-wrap", fontSize: 17 }}
          component="article"
          aria-label={t("The answer")}
          tabIndex={-1}
          ref={(article: HTMLElement | null) => {
            if (takesFocus) article?.focus();
          }}
        >
          {answer.text}
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
        {content.criteria.map((criterion) => (
          <FormControl key={criterion.id} data-criterion={criterion.id}>
            <FormLabel id={`criterion-${criterion.id}`} sx={{ fontWeight: 700 }}>
              {criterion.name}
            </FormLabel>
            <RadioGroup
              aria-labelledby={`criterion-${criterion.id}`}
              value={levels[criterion.id] ?? ""}
              onChange={(_, level) => {
                setLevels({ ...levels, [criterion.id]: level });
              }}
            >
              {criterion.levels.map((level, i) => (
                <FormControlLabel
                  key={level.id}
                  value={level.id}
                  control={<Radio size="small" />}
                  label={`${i + 1}. ${t("{{count}} points", { count: level.points })} · ${level.text}`}
                />
              ))}
            </RadioGroup>
          </FormControl>
        ))}
        <TextField
          label={t("A word to the student")}
          multiline
          minRows={2}
          value={comment}
          slotProps={{ htmlInput: { maxLength: 2000 } }}
          onChange={(event) => {
            setComment(event.target.value);
          }}
        />
        <Typography variant="caption" color="textSecondary">
          {t("Keys: 1 to 9 choose a level, Ctrl or Cmd Enter marks and goes on.")}
        </Typography>
        {error && <Alert severity="error">{problemOf(error).detail}</Alert>}
        <Box sx={{ display: "flex", alignItems: "center", gap: 2 }}>
          <Button variant="contained" disabled={credit === null || isLoading} onClick={() => void keep()}>
            {t("Mark and go on")}
          </Button>
          <Typography color="textSecondary">
            {credit === null
              ? t("Choose a level for each criterion.")
              : t("{{credit}} of the points", { credit: percent(credit) })}
          </Typography>
        </Box>
      </Stack>
    </Box>
  );
}

const percent = (credit: number) => `${Math.round(credit * 100)}%`;
