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
import { Link } from "react-router";
import { problemOf } from "../../platform/problem.ts";
import { useListTopicsQuery } from "../../standards/api.ts";
import { Page } from "../../ui/Page.tsx";
import { useToast } from "../../ui/Toasts.tsx";
import { useAddItemsMutation, useTakeOutItemsMutation } from "../api.ts";
import { LettersField } from "../kinds/LettersField.tsx";
import { leftBecause, leftInShort, PastedRow, usualTaking, type Taking } from "./PastedRow.tsx";
import type { Image } from "@verdant/core/richText";
import { limits } from "@verdant/contract/wire";
import { bringCells, bringPaperKey, bringSheets, bringText, rowsOf, type Row } from "./pasting.ts";
import { FileField, SheetFields } from "./SheetFields.tsx";
import { TopicField } from "../../standards/TopicField.tsx";
import { useFileOfQuestions } from "./useFileOfQuestions.ts";
import { UnknownTopics } from "./UnknownTopics.tsx";
import { useLikeItems } from "../like/useLikeItems.ts";
import { t } from "../../platform/words.ts";

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
  const allOfFile = sheet?.all;
  const { items: everything, findings } = useMemo(() => {
    if (way === "text") return bringText(laterText, pictures);
    if (way === "paperKey") return bringPaperKey(laterPaper);
    if (allOfFile && allOfFile.length > 0) return bringSheets(allOfFile);
    return cells && mapping ? bringCells(cells, mapping) : { items: [], findings: [] };
  }, [way, laterText, pictures, laterPaper, cells, mapping, allOfFile]);
  const [shownFrom, setShownFrom] = useState(0);
  const from = shownFrom < everything.length ? shownFrom : 0;
  const items = useMemo(() => everything.slice(from, from + limits.itemsAtOnce), [everything, from]);
  // Not before it is known which topics and standards there are: what is named could not be found, and would be left out.
  const rows = useMemo(() => (known ? rowsOf(items, topicId, known) : []), [items, topicId, known]);
  const compared = useMemo(
    () => items.flatMap(({ content }) => (content.kind === "keyOnly" ? [] : [content])),
    [items],
  );
  const likes = useLikeItems(compared);
  const likeOf = (row: Row) => likes.get(row.content) ?? null;
  const takingOf = (row: Row): Taking => takings.get(row.key) ?? usualTaking(row, likeOf(row));
  const taken = rows.filter((row) => takingOf(row) !== "leave");
  const left = rows.filter((row) => takingOf(row) === "leave");
  const { take, isTaking, problem, done } = useTake();
  const nameOf = (id: string | null) => known?.topics.find((topic) => topic.id === id)?.name ?? "";
  return (
    <Page
      title={t("Import items")}
      about={t("Nothing is saved until you import them")}
      actions={
        <Button
          variant="contained"
          disabled={isTaking || taken.length === 0}
          onClick={() =>
            void take({
              items: taken.map((row) => {
                const like = likeOf(row);
                const taking = takingOf(row);
                const { content, topicId: on, standardIds, earlier } = row;
                const { family: _family, ...about } = row.about;
                const alike = taken.findIndex((one) => one.key === earlier?.key);
                return {
                  ...{ content, topicId: on, standardIds: [...standardIds], about },
                  ...(taking === "variant" && like && { variantOf: like.itemId }),
                  ...(taking === "merge" && like && { mergeInto: like.itemId }),
                  ...(taking === "take" && alike >= 0 && { alike }),
                };
              }),
              left: left.map((row) => `${row.place}: ${leftBecause(row, likeOf(row))}`),
              findings,
            })
          }
        >
          {t("Import {{count}} items", { count: taken.length })}
        </Button>
      }
    >
      {done && <Taken done={done} />}
      <UnknownTopics rows={rows} />
      {problem && (
        <Alert severity="error" sx={{ mb: 2 }}>
          {problem}
        </Alert>
      )}
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 1.1fr) minmax(0, 1fr)" },
          gap: 2.5,
          alignItems: "start",
        }}
      >
        <Stack spacing={2} sx={{ position: { md: "sticky" }, top: 16 }}>
          <Tabs
            value={way}
            onChange={(_, next: typeof way) => {
              setWay(next);
            }}
          >
            <Tab value="text" label={t("Questions")} />
            <Tab value="file" label={t("A file")} />
            <Tab value="paperKey" label={t("Key of a paper")} />
          </Tabs>
          <TopicField label={t("Topic of items that name none")} topicId={topicId} choose={setTopicId} />
          {way === "file" && <FileField choose={(file) => void open(file)} isReading={isReading} refused={refused} />}
          {way === "file" && sheet && <SheetFields sheet={sheet} />}
          {way === "paperKey" && <PaperFields paper={paper} onChange={setPaper} />}
          {way === "text" && (
            <TextField
              label={t("Questions")}
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
        <Box component="section" aria-label={t("What was understood")}>
          {everything.length > items.length && (
            <Alert
              severity="info"
              sx={{ mb: 1 }}
              action={
                <Button
                  color="inherit"
                  onClick={() => {
                    setShownFrom(from + limits.itemsAtOnce < everything.length ? from + limits.itemsAtOnce : 0);
                  }}
                >
                  {from + limits.itemsAtOnce < everything.length ? t("Show the next") : t("Show the first")}
                </Button>
              }
            >
              {t("{{from}} to {{to}} of {{everything}} items show here: import these, then show the next.", {
                from: from + 1,
                to: from + items.length,
                everything: everything.length,
              })}
            </Alert>
          )}
          {left.length > 0 && (
            <Alert severity="info" sx={{ mb: 1 }}>
              {t("{{count}} items will be left out: {{what}}. Each says why below, and can be imported all the same.", {
                count: left.length,
                what: [...new Set(left.map((row) => leftInShort(row, likeOf(row))))].join(", "),
              })}
            </Alert>
          )}
          {[...(way === "text" ? notCarried : (sheet?.findings ?? [])), ...findings].map((finding) => (
            <Alert key={finding} severity="warning" icon={false} sx={{ mb: 1, py: 0 }}>
              {finding}
            </Alert>
          ))}
          {rows.length === 0 && findings.length === 0 && (
            <Typography color="textSecondary">
              {way === "file"
                ? t("The items show here as soon as you have chosen a file.")
                : way === "text"
                  ? t(
                      "Number the questions, letter the options, put a * before the right one. Without options write “Answer: …”. “Why: …” gives the reason, “## …” the topic of what follows. The items show here as you paste them.",
                    )
                  : t(
                      "Type the right letters one after the other: ABDCA. Each makes an item that stands for a question on paper.",
                    )}
            </Typography>
          )}
          {rows.map((row) => (
            <PastedRow
              key={row.key}
              row={row}
              topic={nameOf(row.topicId)}
              codes={(known?.standards ?? []).flatMap(({ id, code }) => (row.standardIds.includes(id) ? [code] : []))}
              like={likeOf(row)}
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
        label={t("Name of the paper")}
        placeholder={t("the March paper")}
        value={paper.name}
        onChange={(event) => {
          onChange({ ...paper, name: event.target.value });
        }}
        slotProps={{ htmlInput: { maxLength: 100 } }}
      />
      <Box sx={{ display: "grid", gridTemplateColumns: { xs: "minmax(0, 1fr)", sm: "1fr 160px" }, gap: 2 }}>
        <TextField
          label={t("Right letters, in order")}
          placeholder={t("ABDCA BBDAC")}
          value={paper.key}
          onChange={(event) => {
            onChange({ ...paper, key: event.target.value });
          }}
          slotProps={{ htmlInput: { maxLength: 600, style: { fontFamily: "monospace" } } }}
        />
        <LettersField
          label={t("Letters")}
          letters={paper.letters}
          choose={(letters) => {
            onChange({ ...paper, letters });
          }}
        />
      </Box>
      <TextField
        label={t("Standards by question")}
        placeholder={t("1-5 LG.1.3, 6-10 LG.1.4")}
        value={paper.ranges}
        onChange={(event) => {
          onChange({ ...paper, ranges: event.target.value });
        }}
      />
    </Stack>
  );
}

interface Done {
  readonly taken: number;
  readonly left: readonly string[];
  readonly findings: readonly string[];
  readonly isUndone: boolean;
}

type Items = Parameters<ReturnType<typeof useAddItemsMutation>[0]>[0]["body"]["items"];

function useTake() {
  const [addItems, { isLoading: isTaking }] = useAddItemsMutation();
  const [takeOut] = useTakeOutItemsMutation();
  const [problem, setProblem] = useState<string | null>(null);
  const [done, setDone] = useState<Done | null>(null);
  const say = useToast();
  const undo = async (itemIds: readonly string[]) => {
    const { data, error } = await takeOut({ body: { itemIds: [...itemIds] } });
    if (error) {
      say({ text: problemOf(error).detail, isError: true });
      return;
    }
    setDone((before) => before && { ...before, isUndone: true });
    const kept = data.kept === 0 ? "" : t(" {{count}} items stayed: changed or used since.", { count: data.kept });
    say({ text: t("{{count}} imported items removed again.{{kept}}", { count: data.takenOut, kept }) });
  };
  const take = async ({ items, left, findings }: { items: Items } & Pick<Done, "left" | "findings">) => {
    const answer = await addItems({ body: { items } });
    if (answer.error) {
      setProblem(problemOf(answer.error).detail);
      return;
    }
    const { added } = answer.data;
    setProblem(null);
    // It stays on the page, where it says that it is here now; a reload begins anew.
    sessionStorage.removeItem(kept.text);
    setDone({ taken: items.length, left, findings, isUndone: false });
    window.scrollTo({ top: 0 });
    say({
      text: t("{{count}} items imported.", { count: items.length }),
      ...(added.length > 0 && { undo: () => void undo(added) }),
    });
  };
  return { take, isTaking, problem, done };
}

/** At the end of every import: what was taken, what was left and why. */
function Taken({ done }: { done: Done }) {
  const rest = [...done.findings, ...done.left];
  return (
    <Alert
      severity={done.isUndone ? "info" : "success"}
      sx={{ mb: 2 }}
      action={
        <Button component={Link} to="/bank" color="inherit">
          {t("See the bank")}
        </Button>
      }
    >
      <strong>
        {done.isUndone
          ? t("{{count}} imported items removed again.", { count: done.taken })
          : t("{{count}} items imported.", { count: done.taken })}{" "}
        {rest.length === 0
          ? t("Nothing was left out.")
          : t("{{count}} lines or items were not imported:", { count: rest.length })}
      </strong>
      {rest.length > 0 && (
        <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
          {rest.slice(0, 100).map((text, i) => (
            <li key={`${i} ${text}`}>{text}</li>
          ))}
          {rest.length > 100 && <li>{t("and {{rest}} more", { rest: rest.length - 100 })}</li>}
        </Box>
      )}
    </Alert>
  );
}
