/** A block of text, a file, or the key of a paper, becomes items: looked over first, then taken in all at once. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Tab from "@mui/material/Tab";
import Tabs from "@mui/material/Tabs";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useDeferredValue, useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { useListTopicsQuery } from "../standards/api.ts";
import { counted } from "../ui/dates.ts";
import { Page } from "../ui/Page.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { useAddItemsMutation } from "./api.ts";
import { LettersField } from "./LettersField.tsx";
import { PastedRow, type Taking } from "./PastedRow.tsx";
import type { Image } from "@verdant/core/richText";
import { bringCells, bringPaperKey, bringText, rowsOf, type Row } from "./pasting.ts";
import { FileField, SheetFields } from "./SheetFields.tsx";
import { TopicField } from "../standards/TopicField.tsx";
import { useFileOfQuestions } from "./useFileOfQuestions.ts";
import { useLikeItems } from "./useLikeItems.ts";

const example = `## Meanders
1. Which process widens a meander?
a) Deposition -- that narrows it
*b) Erosion
c) Evaporation
Why: the outer bank is worn away
Standard: LG.1.3

2. What is left standing when an arch falls?
Answer: stack / a stack

3. How far is 4 cm on a map at 1 : 25 000?
Answer: 1 km

4. Put these in the order in which they form.
Answer: crack > cave > arch > stack

5. The [swash] goes [up | down | along] the beach.

6. Sort by what made them.
cliff = erosion
beach = deposition`;

/** Outlives a reload, not the closing of the window. */
const kept = { text: "verdant.paste", of: (key: string) => sessionStorage.getItem(key) ?? "" };

export function PastePage() {
  const [way, setWay] = useState<"text" | "file" | "paperKey">("text");
  const [text, setText] = useState(() => kept.of(kept.text));
  const [paper, setPaper] = useState({ name: "", key: "", letters: 4, ranges: "" });
  const [topicId, setTopicId] = useState<string | null>(null);
  const [takings, setTakings] = useState<ReadonlyMap<string, Taking>>(new Map());
  const { data: known } = useListTopicsQuery();
  // Typing stays smooth: what was understood may follow a moment later.
  const laterText = useDeferredValue(text);
  const laterPaper = useDeferredValue(paper);
  const [pictures, setPictures] = useState<ReadonlyMap<number, Image>>(new Map());
  const [notCarried, setNotCarried] = useState<readonly string[]>([]);
  const { open, isReading, refused, sheet } = useFileOfQuestions((words) => {
    setText(words.text);
    sessionStorage.setItem(kept.text, words.text);
    setPictures(words.pictures);
    setNotCarried(words.findings);
    setWay("text");
  });
  const [cells, mapping] = [sheet?.cells, sheet?.mapping];
  const { items, findings } = useMemo(() => {
    if (way === "text") return bringText(laterText, pictures);
    if (way === "paperKey") return bringPaperKey(laterPaper);
    return cells && mapping ? bringCells(cells, mapping) : { items: [], findings: [] };
  }, [way, laterText, pictures, laterPaper, cells, mapping]);
  // Not before it is known which topics and standards there are: what is named could not be found, and would be left out.
  const rows = useMemo(() => (known ? rowsOf(items, topicId, known) : []), [items, topicId, known]);
  const compared = useMemo(
    () => items.flatMap(({ content }) => (content.kind === "keyOnly" ? [] : [content])),
    [items],
  );
  const likes = useLikeItems(compared);
  const takingOf = (row: Row): Taking => takings.get(row.key) ?? (row.likeRow === null ? "take" : "leave");
  const taken = rows.filter((row) => takingOf(row) !== "leave");
  const { take, isTaking, problem } = useTake();
  const nameOf = (id: string | null) => known?.topics.find((topic) => topic.id === id)?.name ?? "";
  return (
    <Page
      title="Bring items"
      about="Nothing is kept until you take them in"
      actions={
        <Button
          variant="contained"
          disabled={isTaking || taken.length === 0}
          onClick={() =>
            void take(
              taken.map((row) => {
                const like = likes.get(row.content);
                const taking = takingOf(row);
                const { content, topicId: on, standardIds } = row;
                return {
                  ...{ content, topicId: on, standardIds: [...standardIds] },
                  ...(taking === "variant" && like && { variantOf: like.itemId }),
                  ...(taking === "merge" && like && { mergeInto: like.itemId }),
                };
              }),
            )
          }
        >
          Take {counted(taken.length, "item")} in
        </Button>
      }
    >
      {problem && (
        <Alert severity="error" sx={{ mb: 2 }}>
          {problem}
        </Alert>
      )}
      <Box sx={{ display: "grid", gridTemplateColumns: "1.1fr 1fr", gap: 2.5, alignItems: "start" }}>
        <Stack spacing={2} sx={{ position: "sticky", top: 16 }}>
          <Tabs
            value={way}
            onChange={(_, next: typeof way) => {
              setWay(next);
            }}
          >
            <Tab value="text" label="Questions" />
            <Tab value="file" label="A file" />
            <Tab value="paperKey" label="Key of a paper" />
          </Tabs>
          <TopicField label="Topic of items that name none" topicId={topicId} choose={setTopicId} />
          {way === "file" && <FileField choose={(file) => void open(file)} isReading={isReading} refused={refused} />}
          {way === "file" && sheet && <SheetFields sheet={sheet} />}
          {way === "paperKey" && <PaperFields paper={paper} onChange={setPaper} />}
          {way === "text" && (
            <TextField
              label="Questions"
              multiline
              minRows={16}
              maxRows={24}
              value={text}
              placeholder={example}
              onChange={(event) => {
                setText(event.target.value);
                sessionStorage.setItem(kept.text, event.target.value);
              }}
              slotProps={{
                htmlInput: { style: { fontFamily: "monospace", fontSize: 14 } },
                inputLabel: { shrink: true },
              }}
            />
          )}
        </Stack>
        <Box component="section" aria-label="What was understood">
          {[...(way === "text" ? notCarried : []), ...findings].map((finding) => (
            <Alert key={finding} severity="warning" icon={false} sx={{ mb: 1, py: 0 }}>
              {finding}
            </Alert>
          ))}
          {rows.length === 0 && findings.length === 0 && (
            <Typography color="textSecondary">
              {way === "file"
                ? "The items show here as soon as you have chosen a file."
                : way === "text"
                  ? "Number the questions, letter the options, put a * before the right one. Without options write “Answer: …”. “Why: …” gives the reason, “## …” the topic of what follows. The items show here as you paste them."
                  : "Type the right letters one after the other: ABDCA. Each makes an item that stands for a question on paper."}
            </Typography>
          )}
          {rows.map((row) => (
            <PastedRow
              key={row.key}
              row={row}
              topic={nameOf(row.topicId)}
              codes={(known?.standards ?? []).flatMap(({ id, code }) => (row.standardIds.includes(id) ? [code] : []))}
              like={likes.get(row.content) ?? null}
              taking={takingOf(row)}
              setTaking={(taking) => {
                setTakings(new Map(takings).set(row.key, taking));
              }}
            />
          ))}
        </Box>
      </Box>
    </Page>
  );
}

type Paper = Parameters<typeof bringPaperKey>[0];

function PaperFields({ paper, onChange }: { paper: Paper; onChange: (paper: Paper) => void }) {
  return (
    <Stack spacing={2}>
      <TextField
        label="Name of the paper"
        placeholder="the March paper"
        value={paper.name}
        onChange={(event) => {
          onChange({ ...paper, name: event.target.value });
        }}
        slotProps={{ htmlInput: { maxLength: 100 } }}
      />
      <Box sx={{ display: "grid", gridTemplateColumns: "1fr 160px", gap: 2 }}>
        <TextField
          label="Right letters, in order"
          placeholder="ABDCA BBDAC"
          value={paper.key}
          onChange={(event) => {
            onChange({ ...paper, key: event.target.value });
          }}
          slotProps={{ htmlInput: { maxLength: 600, style: { fontFamily: "monospace" } } }}
        />
        <LettersField
          label="Letters"
          letters={paper.letters}
          choose={(letters) => {
            onChange({ ...paper, letters });
          }}
        />
      </Box>
      <TextField
        label="Standards by question"
        placeholder="1-5 LG.1.3, 6-10 LG.1.4"
        value={paper.ranges}
        onChange={(event) => {
          onChange({ ...paper, ranges: event.target.value });
        }}
      />
    </Stack>
  );
}

function useTake() {
  const [addItems, { isLoading: isTaking }] = useAddItemsMutation();
  const [problem, setProblem] = useState<string | null>(null);
  const navigate = useNavigate();
  const say = useToast();
  const take = async (items: Parameters<typeof addItems>[0]["body"]["items"]) => {
    const answer = await addItems({ body: { items } });
    if (answer.error) {
      setProblem(problemOf(answer.error).detail);
      return;
    }
    sessionStorage.removeItem(kept.text);
    say({ text: `${counted(items.length, "item")} taken in.` });
    await navigate("/bank");
  };
  return { take, isTaking, problem };
}
