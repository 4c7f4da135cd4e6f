/** The questions that students answer before another go: the department's, changed for this release or for good. */
import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { ReflectionQuestion } from "@verdant/core/delivery/rules";
import { faultsOfForm } from "@verdant/core/delivery/reflection";
import { Trash2 } from "lucide-react";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { useToast } from "../ui/Toasts.tsx";
import { Word } from "../ui/Word.tsx";
import { useSetReflectionFormMutation } from "./api.ts";

const mostQuestions = 6;
const answerWords = [
  ["written", t("they write a sentence")],
  ["chosen", t("they choose one of")],
] as const;
const faultWords = {
  textMissing: t("Write the question."),
  choicesMissing: t("Give at least two choices. Press Enter after each."),
} as const;

export function ReflectionEditor(props: {
  questions: readonly ReflectionQuestion[];
  /** The department's, as they are kept. */
  form: readonly ReflectionQuestion[];
  onChange: (questions: readonly ReflectionQuestion[]) => void;
}) {
  const { questions, form, onChange } = props;
  const [keep, { isLoading }] = useSetReflectionFormMutation();
  const say = useToast();
  const faults = faultsOfForm(questions);
  const isOther = JSON.stringify(questions) !== JSON.stringify(form);
  const change = (at: number, part: Partial<ReflectionQuestion>) => {
    onChange(questions.map((one, i) => (i === at ? { ...one, ...part } : one)));
  };
  const keepForAll = async (next: readonly ReflectionQuestion[], undoTo?: readonly ReflectionQuestion[]) => {
    const { error } = await keep({ body: { questions: next } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else
      say({
        text: t("Saved as the department’s questions. What has been released keeps its own."),
        ...(undoTo && { undo: () => void keepForAll(undoTo) }),
      });
  };
  return (
    <Box
      component="section"
      aria-label={t("Questions to look back")}
      sx={{ mt: 1, mb: 2, pl: 2, borderLeft: 3, borderColor: "divider" }}
    >
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
        {t("They answer these before the go. You read the answers where you give the go-ahead.")}
      </Typography>
      {questions.map(({ id, text, choices }, at) => {
        const faultAt = (code: keyof typeof faultWords) => faults.some((one) => one.at === at && one.code === code);
        return (
          <Box key={id} sx={{ mb: 2 }}>
            <Box sx={{ display: "flex", gap: 1, alignItems: "flex-start" }}>
              <TextField
                size="small"
                fullWidth
                label={t("Question {{number}}", { number: at + 1 })}
                value={text}
                error={faultAt("textMissing")}
                helperText={faultAt("textMissing") ? faultWords.textMissing : undefined}
                onChange={(event) => {
                  change(at, { text: event.target.value });
                }}
                slotProps={{ htmlInput: { maxLength: 200 } }}
              />
              <IconButton
                aria-label={t("Remove question {{number}}", { number: at + 1 })}
                disabled={questions.length === 1}
                onClick={() => {
                  onChange(questions.filter((_, i) => i !== at));
                }}
              >
                <Trash2 size={18} />
              </IconButton>
            </Box>
            <Typography variant="body2" sx={{ mt: 0.5 }}>
              {t("To answer,")}{" "}
              <Word
                label={t("How question {{number}} is answered", { number: at + 1 })}
                value={choices === null ? "written" : "chosen"}
                choices={answerWords}
                onChange={(how) => {
                  change(at, { choices: how === "written" ? null : (choices ?? []) });
                }}
              />
            </Typography>
            {choices !== null && (
              <Autocomplete
                multiple
                freeSolo
                size="small"
                options={[]}
                value={[...choices]}
                onChange={(_, next) => {
                  change(at, {
                    choices: [...new Set(next.map((one) => one.trim().slice(0, 80)).filter(Boolean))].slice(0, 6),
                  });
                }}
                renderInput={(params) => (
                  <TextField
                    {...params}
                    label={t("Choices of question {{number}}", { number: at + 1 })}
                    error={faultAt("choicesMissing")}
                    helperText={faultAt("choicesMissing") ? faultWords.choicesMissing : undefined}
                  />
                )}
                sx={{ mt: 0.75, maxWidth: 700 }}
              />
            )}
          </Box>
        );
      })}
      <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1 }}>
        {questions.length < mostQuestions && (
          <Button
            size="small"
            variant="outlined"
            onClick={() => {
              onChange([...questions, { id: crypto.randomUUID(), text: "", choices: null }]);
            }}
          >
            {t("Add a question")}
          </Button>
        )}
        {isOther && faults.length === 0 && (
          <Button size="small" disabled={isLoading} onClick={() => void keepForAll(questions, form)}>
            {t("Save as the department’s questions")}
          </Button>
        )}
      </Box>
    </Box>
  );
}
