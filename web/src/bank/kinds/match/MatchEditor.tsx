/** Writing a match: pairs row by row, and answers that fit nothing. The list that students choose from makes itself. */
import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Match, Pair } from "@verdant/core/items/match";
import { richTextOf } from "@verdant/core/richText";
import type { EditorProps } from "../editorProps.ts";
import { newOptionId } from "../newOptionId.ts";
import { OptionalText } from "../../../richText/OptionalText.tsx";
import { RichTextField } from "../../../richText/RichTextField.tsx";
import { AddRow, RemoveRow } from "../../../ui/RowButtons.tsx";
import { ScoringField } from "../ScoringField.tsx";
import { t } from "../../../platform/words.ts";

export function MatchEditor({ content, onChange }: EditorProps<"match">) {
  const { pairs, rights } = content;
  const used = new Set(pairs.map((pair) => pair.rightId));
  const others = rights.filter((right) => !used.has(right.id));
  const setPair = (id: string, change: Partial<Pair>) => {
    onChange({ ...content, pairs: pairs.map((pair) => (pair.id === id ? { ...pair, ...change } : pair)) });
  };
  return (
    <Stack spacing={2}>
      <Box role="group" aria-label={t("Pairs")}>
        <Typography variant="body2" sx={{ fontWeight: 700, mb: 0.75 }}>
          {t("Pairs")}
        </Typography>
        <Stack spacing={1.5}>
          {pairs.map((pair, i) => (
            <Box key={pair.id} sx={{ display: "flex", gap: 1, alignItems: "flex-start" }}>
              <Box sx={{ flex: 1, minWidth: 0 }}>
                <RichTextField
                  label={t("Left side of pair {{i}}", { i: i + 1 })}
                  value={pair.left}
                  onChange={(left) => {
                    setPair(pair.id, { left });
                  }}
                />
                <OptionalText
                  label={t("Reason for pair {{i}}", { i: i + 1 })}
                  hint={t("for whoever gets it wrong")}
                  value={pair.rationale}
                  onChange={(rationale) => {
                    setPair(pair.id, { rationale });
                  }}
                />
              </Box>
              <TextField
                label={t("Answer of pair {{i}}", { i: i + 1 })}
                value={rights.find((right) => right.id === pair.rightId)?.text ?? ""}
                onChange={(event) => {
                  onChange(withAnswer(content, pair, event.target.value));
                }}
                onBlur={() => {
                  onChange(withSharedAnswers(content));
                }}
                slotProps={{ htmlInput: { maxLength: 200 } }}
                sx={{ flex: 1 }}
              />
              {pairs.length > 2 && (
                <RemoveRow
                  what={t("pair {{i}}", { i: i + 1 })}
                  remove={() => {
                    onChange(withoutPair(content, pair));
                  }}
                />
              )}
            </Box>
          ))}
        </Stack>
        <AddRow
          add={() => {
            const right = { id: newOptionId(), text: "" };
            onChange({
              ...content,
              pairs: [...pairs, { id: newOptionId(), left: richTextOf(""), rightId: right.id }],
              rights: [...rights, right],
            });
          }}
        >
          {t("Add a pair")}
        </AddRow>
        <Typography variant="caption" color="textSecondary" component="p">
          {t("Pairs with the same answer share it: so things are sorted into groups.")}
        </Typography>
      </Box>
      <Box role="group" aria-label={t("Answers that fit nothing")}>
        <Stack spacing={1}>
          {others.map((right, i) => (
            <Box key={right.id} sx={{ display: "flex", gap: 1 }}>
              <TextField
                label={t("Answer {{i}} that fits nothing", { i: i + 1 })}
                value={right.text}
                onChange={(event) => {
                  onChange({
                    ...content,
                    rights: rights.map((one) => (one.id === right.id ? { ...one, text: event.target.value } : one)),
                  });
                }}
                slotProps={{ htmlInput: { maxLength: 200 } }}
                sx={{ flex: 1, maxWidth: 420 }}
              />
              <RemoveRow
                what={t("answer {{i}} that fits nothing", { i: i + 1 })}
                remove={() => {
                  onChange({ ...content, rights: rights.filter((one) => one.id !== right.id) });
                }}
              />
            </Box>
          ))}
        </Stack>
        <AddRow
          add={() => {
            onChange({ ...content, rights: [...rights, { id: newOptionId(), text: "" }] });
          }}
        >
          {t("Add an answer that fits nothing")}
        </AddRow>
      </Box>
      <ScoringField
        scoring={content.scoring}
        partial={t("a share for each pair")}
        all={t("only when every pair is right")}
        onChange={(scoring) => {
          onChange({ ...content, scoring });
        }}
      />
    </Stack>
  );
}

/** The answer of one pair in other words; an answer that another pair shares stays as it is there. */
function withAnswer(content: Match, pair: Pair, text: string): Match {
  const isShared = content.pairs.some((other) => other.id !== pair.id && other.rightId === pair.rightId);
  if (!isShared && content.rights.some((right) => right.id === pair.rightId))
    return {
      ...content,
      rights: content.rights.map((right) => (right.id === pair.rightId ? { ...right, text } : right)),
    };
  const right = { id: newOptionId(), text };
  return {
    ...content,
    rights: [...content.rights, right],
    pairs: content.pairs.map((other) => (other.id === pair.id ? { ...other, rightId: right.id } : other)),
  };
}

/** Answers of the same words become one, once they are written. */
function withSharedAnswers(content: Match): Match {
  const first = new Map<string, string>();
  for (const { id, text } of content.rights) {
    const words = text.trim().toLowerCase();
    if (words !== "" && !first.has(words)) first.set(words, id);
  }
  const kept = (id: string) => {
    const words =
      content.rights
        .find((right) => right.id === id)
        ?.text.trim()
        .toLowerCase() ?? "";
    return first.get(words) ?? id;
  };
  return {
    ...content,
    pairs: content.pairs.map((pair) => ({ ...pair, rightId: kept(pair.rightId) })),
    rights: content.rights.filter((right) => kept(right.id) === right.id),
  };
}

/** Without the pair, and without its answer where no other pair shares it. */
function withoutPair(content: Match, pair: Pair): Match {
  const pairs = content.pairs.filter((one) => one.id !== pair.id);
  const isShared = pairs.some((one) => one.rightId === pair.rightId);
  return { ...content, pairs, rights: content.rights.filter((right) => isShared || right.id !== pair.rightId) };
}
