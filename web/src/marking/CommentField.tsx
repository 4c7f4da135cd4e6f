/** A word to the student, typed or taken from the sentences that the department keeps. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Chip from "@mui/material/Chip";
import TextField from "@mui/material/TextField";
import type { WrittenAnswers } from "@verdant/contract/marking";
import type { KeyboardEvent } from "react";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useKeepMarkingCommentMutation, useRemoveMarkingCommentMutation } from "./api.ts";

interface Props {
  readonly comment: string;
  readonly onChange: (comment: string) => void;
  readonly kept: WrittenAnswers["comments"];
}

/** Characters of a sentence that may be kept. */
const longestKept = 300;

export function CommentField({ comment, onChange, kept }: Props) {
  const [keep] = useKeepMarkingCommentMutation();
  const [remove] = useRemoveMarkingCommentMutation();
  const say = useToast();
  const own = comment.trim();
  const isNew = own !== "" && own.length <= longestKept && !kept.some((one) => isSame(one.text, own));
  const keepIt = async (text: string) => {
    const done = await keep({ body: { text } });
    if (done.error) say({ text: problemOf(done.error).detail, isError: true });
    else say({ text: t("Kept for the department.") });
  };
  const removeIt = async ({ id, text }: WrittenAnswers["comments"][number]) => {
    const done = await remove({ params: { commentId: id } });
    if (done.error) say({ text: problemOf(done.error).detail, isError: true });
    else say({ text: t("Removed: “{{text}}”", { text }), undo: () => void keepIt(text) });
  };
  return (
    <Box>
      <TextField
        label={t("A word to the student")}
        multiline
        fullWidth
        minRows={2}
        value={comment}
        slotProps={{ htmlInput: { maxLength: 2000 } }}
        onChange={(event) => {
          onChange(event.target.value);
        }}
      />
      <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1, mt: 1, "&:empty": { display: "none" } }}>
        {kept.map((one, i) => (
          <Chip
            key={one.id}
            label={i < 9 ? `${i + 1}: ${one.text}` : one.text}
            title={i < 9 ? t("Alt {{n}} adds it", { n: i + 1 }) : t("Add it")}
            variant="outlined"
            sx={{ height: "auto", minHeight: 32, "& .MuiChip-label": { whiteSpace: "normal", py: 0.5 } }}
            onClick={() => {
              onChange(withSentence(comment, one.text));
            }}
            onDelete={() => void removeIt(one)}
          />
        ))}
        {isNew && (
          <Button size="small" onClick={() => void keepIt(own)}>
            {t("Keep this for all of us")}
          </Button>
        )}
      </Box>
    </Box>
  );
}

const isSame = (a: string, b: string) => a.toLowerCase() === b.toLowerCase();

/** `comment` with a kept sentence at its end, once. */
export function withSentence(comment: string, sentence: string): string {
  const said = comment.trim();
  if (said.toLowerCase().includes(sentence.toLowerCase())) return comment;
  return said === "" ? sentence : `${said} ${sentence}`;
}

/** Which kept sentence Alt and a digit add; null: none. The digit is read off the key, whatever Alt makes of it. */
export function sentenceByKey(
  event: Pick<KeyboardEvent, "altKey" | "ctrlKey" | "metaKey" | "code">,
  kept: WrittenAnswers["comments"],
): string | null {
  const digit = /^(?:Digit|Numpad)([1-9])$/.exec(event.code)?.[1];
  if (!event.altKey || event.ctrlKey || event.metaKey || digit === undefined) return null;
  return kept[Number(digit) - 1]?.text ?? null;
}
