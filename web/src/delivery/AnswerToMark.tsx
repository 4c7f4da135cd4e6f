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
import { useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { RichTextView } from "../player/RichTextView.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { useMarkWrittenAnswerMutation } from "./api.ts";

type Answer = WrittenAnswers["questions"][number]["answers"][number];

export function AnswerToMark(props: { content: Written; answer: Answer; next: () => void }) {
  const { content, answer, next } = props;
  const [levels, setLevels] = useState<Levels>(answer.mark?.levels ?? {});
  const [comment, setComment] = useState(answer.mark?.comment ?? "");
  const [mark, { isLoading, error }] = useMarkWrittenAnswerMutation();
  const say = useToast();
  const credit = creditOfLevels(content, levels);
  const keep = async () => {
    const { sittingId, position } = answer;
    const done = await mark({ params: { sittingId, position }, body: { levels: { ...levels }, comment } });
    if (done.error) return;
    say({ text: `Marked: ${percent(done.data.credit)} of the points.` });
    next();
  };
  return (
    <Box sx={{ display: "grid", gridTemplateColumns: "minmax(0, 1.1fr) minmax(0, 1fr)", gap: 3, alignItems: "start" }}>
      <Stack spacing={2}>
        <Paper sx={{ p: 2, whiteSpace: "pre-wrap", fontSize: 17 }} component="article" aria-label="The answer">
          {answer.text}
        </Paper>
        {content.modelAnswer && (
          <Box>
            <Typography variant="body2" color="textSecondary" sx={{ fontWeight: 700 }}>
              An answer that would earn everything
            </Typography>
            <RichTextView text={content.modelAnswer} />
          </Box>
        )}
      </Stack>
      <Stack spacing={2} component="section" aria-label="The rubric">
        {content.criteria.map((criterion) => (
          <FormControl key={criterion.id}>
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
              {criterion.levels.map((level) => (
                <FormControlLabel
                  key={level.id}
                  value={level.id}
                  control={<Radio size="small" />}
                  label={`${level.points} · ${level.text}`}
                />
              ))}
            </RadioGroup>
          </FormControl>
        ))}
        <TextField
          label="A word to the student"
          multiline
          minRows={2}
          value={comment}
          slotProps={{ htmlInput: { maxLength: 2000 } }}
          onChange={(event) => {
            setComment(event.target.value);
          }}
        />
        {error && <Alert severity="error">{problemOf(error).detail}</Alert>}
        <Box sx={{ display: "flex", alignItems: "center", gap: 2 }}>
          <Button variant="contained" disabled={credit === null || isLoading} onClick={() => void keep()}>
            Mark and go on
          </Button>
          <Typography color="textSecondary">
            {credit === null ? "Choose a level for each criterion." : `${percent(credit)} of the points`}
          </Typography>
        </Box>
      </Stack>
    </Box>
  );
}

const percent = (credit: number) => `${Math.round(credit * 100)} %`;
